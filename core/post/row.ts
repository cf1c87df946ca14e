import { z } from 'zod'
import { SEATS } from '../house/seats.ts'
import { OPTIONS, ROW_KINDS } from '../kinds/options.ts'
import { SetWording } from '../sets/picture-set.ts'
import { SetShown } from '../sets/set-shown.ts'
import { Id } from './id.ts'
import { LONGEST, MOST_PICTURES_IN_ROW, OWN_CROP, ROW_WIDTH } from './limits.ts'
import { OnClick } from './on-click.ts'
import { MOST_WORDS_PLACES, PlacedWords } from './placed-words.ts'
import { Pointers } from './pointers.ts'
import { Border, CAPTION_PLACES, MOST_CORNER, REVEALS, THROUGH } from './row-choices.ts'

/** A picture in a row, with the row's own wording where it has one: undefined inherits, '' is deliberately empty. */
export const PlacedPicture = z.object({
  id: Id,
  alt: z.string().max(LONGEST.alt).optional(),
  caption: z.string().max(LONGEST.caption).optional(),
  credit: z.string().max(LONGEST.credit).optional(),
  onClick: OnClick.optional(),
  /** what the set that the row shows says of it, as the row has it last; wording of the row's own comes before it */
  inSet: SetWording.optional(),
  /** width / height to which this row alone crops it, around its focus point; left out: it is shown whole */
  crop: z.number().min(OWN_CROP.least).max(OWN_CROP.most).optional(),
  /** what points at things in it, in the order in which it is read */
  pointers: Pointers.optional(),
  /** larger than the others in a patchwork */
  lead: z.literal(true).optional(),
  /** keeps its place in a patchwork while other compositions are tried */
  pinned: z.literal(true).optional(),
})
export type PlacedPicture = z.infer<typeof PlacedPicture>

/**
 * One placed arrangement of pictures. Every option keeps its value while the kind changes, so that
 * turning an arrangement into another and back loses nothing. Null leaves a choice to the house style.
 */
export const Row = z.object({
  id: Id,
  kind: z.enum(ROW_KINDS),
  pictures: z.array(PlacedPicture).min(1).max(MOST_PICTURES_IN_ROW),
  /** the set that it shows, whose pictures these are; null: its own */
  set: SetShown.nullable(),
  sits: z.enum(SEATS),
  /** px of a row of several that does not bleed, in the middle of its seat; null: all of it */
  width: z.number().int().min(ROW_WIDTH.least).max(ROW_WIDTH.most).nullable(),
  ...OPTIONS,
  /** words between, before or after its pictures, where they stand side by side */
  words: z.array(PlacedWords).max(MOST_WORDS_PLACES),
  reveal: z.enum(REVEALS).nullable(),
  /** readers may share and download the pictures */
  share: z.boolean().nullable(),
  /** px between pictures; null: as the house style says */
  between: z.number().min(0).max(200).nullable(),
  /** px above, below and beside; null: as the house style says */
  space: z.number().min(0).max(400).nullable(),
  /** px by which the corners of its pictures are rounded, and what is drawn over their edge; null: as the house style says */
  corner: z.number().min(0).max(MOST_CORNER).nullable(),
  border: Border.nullable(),
  captions: z.enum(CAPTION_PLACES).nullable(),
  /** the caption that stands once below the row */
  caption: z.string().max(LONGEST.caption),
  onClick: OnClick.nullable(),
  through: z.enum(THROUGH).nullable(),
})
export type Row = z.infer<typeof Row>
export type GalleryForm = Row['gallery']['form']
export type GalleryOrder = Row['gallery']['order']
export type CaptionPlace = NonNullable<Row['captions']>
export type Ground = NonNullable<Row['gallery']['ground']>
export type Reveal = NonNullable<Row['reveal']>
export type Through = NonNullable<Row['through']>
/** How a slideshow goes, with nothing left open. */
export type SlideshowManner = {
  [K in Exclude<keyof Row['slideshow'], 'frame' | 'across' | 'fill'>]: NonNullable<Row['slideshow'][K]>
}
