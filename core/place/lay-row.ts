import { WHOLE } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { ShownPicture } from '../kinds/row-kind.ts'
import { layoutRow } from '../layout/row.ts'
import type { RowLayout } from '../layout/row-layout.ts'
import { captionsOf, standsOver } from '../post/effective.ts'
import type { CaptionPlace, Row } from '../post/row.ts'
import type { RowWithin } from '../steps/steps.ts'
import { say } from '../readers/words.ts'
import { inShownOrder } from '../post/shown-order.ts'
import { textsInRow } from '../post/texts.ts'
import { admitted } from '../type/admitted.ts'
import type { Library } from './library.ts'
import { type ResolvedRow, resolveRow, type RowPicture } from './resolve.ts'

/** A row with its pictures in the order in which they are shown, and its layout. */
export interface LaidRow {
  /** as it stands there */
  readonly row: Row
  readonly within: RowWithin
  readonly pictures: readonly RowPicture[]
  readonly layout: RowLayout
  /** what a gallery shows only when asked for the rest */
  readonly rest?: LaidRow
}

/** All pictures of the row in the order in which they are shown, those that wait to be asked for included. */
export const allPictures = ({ pictures, rest }: LaidRow): readonly RowPicture[] =>
  rest ? [...pictures, ...rest.pictures] : pictures

/** Whether every picture has its caption for itself, below it or beside it. */
const ownCaptions = (place: CaptionPlace): boolean => place === 'each' || place === 'beside'

/** The caption and credit that stand below one picture, as text; '' where the row shows none there. */
export function captionBelow(
  row: Row,
  { placed, picture }: RowPicture,
  house: HouseStyle,
): { caption: string; credit: string } {
  if (!ownCaptions(captionsOf(row, house))) return { caption: '', credit: '' }
  const { caption, credit } = textsInRow(placed, picture)
  return { caption, credit }
}

/** Caption and credit below one picture as the one text that they read as. */
export function textBelow(row: Row, laid: RowPicture, house: HouseStyle): string {
  return asOneText(captionBelow(row, laid, house), house)
}

/** What stands once below the row: its caption, and every credit that no picture shows itself. */
export function captionUnder(laid: LaidRow, house: HouseStyle): { caption: string; credits: string[] } {
  const place = captionsOf(laid.row, house)
  if (ownCaptions(place) || standsOver(place)) return { caption: '', credits: [] }
  const credits = allPictures(laid)
    .map(({ placed, picture }) => textsInRow(placed, picture).credit)
    .filter(Boolean)
  return { caption: place === 'row' ? admitted(laid.row.caption) : '', credits: [...new Set(credits)] }
}

/** Caption and credits below the row as the one text that they read as. */
export function textUnder(laid: LaidRow, house: HouseStyle): string {
  const { caption, credits } = captionUnder(laid, house)
  return [caption, creditText(credits, house)].filter(Boolean).join(' ')
}

/** Who made what, as it is read; '' for nobody. */
export const creditText = (credits: readonly string[], house: HouseStyle): string =>
  credits.length ? say(house, credits.length > 1 ? 'credits' : 'credit', { names: credits.join(', ') }) : ''

export const asOneText = (
  { caption, credit }: { readonly caption: string; readonly credit: string },
  house: HouseStyle,
): string => [caption, creditText(credit ? [credit] : [], house)].filter(Boolean).join(' ')

function shown(row: Row, laid: RowPicture, house: HouseStyle): ShownPicture {
  return {
    aspect: laid.shape.aspect,
    px: laid.picture.width * (laid.shape.crop?.width ?? 1),
    focus: laid.picture.focus,
    caption: textBelow(row, laid, house),
    lead: laid.placed.lead ?? false,
  }
}

/** With the parts of its pictures that it shows, where the row crops some by itself. */
const cropped = (layout: RowLayout, pictures: readonly RowPicture[]): RowLayout =>
  pictures.some(({ shape }) => shape.crop)
    ? { ...layout, crops: pictures.map(({ shape }) => shape.crop ?? WHOLE) }
    : layout

const inSteps = { step: new WeakMap<Row, Row>(), column: new WeakMap<Row, Row>() }

/** The row as it stands there: in a step no text runs beside one picture, and in a column beside words a row is as wide as that. */
export function standingIn(row: Row, within: RowWithin): Row {
  if (within === 'page') return row
  const sits = within === 'column' ? 'measure' : row.sits
  const width = within === 'column' ? null : row.width
  if (row.sits === sits && row.one.side === null && row.width === width) return row
  const known = inSteps[within].get(row) ?? { ...row, sits, width, one: { ...row.one, side: null } }
  inSteps[within].set(row, known)
  return known
}

interface Laid {
  readonly house: HouseStyle
  readonly within: RowWithin
  readonly laid: LaidRow | undefined
}
const laidRows = new WeakMap<ResolvedRow, Laid>()

/**
 * Lays out a row; undefined when none of its pictures is there. Pictures deleted meanwhile are left out, and
 * the row closes up. Where a gallery shows only its first pictures, the others are a row of their own below.
 * The same object as before while row, pictures, house and what it stands in are the same.
 */
export function layRow(row: Row, library: Library, house: HouseStyle, within: RowWithin = 'page'): LaidRow | undefined {
  const resolved = resolveRow(standingIn(row, within), library)
  const known = laidRows.get(resolved)
  if (known && known.house === house && known.within === within) return known.laid
  const laid = layResolved(resolved, house, within)
  laidRows.set(resolved, { house, within, laid })
  return laid
}

function layResolved({ row, pictures: all }: ResolvedRow, house: HouseStyle, within: RowWithin): LaidRow | undefined {
  if (all.length === 0) return undefined
  const pictures = inShownOrder(row, all)
  const lay = (part: readonly RowPicture[]): LaidRow => ({
    row,
    within,
    pictures: part,
    layout: cropped(
      layoutRow(
        { row, within },
        part.map((laid) => shown(row, laid, house)),
        house,
        pictures.length,
      ),
      part,
    ),
  })
  const first =
    row.kind === 'gallery' && row.gallery.first !== null && row.gallery.first < pictures.length
      ? row.gallery.first
      : pictures.length
  return first < pictures.length
    ? { ...lay(pictures.slice(0, first)), rest: lay(pictures.slice(first)) }
    : lay(pictures)
}
