import type { Block } from '../../post/body.ts'
import { makeRow } from '../../post/changes/make-row.ts'
import { type RowChoices, withChoices } from '../../post/changes/row-choices.ts'
import { LONGEST, MOST_PICTURES_IN_ROW, PICTURE_WIDTH } from '../../post/limits.ts'
import type { PlacedPicture } from '../../post/row.ts'
import type { Image } from './image.ts'
import type { Arrangement, Unit } from './units.ts'

/** Where pictures that are named in a text are found. */
export interface IncomingPictures {
  /** what a post calls the picture by */
  readonly idOf: (image: Image) => string
  /** what it has of itself, or of this set */
  readonly inherited: (id: string, set: string | null) => { alt: string; caption: string; credit: string; link: string }
  /** width / height of a picture that is here */
  readonly shapeOf?: (id: string) => number | undefined
}

export interface RowMaker {
  readonly pictures: IncomingPictures
  readonly newRowId: () => string
  /** as wide as text, px: what is as wide as that fills it */
  readonly measure: number
  /** in Markdown nobody can say that an alt text is empty on purpose */
  readonly markdown: boolean
}

export function placedOf({ image, caption }: Unit, { pictures, markdown }: RowMaker): PlacedPicture {
  const id = pictures.idOf(image)
  const inherited = pictures.inherited(id, null)
  const alt = markdown && !image.alt ? undefined : image.alt?.slice(0, LONGEST.alt)
  const words = (caption || image.title).slice(0, LONGEST.caption)
  const { href } = image
  return {
    id,
    ...(alt === undefined || alt === inherited.alt ? {} : { alt }),
    ...(words === '' || words === inherited.caption ? {} : { caption: words }),
    ...(image.enlarges
      ? { onClick: { do: 'enlarge' as const } }
      : href
        ? { onClick: { do: 'web-address' as const, href, newWindow: false } }
        : {}),
  }
}

/** Rows of these pictures: one, or several where they are more than a row holds. */
function rowsOf(units: readonly Unit[], choices: RowChoices, maker: RowMaker): Block[] {
  const rows: Block[] = []
  for (let from = 0; from < units.length; from += MOST_PICTURES_IN_ROW) {
    const placed = units.slice(from, from + MOST_PICTURES_IN_ROW).map((unit) => placedOf(unit, maker))
    const made = makeRow(
      maker.newRowId(),
      placed.map(({ id }) => id),
    )
    const kind = placed.length === 1 ? 'one' : (choices.kind ?? 'side-by-side')
    rows.push({ type: 'row', attrs: withChoices(made, { ...choices, kind, pictures: placed }) })
  }
  return rows
}

/** One picture alone: beside the text, or in the middle; as wide as it was, where that is less than a line of text. */
export function oneRow(unit: Unit, maker: RowMaker): Block[] {
  const { side, width } = unit.image
  const limits = width?.unit === '%' ? PICTURE_WIDTH.share : PICTURE_WIDTH.px
  const fills = width === null || (width.unit === '%' ? width.value >= 100 : width.value >= maker.measure)
  const own = fills ? null : { unit: width.unit, value: Math.min(limits.most, Math.max(limits.least, width.value)) }
  // Beside text, one that says no width leaves room for it.
  const beside = side && own === null ? { unit: '%' as const, value: 50 } : own
  return rowsOf([unit], { one: { side, width: side ? beside : own } }, maker)
}

/** Pictures that stood together: all in one line side by side, else as a gallery of so many across. */
export function groupRow(
  units: readonly Unit[],
  { across, loose }: Arrangement,
  caption: string,
  maker: RowMaker,
): Block[] {
  if (units.length === 1 && !caption) return oneRow(units[0]!, maker)
  const more = caption ? { caption: caption.slice(0, LONGEST.caption), captions: 'row' as const } : {}
  const worded = caption && units.some((unit) => unit.caption) ? { captions: 'each' as const } : {}
  if (!loose && across >= units.length && units.length <= 6)
    return rowsOf(units, { kind: 'side-by-side', ...more, ...worded }, maker)
  const shapes = units.map(({ image }) => image.shape)
  const cell = shapes.every((shape) => shape !== null && Math.abs(shape - shapes[0]!) < 0.01) ? shapes[0]! : null
  const form = loose ? ('loose' as const) : cell ? ('cells' as const) : ('level' as const)
  const gallery = {
    form,
    across: Math.min(12, Math.max(1, across)),
    ...(form === 'cells' ? { cell: Math.min(4, Math.max(0.3, cell!)) } : {}),
  }
  return rowsOf(units, { kind: 'gallery', gallery, ...more, ...worded }, maker)
}
