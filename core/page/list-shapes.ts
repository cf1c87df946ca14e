import type { HouseStyle } from '../house/house-style.ts'

export type ListShape = HouseStyle['listShape']

/** Shape (width / height) in which each kind of post list crops its featured images, and the `sizes` they need. */
/** One shape for all of a list's pictures. */
export type PlainListShape = Exclude<ListShape, 'mixed'>

export const LIST_SHAPES: Record<ListShape, { readonly aspect: number; readonly name: string }> = {
  rows: { aspect: 4 / 3, name: 'Rows with a small picture' },
  cards: { aspect: 3 / 2, name: 'Cards' },
  banners: { aspect: 5 / 2, name: 'Banners' },
  // But for the newest, which has a banner.
  mixed: { aspect: 3 / 2, name: 'The newest as a banner, then cards' },
}

/** The share card that other sites show for a link. */
export const SHARE_CARD_ASPECT = 1.91

export function listSizes(shape: PlainListShape, house: HouseStyle): string {
  const wide = house.measure
  const edge = wide + 2 * house.margin
  if (shape === 'rows') return `(min-width: ${edge}px) ${Math.round(wide * 0.3)}px, 30vw`
  if (shape === 'cards') return `(min-width: ${edge}px) ${Math.round(wide / 2)}px, calc(100vw - ${2 * house.margin}px)`
  return `(min-width: ${edge}px) ${wide}px, calc(100vw - ${2 * house.margin}px)`
}
