import { z } from 'zod'
import { ROW_KINDS } from '../kinds/options.ts'
import { MOST_IN_SET, PictureSet, SetMember, SetName } from '../sets/picture-set.ts'

/** A set as lists tell of it. */
export const SetSummary = z.object({
  id: z.string(),
  name: z.string(),
  version: z.number().int(),
  pictures: z.number().int(),
  /** ids of its first few */
  first: z.array(z.string()),
  /** pictures without an alt text of the set's or of their own */
  withoutAlt: z.number().int(),
  /** posts whose rows show it */
  shownIn: z.number().int(),
})
export type SetSummary = z.infer<typeof SetSummary>

export const Shelf = z.object({
  id: z.string(),
  name: z.string(),
  /** the shelf that it stands on; null for none */
  parent: z.string().nullable(),
  /** ids, in order */
  sets: z.array(z.string()),
})
export type Shelf = z.infer<typeof Shelf>

/** All sets, the one changed last first, and all shelves, as they stand. */
export const SetList = z.object({ sets: z.array(SetSummary), shelves: z.array(Shelf) })
export type SetList = z.infer<typeof SetList>

/** A post whose rows show a set. */
export const SetUse = z.object({
  post: z.string(),
  title: z.string(),
  kinds: z.array(z.enum(ROW_KINDS)),
  live: z.boolean(),
  /** readers have it as it was before the last change of the set */
  behind: z.boolean(),
})
export type SetUse = z.infer<typeof SetUse>

/** A set with where it is shown, and what undo and redo would do; null for nothing. */
export const OpenSet = z.object({
  set: PictureSet,
  uses: z.array(SetUse),
  undoes: z.string().nullable(),
  redoes: z.string().nullable(),
})
export type OpenSet = z.infer<typeof OpenSet>

export const NewSet = z.object({ name: SetName, pictures: z.array(z.string().max(64)).max(MOST_IN_SET) })
export type NewSet = z.infer<typeof NewSet>

/** A change of a set, over the version that it was made from. `did` is what undo says. */
export const SetChange = z.object({
  version: z.number().int(),
  did: z.string().min(1).max(200),
  name: SetName.optional(),
  pictures: z.array(SetMember).max(MOST_IN_SET).optional(),
})
export type SetChange = z.infer<typeof SetChange>

export const SetStep = z.object({ by: z.union([z.literal(-1), z.literal(1)]) })
export const SetsWanted = z.object({ ids: z.array(z.string().max(64)).max(500) })

export const ShelfChange = z.object({
  name: SetName.optional(),
  parent: z.string().max(64).nullable().optional(),
  sets: z.array(z.string().max(64)).max(2000).optional(),
})
export type ShelfChange = z.infer<typeof ShelfChange>
export const NewShelf = z.object({ name: SetName, parent: z.string().max(64).nullable().default(null) })

export const DeletedSet = z.object({ id: z.string(), name: z.string(), deletedAt: z.string() })
export type DeletedSet = z.infer<typeof DeletedSet>
