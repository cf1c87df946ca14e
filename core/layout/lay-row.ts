import type { HouseStyle } from '../house/house-style.ts'
import { type Block, type Body, isRow } from '../post/body.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import { captionsOf } from '../post/effective.ts'
import { shownOrder } from '../post/shown-order.ts'
import { textsInRow } from '../post/texts.ts'
import type { Picture } from '../wire/picture.ts'
import { layoutRow, type ShownPicture } from './row.ts'
import type { RowLayout } from './row-layout.ts'

/** A picture of a row that is really there. */
export interface LaidPicture {
  readonly placed: PlacedPicture
  readonly picture: Picture
  /** its position among the row's pictures in the hand's order */
  readonly at: number
}

/** A row with its pictures in the order in which they are shown, and its layout. */
export interface LaidRow {
  readonly row: Row
  readonly pictures: readonly LaidPicture[]
  readonly layout: RowLayout
  /** what a gallery shows only when asked for the rest */
  readonly rest?: LaidRow
}

/** All pictures of the row in the order in which they are shown, those that wait to be asked for included. */
export const allPictures = ({ pictures, rest }: LaidRow): readonly LaidPicture[] =>
  rest ? [...pictures, ...rest.pictures] : pictures

/** The caption and credit that stand below one picture, as text; '' where the row shows none there. */
export function captionBelow(
  row: Row,
  { placed, picture }: LaidPicture,
  house: HouseStyle,
): { caption: string; credit: string } {
  if (captionsOf(row, house) !== 'each') return { caption: '', credit: '' }
  const { caption, credit } = textsInRow(placed, picture)
  return { caption, credit }
}

/** Caption and credit below one picture as the one text that they read as. */
export function textBelow(row: Row, laid: LaidPicture, house: HouseStyle): string {
  return asOneText(captionBelow(row, laid, house))
}

/** What stands once below the row: its caption, and every credit that no picture shows itself. */
export function captionUnder(laid: LaidRow, house: HouseStyle): { caption: string; credits: string[] } {
  const place = captionsOf(laid.row, house)
  if (place === 'each' || place === 'hover') return { caption: '', credits: [] }
  const credits = allPictures(laid)
    .map(({ placed, picture }) => textsInRow(placed, picture).credit)
    .filter(Boolean)
  return { caption: place === 'row' ? laid.row.caption : '', credits: [...new Set(credits)] }
}

/** Caption and credits below the row as the one text that they read as. */
export function textUnder(laid: LaidRow, house: HouseStyle): string {
  const { caption, credits } = captionUnder(laid, house)
  return [caption, creditText(credits)].filter(Boolean).join(' ')
}

/** Who made what, as it is read; '' for nobody. */
export const creditText = (credits: readonly string[]): string =>
  credits.length ? `${credits.length > 1 ? 'Pictures' : 'Picture'}: ${credits.join(', ')}` : ''

export const asOneText = ({ caption, credit }: { readonly caption: string; readonly credit: string }): string =>
  [caption, creditText(credit ? [credit] : [])].filter(Boolean).join(' ')

export const aspectOf = (picture: { readonly width: number; readonly height: number }): number =>
  picture.width / picture.height

function shown(row: Row, laid: LaidPicture, house: HouseStyle): ShownPicture {
  return {
    aspect: aspectOf(laid.picture),
    focus: laid.picture.focus,
    caption: textBelow(row, laid, house),
    lead: laid.placed.lead ?? false,
  }
}

/**
 * Lays out a row; undefined when none of its pictures is there. Pictures deleted meanwhile are left out, and
 * the row closes up. Where a gallery shows only its first pictures, the others are a row of their own below.
 */
export function layRow(row: Row, map: ReadonlyMap<string, Picture>, house: HouseStyle): LaidRow | undefined {
  const pictures = shownOrder(row, map).flatMap((at): LaidPicture[] => {
    const placed = row.pictures[at]!
    const picture = map.get(placed.id)
    return picture ? [{ placed, picture, at }] : []
  })
  if (pictures.length === 0) return undefined
  const lay = (part: readonly LaidPicture[]): LaidRow => ({
    row,
    pictures: part,
    layout: layoutRow(
      row,
      part.map((laid) => shown(row, laid, house)),
      house,
      pictures.length,
    ),
  })
  const first =
    row.kind === 'gallery' && row.first !== null && row.first < pictures.length ? row.first : pictures.length
  return first < pictures.length
    ? { ...lay(pictures.slice(0, first)), rest: lay(pictures.slice(first)) }
    : lay(pictures)
}

/** Lays out every row of a post that has a picture left, by its block. */
export function layRows(body: Body, map: ReadonlyMap<string, Picture>, house: HouseStyle): Map<Block, LaidRow> {
  const laid = new Map<Block, LaidRow>()
  for (const block of body.content) {
    const row = isRow(block) ? layRow(block.attrs, map, house) : undefined
    if (row) laid.set(block, row)
  }
  return laid
}
