import { z } from 'zod'
import { Front } from '../front/front.ts'
import { HouseStyle } from '../house/house-style.ts'
import { PostContent } from '../post/post.ts'
import { Problem } from './problem.ts'

/** A live post as lists tell of it. */
export const FrontPost = z.object({
  id: z.string(),
  title: z.string(),
  excerpt: z.string(),
  date: z.string(),
  topics: z.array(z.string()),
  byline: z.string(),
  pictures: z.number().int(),
  href: z.string(),
  featured: PostContent.shape.featured,
})
export type FrontPost = z.infer<typeof FrontPost>

/** The front as it is saved, the live posts that it is made of, and whether readers have it. */
export const FrontAnswer = z.object({
  version: z.number().int(),
  front: Front,
  posts: z.array(FrontPost),
  /** it is on its way; where the blog host is away, until that answers */
  wanted: z.boolean(),
  /** why it could not be sent */
  problem: Problem.nullable(),
  /** where readers find it */
  url: z.string(),
})
export type FrontAnswer = z.infer<typeof FrontAnswer>

/** What of the house style lists are set by. */
export const ListStyle = HouseStyle.pick({ listShape: true, postsPerPage: true, fallbackFeatured: true })
export type ListStyle = z.infer<typeof ListStyle>

/** The front over the version that it was made from, with how its lists are set; all of it or nothing. */
export const FrontRequest = z.object({
  baseVersion: z.number().int().min(0),
  front: Front,
  list: ListStyle.optional(),
})
export type FrontRequest = z.infer<typeof FrontRequest>

/** How light and dark pictures are: see core/looks/lights; as base64, by id. Those that nobody has looked at yet are left out. */
export const LightsRequest = z.object({ ids: z.array(z.string().max(64)).max(500) })
export const LightsAnswer = z.object({ lights: z.record(z.string(), z.base64()) })
