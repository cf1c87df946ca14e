import { z } from 'zod'
import { SOURCE_SERIF, TypeMetrics } from './type-metrics.ts'

/** The blog's own page: what every post shares. Lengths in CSS px. */
export const HouseStyle = z.object({
  blogName: z.string().min(1).max(120),
  blogLine: z.string().max(200),
  /** width of the text column */
  measure: z.number().min(320).max(960),
  /** how far an outset row reaches past the measure on each side */
  outset: z.number().min(0).max(400),
  /** least space between the text and the edge of the window */
  margin: z.number().min(8).max(64),
  /** between pictures of a row */
  gap: z.number().min(0).max(64),
  /** above, below and beside rows */
  space: z.number().min(0).max(120),
  type: z.object({
    fontSize: z.number().min(14).max(28),
    lineHeight: z.number().min(1.1).max(2.2),
    /** measured from the real fonts in a browser; null until one has done so */
    metrics: TypeMetrics.nullable(),
  }),
  colours: z.object({
    ground: z.string().regex(/^#[0-9a-f]{6}$/i),
    ink: z.string().regex(/^#[0-9a-f]{6}$/i),
    soft: z.string().regex(/^#[0-9a-f]{6}$/i),
    link: z.string().regex(/^#[0-9a-f]{6}$/i),
  }),
  /** shape of the post list */
  listShape: z.enum(['rows', 'cards', 'banners']),
  /** picture shown in lists for posts without a featured image */
  fallbackFeatured: z.string().nullable(),
})
export type HouseStyle = z.infer<typeof HouseStyle>

/** The style a new blog starts with. */
export const STARTING_STYLE: HouseStyle = {
  blogName: 'My notebook',
  blogLine: '',
  measure: 560,
  outset: 160,
  margin: 20,
  gap: 8,
  space: 24,
  type: { fontSize: 18.5, lineHeight: 1.45, metrics: null },
  colours: { ground: '#fffdf9', ink: '#1d1b18', soft: '#68625a', link: '#14647f' },
  listShape: 'rows',
  fallbackFeatured: null,
}

export const metricsOf = (house: HouseStyle): TypeMetrics => house.type.metrics ?? SOURCE_SERIF

/**
 * How captions are set below pictures: font size in shares of the text's, line height and the space above in
 * their own font sizes; px at both sides where the row bleeds, so that no caption touches the window's edge.
 */
export const CAPTION_TYPE = { size: 0.78, lineHeight: 1.4, above: 0.5, inset: 10 } as const

/** px of a caption of so many lines, the space above it included; 0 without lines. */
export const captionHeight = (lines: number, house: HouseStyle): number =>
  lines === 0 ? 0 : house.type.fontSize * CAPTION_TYPE.size * (CAPTION_TYPE.above + lines * CAPTION_TYPE.lineHeight)
