import type { Crop, Fold, RowSize } from '../facts/row-fact.ts'
import type { Seat } from '../house/seats.ts'
import { percent, whole } from './numbers.ts'

/** What a way does, in a word or two each, for a tile. */

/** "148 high", "181 × 181 each", "outset 170 × 113". */
export function sizeInShort(size: RowSize, seat: Seat, height: number): string {
  const place = seat === 'measure' ? '' : `${seat} `
  if (size.as !== 'one' && size.as !== 'cells') return `${place}${whole(height)} high`
  return `${place}${whole(size.w)} × ${whole(size.h)}${size.as === 'cells' && !place ? ' each' : ''}`
}

/** How much is cropped. */
export const cropInShort = (crop: Crop | undefined): string =>
  crop?.as === 'lost' && crop.mean >= 0.005 ? `crops ${percent(crop.mean)}` : 'no crop'

/** What it becomes on a phone. */
export function foldInShort(fold: Fold): string {
  switch (fold.to) {
    case 'one':
      return `phone ${whole(fold.w)} wide`
    case 'cells':
      return `phone ${fold.across} across`
    case 'lines':
      return fold.counts.every((n) => n === 1) ? 'phone one by one' : `phone ${fold.counts.length} lines`
    case 'columns':
      return `phone ${fold.columns} columns`
    case 'patchwork':
      return 'phone recomposed'
    case 'strip':
      return 'phone swiped'
    case 'same':
      return 'phone the same'
  }
}
