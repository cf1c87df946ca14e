import { z } from 'zod'
import { LONGEST_EDGE } from '../files/ladder.ts'
import { FlatPreset, MOST_PRESETS, STARTING_PRESETS } from '../flat/preset.ts'
import { LANGUAGES, Language } from '../readers/languages.ts'
import {
  Border,
  CAPTION_PLACES,
  GROUNDS,
  MOST_CORNER,
  MOVES,
  PLACE_MARKS,
  REVEALS,
  SLIDE_SECONDS,
  THROUGH,
} from '../post/row-choices.ts'
import { STEP_PICTURES } from '../post/step-pictures.ts'
import { TimeZone } from '../times/zones.ts'
import { ShareTemplate } from './share-template.ts'

export const POSTS_PER_PAGE = { least: 3, most: 60 } as const

const Colour = z.string().regex(/^#[0-9a-f]{6}$/i, 'expected a colour like #1d1b18')

/** Where on a picture its controls stand. */
export const SHARE_CORNERS = ['top-left', 'top-right', 'bottom-left', 'bottom-right'] as const
export const SHARE_SIZES = ['small', 'medium', 'large'] as const
/** A place to share to: an address with {address}, {picture} and {text} in it. */
export const ShareTarget = z.object({ name: z.string().min(1).max(40), address: ShareTemplate })
export type ShareTarget = z.infer<typeof ShareTarget>

/** Words by key; '' stands for those of the table. */
const Wordings = z.record(z.string().max(40), z.string().max(200))

/** The blog's own page: what every post shares. Lengths in CSS px. */
export const HouseStyle = z.object({
  blogName: z.string().min(1).max(120),
  blogLine: z.string().max(200),
  /** in which the blog speaks to its readers; a post may be in another */
  language: Language,
  /** in which days and times are told; one that is not known here, as a newer browser may name it, is UTC */
  timeZone: TimeZone.catch('UTC'),
  /** what it says otherwise than the table has it: by language, then by key */
  words: z.object(
    Object.fromEntries(LANGUAGES.map((one) => [one, Wordings.optional()])) as Record<
      Language,
      z.ZodOptional<typeof Wordings>
    >,
  ),
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
  }),
  colours: z.object({
    ground: Colour,
    ink: Colour,
    soft: Colour,
    link: Colour,
  }),
  /** px by which the corners of pictures are rounded */
  corner: z.number().min(0).max(MOST_CORNER),
  /** drawn over the edge of every picture, so that it takes no room */
  border: Border,
  /** What rows do that have no choice of their own. */
  captions: z.enum(CAPTION_PLACES).exclude(['row', 'beside']),
  onClick: z.enum(['nothing', 'enlarge', 'picture-file', 'picture-page']),
  through: z.enum(THROUGH),
  slideshow: z.object({
    move: z.enum(MOVES),
    seconds: z.number().min(SLIDE_SECONDS.least).max(SLIDE_SECONDS.most),
    starts: z.boolean(),
    arrows: z.boolean(),
    place: z.enum(PLACE_MARKS),
    fullScreen: z.boolean(),
  }),
  gallery: z.object({ ground: z.enum(GROUNDS), filter: z.boolean() }),
  /** where the pictures of steps stand on wide screens */
  steps: z.enum(STEP_PICTURES),
  reveal: z.enum(REVEALS),
  share: z.object({
    shown: z.boolean(),
    corner: z.enum(SHARE_CORNERS),
    size: z.enum(SHARE_SIZES),
    download: z.boolean(),
    targets: z.array(ShareTarget).max(12),
    /** words that go along, with {title}, {caption}, {post} and {blog} in them */
    text: z.string().max(300),
  }),
  pages: z.object({
    /** picture pages for the pictures whose click leads to one, or for every picture */
    made: z.enum(['asked', 'all']),
    date: z.boolean(),
    /** a link to the largest file */
    file: z.boolean(),
  }),
  /** what a page may weigh on a phone, kB: what is seen at once, and everything */
  budget: z.object({ first: z.number().int().min(50).max(20_000), whole: z.number().int().min(50).max(200_000) }),
  /** shape of the post list */
  listShape: z.enum(['rows', 'cards', 'banners', 'mixed']),
  /** posts on a page of the list */
  postsPerPage: z.number().int().min(POSTS_PER_PAGE.least).max(POSTS_PER_PAGE.most),
  /** px that the longer side of pictures is made smaller to as they come; null: they are kept as they came */
  intakeEdge: z.number().int().min(LONGEST_EDGE).max(20_000).nullable(),
  /** how rows become image files */
  flatPresets: z.array(FlatPreset).max(MOST_PRESETS),
  /** picture shown in lists for posts without a featured image */
  fallbackFeatured: z.string().nullable(),
})
export type HouseStyle = z.infer<typeof HouseStyle>

/** The style a new blog starts with. */
export const STARTING_STYLE: HouseStyle = {
  blogName: 'My notebook',
  blogLine: '',
  language: 'en',
  timeZone: 'UTC',
  words: {},
  measure: 560,
  outset: 160,
  margin: 20,
  gap: 8,
  space: 24,
  type: { fontSize: 18.5, lineHeight: 1.45 },
  colours: { ground: '#fffdf9', ink: '#1d1b18', soft: '#68625a', link: '#14647f' },
  corner: 0,
  border: { width: 0, colour: '#cfc8bb' },
  captions: 'each',
  onClick: 'enlarge',
  through: 'row',
  slideshow: { move: 'slide', seconds: 6, starts: false, arrows: true, place: 'count', fullScreen: true },
  gallery: { ground: 'none', filter: false },
  steps: 'beside',
  reveal: 'none',
  share: {
    shown: false,
    corner: 'top-right',
    size: 'medium',
    download: true,
    targets: [],
    text: '{title}, from “{post}”',
  },
  pages: { made: 'all', date: false, file: true },
  budget: { first: 400, whole: 3000 },
  listShape: 'rows',
  postsPerPage: 12,
  flatPresets: [...STARTING_PRESETS],
  fallbackFeatured: null,
  intakeEdge: null,
}

/** A stored style in today's shape: what it does not say yet is as in a new blog. */
export const parseHouse = (stored: unknown): HouseStyle =>
  HouseStyle.parse({ ...STARTING_STYLE, ...(stored as Partial<HouseStyle>) })

/**
 * How captions are set below pictures: font size in shares of the text's, line height and the space above in
 * their own font sizes; px at both sides where the row bleeds, so that no caption touches the window's edge.
 */
export const CAPTION_TYPE = { size: 0.78, lineHeight: 1.4, above: 0.5, inset: 10 } as const

/**
 * The same in px, where a reader's browser sets text at its usual size: whole ones, for others are cut down at some
 * densities of screen, so that lines would differ from one to the next, and heights would not add up.
 */
export function captionType({ type }: HouseStyle): {
  readonly size: number
  readonly line: number
  readonly above: number
} {
  const size = Math.round(type.fontSize * CAPTION_TYPE.size)
  return { size, line: Math.round(size * CAPTION_TYPE.lineHeight), above: Math.round(size * CAPTION_TYPE.above) }
}

/** Room around a caption that stands over its picture, in its own font sizes: above and below it, and at its sides. */
export const CAPTION_OVER = { above: 0.45, beside: 0.7 } as const

/** px of a caption of so many lines, the space above it included; 0 without lines. */
export function captionHeight(lines: number, house: HouseStyle): number {
  const { line, above } = captionType(house)
  return lines === 0 ? 0 : above + lines * line
}
