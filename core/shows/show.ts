/** Slideshows of posts: what one is, which posts are in it, its words, and whether they fit and can be read. */
import { z } from 'zod'
import { Id } from '../post/id.ts'
import { LONGEST } from '../post/limits.ts'
import { eachOnce } from '../post/once.ts'
import { MOVES, PLACE_MARKS, SLIDE_SECONDS } from '../post/row-choices.ts'
import { SEATS } from '../house/seats.ts'
import { STEPS_OF_TYPE } from './show-type.ts'

export const MOST_SHOWS = 40
export const MOST_SLIDES = 60
export const MOST_LINES = 6
export const LONGEST_LINE = 300
/** Width of the block of words, per cent of what the slide has between its edges. */
export const BLOCK_WIDTH = { least: 20, most: 100 } as const
/** Shape of the frame, width / height. */
export const FRAME = { least: 0.4, most: 4 } as const
/** Slides beside each other on a wide screen. */
export const MOST_ACROSS = 4
/** An excerpt is cut to so many words. */
export const EXCERPT_WORDS = { least: 3, most: 60 } as const

/** What a line says: a fact of its post, or words of one's own. */
export const LINE_FACTS = ['title', 'excerpt', 'date', 'topic', 'byline', 'pictures', 'own'] as const
export const LINE_COLOURS = ['plain', 'soft', 'link'] as const
/** Where the block of words stands on the slide: rows from the top, columns from the left. */
export const BLOCK_PLACES = [
  'top-left',
  'top',
  'top-right',
  'left',
  'middle',
  'right',
  'foot-left',
  'foot',
  'foot-right',
] as const
export type BlockPlace = (typeof BLOCK_PLACES)[number]
/** Over the picture, in a band of its own below it, or in a column beside it. */
export const STANDS = ['over', 'band', 'beside'] as const

export const ShowLine = z.object({
  says: z.enum(LINE_FACTS),
  /** of an excerpt */
  words: z.number().int().min(EXCERPT_WORDS.least).max(EXCERPT_WORDS.most),
  /** where it says words of one's own */
  text: z.string().max(LONGEST_LINE),
  /** place in the house's steps of type */
  step: z
    .number()
    .int()
    .min(0)
    .max(STEPS_OF_TYPE.length - 1),
  bold: z.boolean(),
  colour: z.enum(LINE_COLOURS),
  /** it is the link to the post, where not the whole slide is */
  leads: z.boolean(),
})
export type ShowLine = z.infer<typeof ShowLine>

/** What one slide has otherwise than its slideshow: worded by hand, or mended. */
export const SlideChange = z
  .object({
    /** by place of the line; what is not there is as composed */
    lines: z.record(z.string().regex(/^[0-5]$/), z.string().max(LONGEST_LINE)),
    place: z.enum(BLOCK_PLACES),
    width: z.number().int().min(BLOCK_WIDTH.least).max(BLOCK_WIDTH.most),
    /** steps by which its type is smaller */
    smaller: z.number().int().min(0).max(4),
    /** its excerpts are cut to so many words */
    words: z.number().int().min(EXCERPT_WORDS.least).max(EXCERPT_WORDS.most),
    veil: z.number().min(0).max(1),
    /** slides narrower than so many px have the words in a band */
    bandBelow: z.number().int().min(0).max(4000),
  })
  .partial()
export type SlideChange = z.infer<typeof SlideChange>

export const PostShow = z.object({
  id: Id,
  name: z.string().min(1).max(120),
  from: z.discriminatedUnion('by', [
    z.object({ by: z.literal('newest') }),
    z.object({ by: z.literal('topic'), topic: z.string().min(1).max(LONGEST.topic) }),
    z.object({
      by: z.literal('hand'),
      posts: z
        .array(Id)
        .max(MOST_SLIDES)
        .refine(...eachOnce((id: string) => id)),
    }),
  ]),
  /** `hand` is the order of those chosen by hand */
  order: z.enum(['date', 'title', 'hand']),
  turned: z.boolean(),
  most: z.number().int().min(1).max(MOST_SLIDES),
  /** posts without a featured image have the house's, or are left out */
  pictureless: z.enum(['left out', 'house']),
  sits: z.enum(SEATS),
  frame: z.number().min(FRAME.least).max(FRAME.most),
  across: z.number().int().min(1).max(MOST_ACROSS),
  move: z.enum(MOVES),
  seconds: z.number().min(SLIDE_SECONDS.least).max(SLIDE_SECONDS.most),
  starts: z.boolean(),
  arrows: z.boolean(),
  marks: z.enum(PLACE_MARKS),
  lines: z.array(ShowLine).max(MOST_LINES),
  place: z.enum(BLOCK_PLACES),
  width: z.number().int().min(BLOCK_WIDTH.least).max(BLOCK_WIDTH.most),
  align: z.enum(['start', 'middle', 'end']),
  stands: z.enum(STANDS),
  /** of the house's ground and ink, the lighter or the darker is the colour of words, the other that of bands and veils */
  words: z.enum(['light', 'dark']),
  /** slides narrower than so many px have words over the picture in a band below it */
  bandBelow: z.number().int().min(0).max(4000),
  /** how much of the picture is covered evenly, 0 to 1 */
  veil: z.number().min(0).max(1),
  leads: z.enum(['slide', 'line']),
  comes: z.enum(['still', 'fade', 'rise']),
  /** by the id of the post */
  changes: z.record(Id, SlideChange),
})
export type PostShow = z.infer<typeof PostShow>

const line = (says: ShowLine['says'], more: Partial<ShowLine> = {}): ShowLine => ({
  says,
  words: 20,
  text: '',
  step: 2,
  bold: false,
  colour: 'plain',
  leads: false,
  ...more,
})
/** A line of this fact as it is added. */
export const newLine = line

/** A slideshow as it begins: the newest posts, their titles and a few words at the foot. */
export const newShow = (id: string, name: string): PostShow => ({
  id,
  name,
  from: { by: 'newest' },
  order: 'date',
  turned: false,
  most: 5,
  pictureless: 'left out',
  sits: 'outset',
  frame: 2,
  across: 1,
  move: 'slide',
  seconds: 6,
  starts: false,
  arrows: true,
  marks: 'count',
  lines: [line('title', { step: 5, bold: true }), line('excerpt')],
  place: 'foot-left',
  width: 60,
  align: 'start',
  stands: 'over',
  words: 'light',
  bandBelow: 560,
  veil: 0,
  leads: 'slide',
  comes: 'still',
  changes: {},
})
