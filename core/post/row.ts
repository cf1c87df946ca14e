import { z } from 'zod'
import { SEATS } from '../house/seats.ts'
import { OnClick } from './on-click.ts'

export const Id = z.string().regex(/^[A-Za-z0-9_-]{4,64}$/, 'expected an id')

/** A picture in a row, with the row's own wording where it has one: undefined inherits, '' is deliberately empty. */
export const PlacedPicture = z.object({
  id: Id,
  alt: z.string().max(2000).optional(),
  caption: z.string().max(4000).optional(),
  credit: z.string().max(500).optional(),
  onClick: OnClick.optional(),
})
export type PlacedPicture = z.infer<typeof PlacedPicture>

const PictureWidth = z.discriminatedUnion('unit', [
  z.object({ unit: z.literal('px'), value: z.number().min(40).max(4000) }),
  z.object({ unit: z.literal('%'), value: z.number().min(5).max(100) }),
])

export const ROW_KINDS = ['one', 'side-by-side'] as const
export const CAPTION_PLACES = ['each', 'row', 'none'] as const

/**
 * One placed arrangement of pictures. Every option keeps its value while the kind changes, so that
 * turning an arrangement into another and back loses nothing.
 */
export const Row = z.object({
  id: Id,
  kind: z.enum(ROW_KINDS),
  pictures: z.array(PlacedPicture).min(1).max(200),
  sits: z.enum(SEATS),
  /** one picture only: the side on which it stands beside the text; null: text above and below */
  side: z.enum(['left', 'right']).nullable(),
  /** one picture only; null fills the container */
  width: PictureWidth.nullable(),
  /** px between pictures; null: as the house style says */
  between: z.number().min(0).max(200).nullable(),
  /** px above, below and beside; null: as the house style says */
  space: z.number().min(0).max(400).nullable(),
  captions: z.enum(CAPTION_PLACES),
  /** the caption that stands once below the row */
  caption: z.string().max(4000),
  onClick: OnClick,
})
export type Row = z.infer<typeof Row>
export type RowKind = Row['kind']
