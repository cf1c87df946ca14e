import { z } from 'zod'

/** Which posts leave: these, all that there are, or those that are live, as readers have them. */
const Posts = z.union([z.enum(['all', 'live']), z.array(z.string().max(64)).min(1).max(20_000)])

/** Where a static site will be found: an address with a path, without what follows it. */
export const SiteAddress = z
  .string()
  .trim()
  .max(500)
  .regex(/^https?:\/\/[^\s?#]+$/i, 'expected a web address that begins with https:// or http://')
  .refine((address) => URL.canParse(address), 'expected a web address')
  .transform((address) => (address.endsWith('/') ? address : `${address}/`))

export const MarkdownRequest = z.object({
  posts: Posts,
  /** picture files keep where, when and with what they were taken */
  taken: z.boolean().default(false),
})
export const SiteRequest = z.object({
  posts: Posts,
  base: SiteAddress.optional(),
  /** only what is other than the last time, with a list of what to delete */
  changes: z.boolean().default(false),
  /** picture files say what they show */
  texts: z.boolean().default(false),
})
/** When a static site was exported last; null where it never was. */
export const LastSite = z.object({ at: z.string().nullable(), base: z.string() })
export type LastSite = z.infer<typeof LastSite>

/** Says how many files the archive has that follows. */
export const FILES_IN_ALL = 'x-files'
