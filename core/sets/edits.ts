import type { Row } from '../post/row.ts'
import { membersOf, type PictureSet, type SetMember, wordingOf } from './picture-set.ts'

/** Changes of a set's list of pictures: new lists from old ones. */

/** Puts the members of these ids, in their order, where the member at `place` (0 to n) stands now. */
export function moveMembers(members: readonly SetMember[], ids: readonly string[], place: number): SetMember[] {
  const moving = members.filter(({ id }) => ids.includes(id))
  const rest = members.filter(({ id }) => !ids.includes(id))
  const before = members.slice(0, place).filter(({ id }) => !ids.includes(id)).length
  return [...rest.slice(0, before), ...moving, ...rest.slice(before)]
}

/** Appends what is not in it yet. */
export function addMembers(members: readonly SetMember[], ids: readonly string[]): SetMember[] {
  const here = new Set(members.map(({ id }) => id))
  return [...members, ...[...new Set(ids)].filter((id) => !here.has(id)).map((id) => ({ id }))]
}

/** Whether the row says anything of its own that the set could say: an order, what it leaves out, wording. */
export const saysMore = ({ set, pictures }: Row): boolean =>
  set !== null &&
  (set.ownOrder ||
    set.without.length > 0 ||
    pictures.some(({ alt, caption, credit }) => alt !== undefined || caption !== undefined || credit !== undefined))

/**
 * The set as the row has it: in its order, without what it leaves out, in its words. What the row does not show for being
 * narrowed stays, after the others.
 */
export function membersAsRow(set: PictureSet, row: Row): SetMember[] {
  const own = new Map(row.pictures.map((placed) => [placed.id, placed]))
  const left = new Set(row.set?.without ?? [])
  const members = membersOf(set).filter(({ id }) => !left.has(id))
  const at = new Map(row.pictures.map(({ id }, i) => [id, i]))
  const worded = members.map((member) => ({ ...member, ...wordingOf(own.get(member.id) ?? {}) }))
  if (!row.set?.ownOrder) return worded
  const place = ({ id }: SetMember) => at.get(id) ?? row.pictures.length
  return worded.sort((a, b) => place(a) - place(b))
}

/** The row once the set says what it said. */
export const afterInSet = (row: Row): Row => ({
  ...row,
  set: row.set && { ...row.set, ownOrder: false, without: [] },
  pictures: row.pictures.map(({ alt: _, caption: __, credit: ___, ...placed }) => placed),
})
