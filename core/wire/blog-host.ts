import { z } from 'zod'

/** What the blog host and the publisher say to each other. */

export const FileName = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{2,80}\.(webp|jpg|css|js|woff2)$/, 'expected a plain file name')

export const MissingFilesRequest = z.object({ files: z.array(FileName).max(20000) })
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
  pages: z.array(PageBelow).max(2000).default([]),
  /** every file the page needs; the host refuses the page while one is missing */
  files: z.array(FileName),
})
export type PutPostRequest = z.infer<typeof PutPostRequest>
export const PutPostAnswer = z.object({ url: z.string() })

export const PutListRequest = z.object({ html: z.string(), files: z.array(FileName) })
