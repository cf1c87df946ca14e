import { z } from 'zod'
import { FLAWS } from '../looks/flaws.ts'
import { Picture } from './picture.ts'

/** What pictures can be kept to; of several, each must be so. */
export const PICTURE_KEEPS = ['unused', 'silent', 'alike', ...FLAWS] as const
export type PictureKeep = (typeof PICTURE_KEEPS)[number]
export const PICTURE_SHAPES = ['wide', 'tall', 'square', 'panorama'] as const
export type PictureShape = (typeof PICTURE_SHAPES)[number]
export const PICTURE_SORTS = ['added', 'taken', 'title'] as const
export type PictureSort = (typeof PICTURE_SORTS)[number]

/** Pictures that a page of an answer holds at most. */
export const PICTURES_A_PAGE = 50
/** Matches of words are counted up to here: more are "1000 and more". */
export const COUNTED_MATCHES = 1000

const listOf = <T extends string>(one: z.ZodType<T, string>) =>
  z
    .string()
    .max(400)
    .default('')
    .transform((text) => text.split(',').filter(Boolean))
    .pipe(z.array(one))

/** Which pictures are asked for. What is left out does not narrow it. */
export const PictureFilters = z.object({
  /** words that titles, texts, credits, tags or file names have, each by its beginning */
  words: z.string().max(400).default(''),
  /** with commas between */
  keeps: listOf(z.enum(PICTURE_KEEPS)),
  tag: z.string().max(60).default(''),
  /** in which it was taken, as 2026-03 */
  month: z
    .string()
    .regex(/^(\d{4}-\d{2})?$/)
    .default(''),
  shape: z.enum(['', ...PICTURE_SHAPES]).default(''),
  /** those that were set aside, and no others; else those that were not */
  aside: z
    .enum(['', '1'])
    .default('')
    .transform((value) => value === '1'),
})
export type PictureFilters = z.infer<typeof PictureFilters>

export const ALL_PICTURES: PictureFilters = { words: '', keeps: [], tag: '', month: '', shape: '', aside: false }

/** A question for pictures, newest first unless it says otherwise. */
export const PictureSearch = PictureFilters.extend({
  sort: z.enum(PICTURE_SORTS).default('added'),
  /** where the page before ended, as it said */
  after: z.string().max(800).optional(),
})
export type PictureSearch = z.infer<typeof PictureSearch>

/** A question as an address has it; what does not narrow it is left out. */
export function searchValues({ keeps, aside, after, ...rest }: Partial<PictureSearch>): Record<string, string> {
  const said = { ...rest, keeps: keeps?.join() ?? '', aside: aside ? '1' : '', after: after ?? '' }
  return Object.fromEntries(Object.entries(said).filter(([, value]) => value !== '' && value !== undefined))
}

export const PicturePage = z.object({
  pictures: z.array(Picture),
  /** where the next page begins; null after the last */
  next: z.string().nullable(),
})
export type PicturePage = z.infer<typeof PicturePage>

/** How many pictures there are, and would be if the question were narrowed by one thing more, or by another of its kind. */
export const PictureCounts = z.object({
  /** whatever the question, but not those aside */
  all: z.number().int(),
  /** that answer the question */
  found: z.number().int(),
  keeps: z.record(z.enum(PICTURE_KEEPS), z.number().int()),
  shapes: z.record(z.enum(PICTURE_SHAPES), z.number().int()),
  /** that answer the question and are aside */
  aside: z.number().int(),
})
export type PictureCounts = z.infer<typeof PictureCounts>

const Counted = z.object({ value: z.string(), count: z.number().int() })
/** Tags and months of the pictures that a question finds, if it asked for no other: the most used tags first, the newest month first. */
export const PictureChoices = z.object({ tags: z.array(Counted), months: z.array(Counted) })
export type PictureChoices = z.infer<typeof PictureChoices>
/** Tags that are proposed at most. */
export const MOST_TAGS = 300

/** Ids of pictures that are wanted together. */
export const PICTURES_AT_ONCE = 500
export const PicturesWanted = z.object({ ids: z.array(z.string().max(64)).max(PICTURES_AT_ONCE) })

/** The posts that show a picture. */
export const PictureUse = z.object({ id: z.string(), title: z.string() })
export type PictureUse = z.infer<typeof PictureUse>

/** Numbers for files that are about to be brought in together: their order. */
export const NumbersWanted = z.object({ count: z.number().int().min(1).max(10_000) })
export const NumbersGiven = z.object({ first: z.number().int() })

/** What was deleted, the last first, and until when it can be brought back. */
export const Bin = z.array(z.object({ picture: Picture, deletedAt: z.string() }))
export type Bin = z.infer<typeof Bin>
export const MOST_IN_BIN = 500
/** A deleted picture is kept for so many days. */
export const DAYS_IN_BIN = 30
