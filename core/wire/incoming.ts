import { z } from 'zod'

/** A web page that a post is to be made of. Its bytes are the answer's body; `x-address` says where it was, after redirects. */
export const PageQuery = z.object({ address: z.string().trim().min(1).max(4000) })
export const PAGE_ADDRESS = 'x-address'
/** bytes of one page */
export const LARGEST_PAGE = 20_000_000

/** Which of these addresses posts have that are on the blog. */
export const AddressesAsked = z.object({ addresses: z.array(z.string().max(200)).max(5000) })
export const AddressesTaken = z.object({
  taken: z.array(z.object({ address: z.string(), id: z.string(), title: z.string() })),
})
export type AddressesTaken = z.infer<typeof AddressesTaken>
