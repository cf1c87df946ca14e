import { z } from 'zod'

/** A web page that a post is to be made of. Its bytes are the answer's body; `x-address` says where it was, after redirects. */
export const PageQuery = z.object({ address: z.string().trim().min(1).max(4000) })
export const PAGE_ADDRESS = 'x-address'
/** bytes of one page */
export const LARGEST_PAGE = 20_000_000

/** Which of these addresses posts have that are on the blog, and which of these titles any post has. */
export const AddressesAsked = z.object({
  addresses: z.array(z.string().max(200)).max(5000),
  titles: z.array(z.string().max(400)).max(5000).default([]),
})
export const AddressesTaken = z.object({
  taken: z.array(z.object({ address: z.string(), id: z.string(), title: z.string() })),
  titled: z.array(z.object({ title: z.string(), id: z.string() })),
})
export type AddressesTaken = z.infer<typeof AddressesTaken>

/** Only these posts of a bundle, their ids with commas between; left out: all. */
export const BundleQuery = z.object({ posts: z.string().max(1_000_000).optional() })

/** What became of a bundle. */
export const BundleAnswer = z.object({
  /** ids of the posts that it made */
  posts: z.array(z.string()),
  /** titles of posts that are here already, which stay as they are */
  already: z.array(z.string()),
  pictures: z.number().int(),
  picturesHere: z.number().int(),
  /** the blog's own things were taken over, for nothing was here */
  blog: z.boolean(),
})
export type BundleAnswer = z.infer<typeof BundleAnswer>
