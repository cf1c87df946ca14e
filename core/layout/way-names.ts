import type { RowShape } from '../post/changes/convert-row.ts'
import { type Composition, partsOf, sizeOf } from '../post/composition.ts'

const NUMBERS = ['', 'One', 'Two', 'Three', 'Four']

/** What a blogger would call the arrangement; where it sits is said with its size. */
export function nameOf(shape: RowShape, pictures: number): string {
  switch (shape.kind) {
    case 'one':
      return shape.side ? `${shape.side === 'left' ? 'Left' : 'Right'}, text beside` : 'Alone'
    case 'side-by-side':
      return 'Side by side'
    case 'patchwork':
      return shape.composition ? compositionName(shape.composition, pictures) : 'Patchwork'
    case 'gallery': {
      const { form, across } = shape.gallery!
      return form === 'cells'
        ? `Gallery, ${across} across`
        : form === 'level'
          ? 'Level rows'
          : `${NUMBERS[across]} columns`
    }
    case 'slideshow':
      return 'Slideshow'
  }
}

/** "One beside two", "Two over one"; anything longer is a patchwork. */
function compositionName(composition: Composition, pictures: number): string {
  if (composition === '.' || pictures > 5) return 'Patchwork'
  const parts = partsOf(composition)
  // Parts that are joins of joins have no plain name.
  if (parts.length > 2 || parts.some((part) => part !== '.' && partsOf(part).some((inner) => inner !== '.')))
    return 'Patchwork'
  const [first, second] = parts.map((part) => sizeOf(part)) as [number, number]
  return `${NUMBERS[first]} ${'beside' in composition ? 'beside' : 'over'} ${NUMBERS[second]!.toLowerCase()}`
}
