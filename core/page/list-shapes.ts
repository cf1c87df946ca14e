import { sizesOf, type WindowRange } from '../files/sizes.ts'
import type { HouseStyle } from '../house/house-style.ts'

export type ListShape = HouseStyle['listShape']

/** One shape for all of a list's pictures. */
export type PlainListShape = Exclude<ListShape, 'mixed'>

/** Shape (width / height) in which each kind of post list crops its featured images. */
export const LIST_SHAPES: Record<ListShape, { readonly aspect: number; readonly name: string }> = {
  rows: { aspect: 4 / 3, name: 'Rows with a small picture' },
  cards: { aspect: 3 / 2, name: 'Cards' },
  banners: { aspect: 5 / 2, name: 'Banners' },
  // But for the newest, which has a banner.
  mixed: { aspect: 3 / 2, name: 'The newest as a banner, then cards' },
}

/** The share card that other sites show for a link. */
export const SHARE_CARD_ASPECT = 1.91

/** Least width of a card, px; spaces between cards across and down, in font sizes. */
export const CARDS = { least: 240, across: 1.2, down: 1.6 } as const
/** Of a list in rows: the share of the column that the picture takes, and px that it has at least. */
export const ROWS = { share: 0.3, least: 96 } as const

/** How wide the box of a featured image is in which window, widest first; px, where a browser sets text at its usual size. */
function boxRanges(shape: PlainListShape, { measure, margin, type }: HouseStyle): WindowRange[] {
  const edge = measure + 2 * margin
  const full = (width: number): WindowRange => ({ from: edge, p: 0, c: width })
  if (shape === 'banners') return [full(measure), { from: 0, p: 1, c: -2 * margin }]
  if (shape === 'rows') {
    const { share, least } = ROWS
    const narrow = { from: 0, p: 0, c: least }
    const scaled = { from: least / share + 2 * margin, p: share, c: -2 * margin * share }
    return [full(Math.max(least, share * measure)), ...(scaled.from < edge ? [scaled] : []), narrow]
  }
  const gap = CARDS.across * type.fontSize
  const columns = (width: number) => Math.max(1, Math.floor((width + gap) / (CARDS.least + gap)))
  const most = columns(measure)
  const narrower = Array.from({ length: most }, (_, i): WindowRange => {
    const n = most - i
    const from = n === 1 ? 0 : n * CARDS.least + (n - 1) * gap + 2 * margin
    return { from, p: 1 / n, c: -(2 * margin + (n - 1) * gap) / n }
  })
  return [full((measure - (most - 1) * gap) / most), ...narrower]
}

/** The exact `sizes` of a featured image of this shape: as wide as it is drawn, with what the list crops at its sides. */
export function listSizes(shape: PlainListShape, aspect: number, house: HouseStyle): string {
  const more = Math.max(1, aspect / LIST_SHAPES[shape].aspect)
  return sizesOf(boxRanges(shape, house).map(({ from, p, c }) => ({ from, p: p * more, c: c * more })))
}
