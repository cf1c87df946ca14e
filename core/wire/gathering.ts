import { z } from 'zod'
import { Problem } from './problem.ts'

/** Pictures that the server brings in by itself, from an archive, from the web, or from the picture bank. */
export const GATHERING_KINDS = ['archive', 'address', 'bank'] as const
export type GatheringKind = (typeof GATHERING_KINDS)[number]

export const GatheredState = z.enum(['waiting', 'arriving', 'here', 'already', 'refused'])
export type GatheredState = z.infer<typeof GatheredState>

/** One file of a gathering. */
export const Gathered = z.object({
  /** counted from 0, in the order of the source */
  place: z.number().int(),
  name: z.string(),
  /** of the file, where they are known */
  bytes: z.number().int().nullable(),
  state: GatheredState,
  picture: z.string().nullable(),
  problem: Problem.nullable(),
  /** what is to be known of a file that was taken */
  remark: z.string().nullable(),
})
export type Gathered = z.infer<typeof Gathered>

export const Gathering = z.object({
  id: z.string(),
  kind: z.enum(GATHERING_KINDS),
  name: z.string(),
  /** the post that the pictures are for */
  post: z.string().nullable(),
  state: z.enum(['running', 'done', 'failed', 'cancelled']),
  /** files that were found, and those left out because they are no pictures of anybody's */
  found: z.number().int(),
  skipped: z.number().int(),
  /** why it failed, or what was wrong with the whole */
  problem: Problem.nullable(),
})
export type Gathering = z.infer<typeof Gathering>

/** A gathering, and those of its files that have changed since the number that was asked with. */
export const GatheringNews = z.object({
  gathering: Gathering,
  changed: z.array(Gathered),
  /** to ask with the next time */
  news: z.number().int(),
})
export type GatheringNews = z.infer<typeof GatheringNews>

/** What the address says of an archive that is sent as the body. */
export const ArchiveQuery = z.object({
  name: z.string().max(400).default(''),
  post: z.string().max(64).optional(),
  /** its folders become tags */
  folders: z.enum(['tags']).optional(),
})

export const MOST_ADDRESSES = 100
export const AddressesRequest = z.object({
  addresses: z.array(z.string().trim().min(1).max(4000)).min(1).max(MOST_ADDRESSES),
  /** the page that names them, where they were chosen from one */
  page: z.string().max(4000).optional(),
  post: z.string().max(64).optional(),
})
export type AddressesRequest = z.infer<typeof AddressesRequest>

export const BankRequest = z.object({
  ids: z.array(z.string().min(1).max(80)).min(1).max(MOST_ADDRESSES),
  post: z.string().max(64).optional(),
})
export type BankRequest = z.infer<typeof BankRequest>

/** The pictures that a web page names: the detail of `address-is-page`. */
export const PageOfPictures = z.object({
  page: z.string(),
  title: z.string(),
  pictures: z.array(z.object({ address: z.string(), alt: z.string() })),
})
export type PageOfPictures = z.infer<typeof PageOfPictures>
