import { type Block, type Body, isRow } from '../post/body.ts'
import { MOST_PICTURES_IN_ROW } from '../post/limits.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import { type PictureSet, type SetPicture, type SetWording, wordingOf } from './picture-set.ts'
import type { SetShown } from './set-shown.ts'

/**
 * Rows that show a set. A row keeps its pictures as it shows them, so that everything that looks at a row finds them
 * there; where the set has changed since, `following` brings them up to date.
 */

/** undefined where there is no such set (any more), or it is not known yet: the row stands as it is. */
export type SetOf = (id: string) => PictureSet | undefined

/** The members that the row shows, in its order. O(members · log). */
export function narrowed(
  { without, tag, ownOrder, first }: SetShown,
  set: PictureSet,
  now: Row,
): readonly SetPicture[] {
  const left = new Set(without)
  const members = set.pictures.filter(({ id, tags }) => !left.has(id) && (tag === null || tags.includes(tag)))
  if (ownOrder) {
    const at = new Map(now.pictures.map(({ id }, i) => [id, i]))
    // What has come since stands at the end, in the set's order.
    const place = ({ id }: SetPicture) => at.get(id) ?? now.pictures.length
    members.sort((a, b) => place(a) - place(b))
  }
  return members.slice(0, Math.min(first ?? MOST_PICTURES_IN_ROW, MOST_PICTURES_IN_ROW))
}

/**
 * The row as the set has it now, with what the row says of each picture kept; the same object where nothing has changed.
 * A set that has nothing to show leaves the row as it is: a row is never empty.
 */
export function following(row: Row, setOf: SetOf): Row {
  const set = row.set && setOf(row.set.id)
  if (!row.set || !set) return row
  const members = narrowed(row.set, set, row)
  if (members.length === 0) return row
  const own = new Map(row.pictures.map((placed) => [placed.id, placed]))
  const pictures = members.map((member) => withWording(own.get(member.id) ?? { id: member.id }, wordingOf(member)))
  const named = row.set.name === set.name ? row.set : { ...row.set, name: set.name }
  if (named === row.set && JSON.stringify(pictures) === JSON.stringify(row.pictures)) return row
  const same = pictures.length === row.pictures.length && pictures.every(({ id }, i) => id === row.pictures[i]!.id)
  return {
    ...row,
    set: named,
    pictures,
    kind: pictures.length === 1 || row.kind !== 'one' ? row.kind : 'side-by-side',
    // A composition is of these very shapes in this order.
    patchwork: same ? row.patchwork : { composition: null },
  }
}

function withWording({ inSet: _, ...placed }: PlacedPicture, wording: SetWording): PlacedPicture {
  return Object.keys(wording).length ? { ...placed, inSet: wording } : placed
}

/** The body with every row as its set has it now; the same object where nothing has changed. O(rows). */
export function bodyFollowing(body: Body, setOf: SetOf): Body {
  const content = body.content.map((block): Block => {
    if (!isRow(block) || !block.attrs.set) return block
    const row = following(block.attrs, setOf)
    return row === block.attrs ? block : { ...block, attrs: row }
  })
  return content.every((block, i) => block === body.content[i]) ? body : { ...body, content }
}

/** The row as its own, with everything as it is shown now: wording of the set becomes wording of the row. */
export function cutLoose(row: Row): Row {
  return {
    ...row,
    set: null,
    pictures: row.pictures.map(({ inSet, ...placed }) => ({ ...inSet, ...placed })),
  }
}

/**
 * A row that shows a set, after a change of its own: another order is kept as the row's order, what was taken out as left
 * out here. Where pictures have joined it that are not in the set, it is cut loose.
 */
export function keptFollowing(before: Row, after: Row, setOf: SetOf): Row {
  const set = before.set && setOf(before.set.id)
  if (!before.set || !set || after.set !== before.set || after.pictures === before.pictures) return after
  const [was, is] = [before.pictures.map(({ id }) => id), after.pictures.map(({ id }) => id)]
  if (is.length === was.length && is.every((id, i) => id === was[i])) return after
  const members = new Set(set.pictures.map(({ id }) => id))
  if (is.some((id) => !members.has(id)) || new Set(is).size < is.length) return cutLoose(after)
  const gone = was.filter((id) => !is.includes(id))
  const back = is.filter((id) => !was.includes(id))
  const without = [...new Set([...before.set.without, ...gone])].filter((id) => !back.includes(id))
  if (without.length > MOST_PICTURES_IN_ROW) return cutLoose(after)
  const stayed = was.filter((id) => is.includes(id))
  const reordered = is.filter((id) => was.includes(id)).some((id, i) => id !== stayed[i])
  return { ...after, set: { ...before.set, without, ownOrder: before.set.ownOrder || reordered || back.length > 0 } }
}

/** The body after a change, with `keptFollowing` for every row that the change has touched. O(rows). */
export function bodyKeptFollowing(before: Body, after: Body, setOf: SetOf): Body {
  if (before === after) return after
  const rows = new Map(
    before.content.flatMap((block) =>
      isRow(block) && block.attrs.set ? [[block.attrs.id, block.attrs] as const] : [],
    ),
  )
  if (rows.size === 0) return bodyFollowing(after, setOf)
  const content = after.content.map((block): Block => {
    const was = isRow(block) ? rows.get(block.attrs.id) : undefined
    if (!isRow(block) || !was || was === block.attrs) return block
    const row = keptFollowing(was, block.attrs, setOf)
    return row === block.attrs ? block : { ...block, attrs: row }
  })
  const kept = content.every((block, i) => block === after.content[i]) ? after : { ...after, content }
  // A row that is narrowed otherwise shows what is left.
  return bodyFollowing(kept, setOf)
}

/** Ids of the sets that rows of the body show, each once. */
export const setsShown = (body: Body): string[] => [
  ...new Set(body.content.flatMap((block) => (isRow(block) && block.attrs.set ? [block.attrs.set.id] : []))),
]
