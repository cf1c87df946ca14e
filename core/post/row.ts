import { z } from 'zod'
import { SEATS } from '../house/seats.ts'
import { Composition } from './composition.ts'
import { LONGEST, MOST_PICTURES_IN_ROW } from './limits.ts'
import { OnClick } from './on-click.ts'
import { CAPTION_PLACES, GROUNDS, MOVES, PLACE_MARKS, REVEALS, SLIDE_SECONDS, THROUGH } from './row-choices.ts'

export const Id = z.string().regex(/^[A-Za-z0-9_-]{4,64}$/, 'expected an id')

/** A picture in a row, with the row's own wording where it has one: undefined inherits, '' is deliberately empty. */
export const PlacedPicture = z.object({
  id: Id,
  alt: z.string().max(LONGEST.alt).optional(),
  caption: z.string().max(LONGEST.caption).optional(),
  credit: z.string().max(LONGEST.credit).optional(),
  onClick: OnClick.optional(),
  /** larger than the others in a patchwork */
  lead: z.literal(true).optional(),
  /** keeps its place in a patchwork while other compositions are tried */
  pinned: z.literal(true).optional(),
})
export type PlacedPicture = z.infer<typeof PlacedPicture>

const PictureWidth = z.discriminatedUnion('unit', [
  z.object({ unit: z.literal('px'), value: z.number().min(40).max(4000) }),
  z.object({ unit: z.literal('%'), value: z.number().min(5).max(100) }),
])

export const ROW_KINDS = ['one', 'side-by-side', 'patchwork', 'gallery', 'slideshow'] as const
export const GALLERY_FORMS = ['cells', 'level', 'loose'] as const
/** In what order a gallery shows its pictures. The hand's order is kept whatever is chosen, and comes back. */
export const GALLERY_ORDERS = ['hand', 'turned', 'title', 'taken', 'added', 'visit'] as const
/**
 * One placed arrangement of pictures. Every option keeps its value while the kind changes, so that
 * turning an arrangement into another and back loses nothing. Null leaves a choice to the house style.
 */
export const Row = z.object({
  id: Id,
  kind: z.enum(ROW_KINDS),
  pictures: z.array(PlacedPicture).min(1).max(MOST_PICTURES_IN_ROW),
  sits: z.enum(SEATS),
  /** one picture only: the side on which it stands beside the text; null: text above and below */
  side: z.enum(['left', 'right']).nullable(),
  /** one picture only; null fills the container */
  width: PictureWidth.nullable(),
  /** patchwork only: how the pictures are joined; null: as suits them best */
  composition: Composition.nullable(),
  /** gallery only */
  gallery: z.object({
    form: z.enum(GALLERY_FORMS),
    /** pictures across on a wide screen; for level rows, about so many */
    across: z.number().int().min(1).max(12),
    /** shape of the cells, width / height */
    cell: z.number().min(0.3).max(4),
    order: z.enum(GALLERY_ORDERS),
  }),
  /** slideshow only: shape of the frame, width / height; null: as suits the pictures best */
  frame: z.number().min(0.3).max(4).nullable(),
  slideshow: z.object({
    /** slides side by side on a wide screen */
    across: z.number().int().min(1).max(6),
    /** pictures fill the frame, cropped around their focus points; otherwise they are shown whole */
    fill: z.boolean(),
    move: z.enum(MOVES).nullable(),
    /** how long each picture stays */
    seconds: z.number().min(SLIDE_SECONDS.least).max(SLIDE_SECONDS.most).nullable(),
    /** by itself, where motion is welcome */
    starts: z.boolean().nullable(),
    arrows: z.boolean().nullable(),
    place: z.enum(PLACE_MARKS).nullable(),
    fullScreen: z.boolean().nullable(),
  }),
  /** gallery only: what it lies on */
  ground: z.enum(GROUNDS).nullable(),
  /** gallery only: readers may filter by tag */
  filter: z.boolean().nullable(),
  /** gallery only: tags that its filter does not offer */
  tagsLeftOut: z.array(z.string().max(60)).max(500),
  /** gallery only: pictures shown before "show the rest"; null: all */
  first: z.number().int().min(1).max(200).nullable(),
  reveal: z.enum(REVEALS).nullable(),
  /** readers may share and download the pictures */
  share: z.boolean().nullable(),
  /** px between pictures; null: as the house style says */
  between: z.number().min(0).max(200).nullable(),
  /** px above, below and beside; null: as the house style says */
  space: z.number().min(0).max(400).nullable(),
  captions: z.enum(CAPTION_PLACES).nullable(),
  /** the caption that stands once below the row */
  caption: z.string().max(LONGEST.caption),
  onClick: OnClick.nullable(),
  through: z.enum(THROUGH).nullable(),
})
export type Row = z.infer<typeof Row>
export type RowKind = Row['kind']
export type GalleryForm = Row['gallery']['form']
export type GalleryOrder = Row['gallery']['order']
export type CaptionPlace = NonNullable<Row['captions']>
export type Ground = NonNullable<Row['ground']>
export type Reveal = NonNullable<Row['reveal']>
export type Through = NonNullable<Row['through']>
/** How a slideshow goes, with nothing left open. */
export type SlideshowManner = {
  [K in Exclude<keyof Row['slideshow'], 'across' | 'fill'>]: NonNullable<Row['slideshow'][K]>
}
