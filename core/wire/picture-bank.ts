import { z } from 'zod'

/** What a picture bank answers, and what the interface is told of it. */
export const BankPicture = z.object({
  id: z.string().max(80),
  title: z.string().max(300),
  /** who made it */
  credit: z.string().max(300),
  licence: z.string().max(200),
  /** the page of the picture at the bank */
  page: z.string().max(1000),
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  tags: z.array(z.string().max(60)).max(30),
})
export type BankPicture = z.infer<typeof BankPicture>

export const BankPage = z.object({
  pictures: z.array(BankPicture),
  /** all that were found */
  found: z.number().int(),
  /** to ask with for more; null after the last */
  next: z.number().int().nullable(),
})
export type BankPage = z.infer<typeof BankPage>

export const BankSearch = z.object({
  words: z.string().max(200).default(''),
  from: z.coerce.number().int().min(0).max(100_000).default(0),
})
export type BankSearch = z.infer<typeof BankSearch>

/** Whether a picture bank is there at all. */
export const BankAbout = z.object({ there: z.boolean() })
