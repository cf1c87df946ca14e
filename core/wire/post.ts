import { z } from 'zod'
import { PostContent } from '../post/post.ts'

export const Publication = z.object({
  /** planned: it is on the blog, and readers have it from `from` on */
  state: z.enum(['none', 'draft', 'planned', 'live', 'withdrawn']),
  /** version of the post that was sent */
  version: z.number().int().nullable(),
  at: z.string().nullable(),
  firstLiveAt: z.string().nullable(),
  /** where to read it */
  url: z.string().nullable(),
  address: z.string().nullable(),
  /** set times: when it goes live where that is still to come, and when it is withdrawn */
  from: z.string().nullable(),
  until: z.string().nullable(),
  /** something was sent and no answer came: it may stand on the blog, which is being asked */
  unsure: z.boolean(),
})
export type Publication = z.infer<typeof Publication>

/** Of a post that was never sent. */
export const NOT_PUBLISHED: Publication = {
  state: 'none',
  version: null,
  at: null,
  firstLiveAt: null,
  url: null,
  address: null,
  from: null,
  until: null,
  unsure: false,
}

export const Post = z.object({
  id: z.string(),
  version: z.number().int(),
  savedAt: z.string(),
  createdAt: z.string(),
  content: PostContent,
  publication: Publication,
  /** pictures brought in for this post that its tray does not hold yet */
  arrived: z.array(z.string()),
})
export type Post = z.infer<typeof Post>

export const PostSummary = z.object({
  id: z.string(),
  version: z.number().int(),
  title: z.string(),
  excerpt: z.string(),
  topics: z.array(z.string()),
  featured: PostContent.shape.featured,
  savedAt: z.string(),
  createdAt: z.string(),
  pictures: z.number().int(),
  waiting: z.number().int(),
  words: z.number().int(),
  withoutAlt: z.number().int(),
  publication: Publication,
})
export type PostSummary = z.infer<typeof PostSummary>

/** Posts by the page, the last saved first. */
export const PostPage = z.object({
  posts: z.array(PostSummary),
  /** where the next page begins; null after the last */
  next: z.string().nullable(),
  /** of all pages */
  total: z.number().int(),
})
export type PostPage = z.infer<typeof PostPage>

export const SaveRequest = z.object({ baseVersion: z.number().int().min(0), content: PostContent })
export type SaveRequest = z.infer<typeof SaveRequest>

export const SaveAnswer = z.object({
  version: z.number().int(),
  savedAt: z.string(),
  /** the text had been saved as this version before, its answer was lost, and the post has been saved again since */
  newer: z.boolean().optional(),
})
export type SaveAnswer = z.infer<typeof SaveAnswer>

export const SavedState = z.object({
  key: z.number().int(),
  version: z.number().int(),
  savedAt: z.string(),
  /** kept because a save was refused, not in the line of versions */
  aside: z.boolean(),
  title: z.string(),
  words: z.number().int(),
  rows: z.number().int(),
})
export type SavedState = z.infer<typeof SavedState>

/** Set times of a live post, each null for none. */
export const SetTimes = z.object({ from: z.iso.datetime().nullable(), until: z.iso.datetime().nullable() })
/** `times` left out: those that it has stay. */
export const PublishRequest = z.object({
  as: z.enum(['draft', 'live']),
  version: z.number().int(),
  times: SetTimes.optional(),
})
export type PublishRequest = z.infer<typeof PublishRequest>

/** What publishing would do, shown before it is done. */
export const PublishPlan = z.object({
  address: z.string(),
  filesToSend: z.number().int(),
  bytesToSend: z.number().int(),
  filesInAll: z.number().int(),
  /** files of its pictures that are still being made, and go along with the others */
  filesToMake: z.number().int(),
  /** pages that go with the post: one for each picture that has its own, and for each gallery shown whole */
  pages: z.object({ pictures: z.number().int(), galleries: z.number().int() }),
  changes: z.array(z.string()),
  /** of its pages, and the most that the blog takes for one post where it says so */
  bytesOfPages: z.number().int(),
  mostBytes: z.number().int().nullable(),
  host: z.object({ reachable: z.boolean(), url: z.string(), message: z.string().nullable() }),
})
export type PublishPlan = z.infer<typeof PublishPlan>

/** Set times to come, soonest first. */
export const TimesToCome = z.object({
  times: z.array(z.object({ id: z.string(), title: z.string(), at: z.string(), will: z.enum(['go live', 'end']) })),
})
export type TimesToCome = z.infer<typeof TimesToCome>

/** Live posts in which more was written since they were published, the last saved first. */
export const PostsAhead = z.object({
  posts: z.array(z.object({ id: z.string(), title: z.string(), version: z.number().int(), savedAt: z.string() })),
})
export type PostsAhead = z.infer<typeof PostsAhead>

/** Live posts of which readers see something as it was before: by sets that they show, or pictures. */
export const PostsBehind = z.object({
  posts: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      /** more was written since it was published, which stays as unpublished as it is */
      written: z.boolean(),
      /** names of the sets that changed */
      sets: z.array(z.string()),
      /** how many of its pictures look otherwise now */
      pictures: z.number().int(),
    }),
  ),
})
export type PostsBehind = z.infer<typeof PostsBehind>
