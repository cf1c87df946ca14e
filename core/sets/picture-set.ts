import { z } from 'zod'
import { LONGEST } from '../post/limits.ts'

/** Pictures in one set, at most. */
export const MOST_IN_SET = 2000

/** The set's own wording of a picture: left out, the picture's stands; '' is deliberately empty. */
export const SetWording = z.object({
  alt: z.string().max(LONGEST.alt).optional(),
  caption: z.string().max(LONGEST.caption).optional(),
  credit: z.string().max(LONGEST.credit).optional(),
})
export type SetWording = z.infer<typeof SetWording>

/** A picture of a set as it is written down, each once. */
export const SetMember = SetWording.extend({ id: z.string().max(64) })
export type SetMember = z.infer<typeof SetMember>

/** The same as it is read. */
export const SetPicture = SetMember.extend({
  /** the picture's own tags, by which rows may narrow the set */
  tags: z.array(z.string()),
})
export type SetPicture = z.infer<typeof SetPicture>

/** A named, ordered group of pictures with wording of its own, that rows in any number of posts can show. */
export const PictureSet = z.object({
  id: z.string(),
  name: z.string(),
  version: z.number().int(),
  pictures: z.array(SetPicture),
})
export type PictureSet = z.infer<typeof PictureSet>

export const SetName = z.string().trim().min(1).max(200)

/** What its pictures are, as they are written down. */
export const membersOf = ({ pictures }: Pick<PictureSet, 'pictures'>): SetMember[] =>
  pictures.map(({ tags: _, ...one }) => one)

/** The wording alone, of anything that is worded. */
export const wordingOf = ({ alt, caption, credit }: SetWording): SetWording => ({
  ...(alt === undefined ? {} : { alt }),
  ...(caption === undefined ? {} : { caption }),
  ...(credit === undefined ? {} : { credit }),
})
