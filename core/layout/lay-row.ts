import type { HouseStyle } from '../house/house-style.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
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
}

/** The caption and credit that stand below one picture, as text; '' where the row shows none there. */
export function captionBelow(row: Row, { placed, picture }: LaidPicture): { caption: string; credit: string } {
  if (row.captions !== 'each') return { caption: '', credit: '' }
  const { caption, credit } = textsInRow(placed, picture)
  return { caption, credit }
}

export const aspectOf = (picture: { readonly width: number; readonly height: number }): number => picture.width / picture.height

function shown(row: Row, laid: LaidPicture): ShownPicture {
  const { caption, credit } = captionBelow(row, laid)
  return {
    aspect: aspectOf(laid.picture),
    focus: laid.picture.focus,
    caption: [caption, credit && `Picture: ${credit}`].filter(Boolean).join(' '),
    lead: laid.placed.lead ?? false,
  }
}

/** Lays out a row; undefined when none of its pictures is there. Pictures deleted meanwhile are left out, and the row closes up. */
export function layRow(row: Row, map: ReadonlyMap<string, Picture>, house: HouseStyle): LaidRow | undefined {
  const pictures = shownOrder(row, map).flatMap((at): LaidPicture[] => {
    const placed = row.pictures[at]!
    const picture = map.get(placed.id)
    return picture ? [{ placed, picture, at }] : []
  })
  if (pictures.length === 0) return undefined
  return { row, pictures, layout: layoutRow(row, pictures.map((laid) => shown(row, laid)), house) }
}
