import { z } from 'zod'
import { Picture } from './picture.ts'

/** What pictures can be kept to. */
export const PICTURE_FILTERS = ['all', 'unused', 'silent'] as const
export type PictureFilter = (typeof PICTURE_FILTERS)[number]
export const PICTURE_SORTS = ['added', 'taken', 'title'] as const
export type PictureSort = (typeof PICTURE_SORTS)[number]

/** Pictures that a page of an answer holds at most. */
export const PICTURES_A_PAGE = 50
/** Matches of words are counted up to here: more are "1000 and more". */
export const COUNTED_MATCHES = 1000

/** A question for pictures, newest first unless it says otherwise. */
export const PictureSearch = z.object({
  /** words that titles, texts, credits, tags or file names have, each by its beginning */
  words: z.string().max(400).default(''),
  filter: z.enum(PICTURE_FILTERS).default('all'),
  sort: z.enum(PICTURE_SORTS).default('added'),
  /** where the page before ended, as it said */
  after: z.string().max(800).optional(),
})
export type PictureSearch = z.infer<typeof PictureSearch>

export const PicturePage = z.object({
  pictures: z.array(Picture),
  /** where the next page begins; null after the last */
  next: z.string().nullable(),
})
export type PicturePage = z.infer<typeof PicturePage>

/** How many pictures each filter keeps to, for these words. */
export const PictureCounts = z.record(z.enum(PICTURE_FILTERS), z.number().int())
export type PictureCounts = z.infer<typeof PictureCounts>

/** Ids of pictures that are wanted together. */
export const PICTURES_AT_ONCE = 500
export const PicturesWanted = z.object({ ids: z.array(z.string().max(64)).max(PICTURES_AT_ONCE) })

/** The posts that show a picture. */
export const PictureUse = z.object({ id: z.string(), title: z.string() })
export type PictureUse = z.infer<typeof PictureUse>

/** Numbers for files that are about to be brought in together: their order. */
export const NumbersWanted = z.object({ count: z.number().int().min(1).max(10_000) })
export const NumbersGiven = z.object({ first: z.number().int() })
