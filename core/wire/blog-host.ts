import { z } from 'zod'

/** What the blog host and the publisher say to each other. */

export const FileName = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{2,80}\.(webp|jpg|svg|css|js|woff2|mp4|webm)$/, 'expected a plain file name')

export const MissingFilesRequest = z.object({ files: z.array(FileName).max(200_000) })
export const MissingFilesAnswer = z.object({ missing: z.array(FileName) })

/** A page that goes with a post; its path is from the post's own address. */
export const PageBelow = z.object({
  path: z.string().regex(/^[a-z]+\/[a-z0-9_-]{1,90}\/$/, 'expected a path of two parts'),
  html: z.string(),
})

export const PutPostRequest = z.object({
  state: z.enum(['draft', 'live']),
  address: z.string().regex(/^[a-z0-9-]{1,100}$/),
  html: z.string(),
  pages: z.array(PageBelow).max(20_000).default([]),
  /** every file the page needs; the host refuses the page while one is missing */
  files: z.array(FileName),
  /** hosts of videos that the pages may show */
  frames: z
    .array(z.string().regex(/^https?:\/\/[a-z0-9.:[\]-]+$/i, 'expected the origin of a host'))
    .max(200)
    .default([]),
  /** of a live one: from when on, and until when, readers have it; the host keeps to that by itself */
  from: z.iso.datetime().nullable().default(null),
  until: z.iso.datetime().nullable().default(null),
  /** what the sender calls these pages: told again when it asks how the post stands */
  revision: z.string().max(100).default(''),
})
export type PutPostRequest = z.infer<typeof PutPostRequest>
/** How a post stands on the blog. */
export const PostStandsAnswer = z.object({
  state: z.enum(['draft', 'live', 'withdrawn']),
  revision: z.string(),
  url: z.string(),
})
export type PostStandsAnswer = z.infer<typeof PostStandsAnswer>
/** What the blog takes: `largestPost` in bytes of the request. */
export const AboutAnswer = z.object({ posts: z.number().int(), largestPost: z.number().int() })
export type AboutAnswer = z.infer<typeof AboutAnswer>
export const PutPostAnswer = z.object({ url: z.string() })

/** A page of the list below the front: of a topic, of older posts, or of older posts of a topic. */
export const PageOfList = z.object({
  path: z.string().regex(/^(?=.)(topics\/[a-z0-9-]{1,200}\/)?(older\/\d{1,6}\/)?$/),
  html: z.string(),
})
/** Files beside the front page by which others follow the blog, and what each is sent as. */
export const FEEDS = {
  'feed.atom': 'application/atom+xml; charset=utf-8',
  'feed.json': 'application/feed+json; charset=utf-8',
} as const
export type FeedName = keyof typeof FEEDS
export const FeedFile = z.object({ name: z.enum(Object.keys(FEEDS) as [FeedName, ...FeedName[]]), body: z.string() })
export type FeedFile = z.infer<typeof FeedFile>

/** The list as it is from a moment on: pages that are otherwise than in the list before, or new, and paths of those that are gone. */
export const LaterList = z.object({
  at: z.iso.datetime(),
  html: z.string(),
  pages: z.array(PageOfList),
  gone: z.array(PageOfList.shape.path),
  feeds: z.array(FeedFile),
})
export type LaterList = z.infer<typeof LaterList>
export const MOST_LATER_LISTS = 100

export const PutListRequest = z.object({
  html: z.string(),
  /** every file that it needs now or later */
  files: z.array(FileName),
  pages: z.array(PageOfList).default([]),
  feeds: z.array(FeedFile).default([]),
  /** at set times, soonest first; the host shows each by itself when its time comes */
  later: z.array(LaterList).max(MOST_LATER_LISTS).default([]),
})
export type PutListRequest = z.infer<typeof PutListRequest>
