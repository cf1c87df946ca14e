import type { SetMember, SetWording } from './picture-set.ts'

export type WordingField = keyof SetWording
const FIELDS: readonly WordingField[] = ['alt', 'caption', 'credit']

/** What a set shows of a picture: its own wording, and the picture's where it has none. */
export function shownWording(member: SetWording, picture: Required<SetWording>): Required<SetWording> {
  const { alt = picture.alt, caption = picture.caption, credit = picture.credit } = member
  return { alt, caption, credit }
}

/** The member with these texts as its own; what the picture says by itself is not repeated, so that it follows. */
export function worded(member: SetMember, texts: SetWording, picture: Required<SetWording>): SetMember {
  const own = { ...member }
  for (const field of FIELDS) {
    const text = texts[field]
    if (text === undefined) continue
    if (text === picture[field]) delete own[field]
    else own[field] = text
  }
  return own
}
