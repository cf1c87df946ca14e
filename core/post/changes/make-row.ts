import { freshOptions } from '../../kinds/options.ts'
import type { Row } from '../row.ts'

/** A new row of these pictures, in this order: one alone, several side by side; all else as the house has it. */
export function makeRow(id: string, pictures: readonly string[]): Row {
  if (pictures.length === 0) throw new RangeError('pictures: expected at least one picture, got none')
  return {
    id,
    kind: pictures.length === 1 ? 'one' : 'side-by-side',
    pictures: pictures.map((picture) => ({ id: picture })),
    set: null,
    sits: 'measure',
    width: null,
    ...freshOptions(),
    words: [],
    reveal: null,
    share: null,
    between: null,
    space: null,
    corner: null,
    border: null,
    captions: null,
    caption: '',
    onClick: null,
    through: null,
  }
}
