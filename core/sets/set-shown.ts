import { z } from 'zod'
import { Id } from '../post/id.ts'
import { MOST_PICTURES_IN_ROW } from '../post/limits.ts'

/** The set that a row shows, and how it narrows it. */
export const SetShown = z.object({
  id: Id,
  /** what the set was called last: said where it is not here */
  name: z.string().max(200),
  /** only so many, from its first */
  first: z.number().int().min(1).max(MOST_PICTURES_IN_ROW).nullable(),
  /** only those with this tag */
  tag: z.string().min(1).max(60).nullable(),
  /** in the order that the row has, what comes new at its end; else in the set's */
  ownOrder: z.boolean(),
  /** ids of pictures that this row leaves out */
  without: z.array(Id).max(MOST_PICTURES_IN_ROW),
})
export type SetShown = z.infer<typeof SetShown>

/** What a row that shows all of a set says of it. */
export const wholeSet = ({ id, name }: { readonly id: string; readonly name: string }): SetShown => ({
  id,
  name,
  first: null,
  tag: null,
  ownOrder: false,
  without: [],
})
