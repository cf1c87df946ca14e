import type { Block } from '../body.ts'
import type { PostContent } from '../post.ts'

/**
 * A change of a post as a value: what was there, and what came in its place. Blocks are told apart by being the same
 * object or another, so that a patch costs as much as the change, not as much as the post; it is undone by its inverse.
 */
export interface Patch {
  readonly fields?: { readonly [F in Field]?: { readonly from: PostContent[F]; readonly to: PostContent[F] } }
  /** from this block on, these went out and these came in */
  readonly blocks?: { readonly at: number; readonly out: readonly Block[]; readonly in: readonly Block[] }
  /** by their ids: pictures that arrive meanwhile shift no place that counts */
  readonly tray?: { readonly out: readonly TrayPlace[]; readonly in: readonly TrayPlace[] }
}

type Field = Exclude<keyof PostContent, 'version' | 'body' | 'tray'>
/** Every one of them: a field that is not here could not be changed. */
const EACH: Record<Field, true> = {
  title: true,
  excerpt: true,
  address: true,
  language: true,
  byline: true,
  dated: true,
  keywords: true,
  description: true,
  topics: true,
  featured: true,
}
const FIELDS = Object.keys(EACH) as Field[]

interface TrayPlace {
  readonly id: string
  readonly at: number
}

/** What leads from the one to the other; undefined where they are the same. O(blocks) comparisons of pointers. */
export function patchBetween(before: PostContent, after: PostContent): Patch | undefined {
  const fields = FIELDS.filter((field) => before[field] !== after[field])
  const blocks = before.body === after.body ? undefined : blocksBetween(before.body.content, after.body.content)
  const tray = before.tray === after.tray ? undefined : trayBetween(before.tray, after.tray)
  if (fields.length === 0 && !blocks && !tray) return undefined
  return {
    ...(fields.length
      ? { fields: Object.fromEntries(fields.map((field) => [field, { from: before[field], to: after[field] }])) }
      : {}),
    ...(blocks ? { blocks } : {}),
    ...(tray ? { tray } : {}),
  }
}

function blocksBetween(before: readonly Block[], after: readonly Block[]): Patch['blocks'] {
  const shorter = Math.min(before.length, after.length)
  let at = 0
  while (at < shorter && before[at] === after[at]) at++
  let end = 0
  while (end < shorter - at && before[before.length - 1 - end] === after[after.length - 1 - end]) end++
  const out = before.slice(at, before.length - end)
  const into = after.slice(at, after.length - end)
  return out.length || into.length ? { at, out, in: into } : undefined
}

function trayBetween(before: readonly string[], after: readonly string[]): Patch['tray'] {
  const [was, is] = [new Set(before), new Set(after)]
  const places = (ids: readonly string[], others: ReadonlySet<string>) =>
    ids.flatMap((id, at) => (others.has(id) ? [] : [{ id, at }]))
  const out = places(before, is)
  const into = places(after, was)
  return out.length || into.length ? { out, in: into } : undefined
}

/** The post with the change made. What the patch does not speak of stays the object it is. */
export function applyPatch(content: PostContent, { fields, blocks, tray }: Patch): PostContent {
  const changed = Object.fromEntries(Object.entries(fields ?? {}).map(([field, { to }]) => [field, to]))
  return {
    ...content,
    ...changed,
    ...(blocks ? { body: { type: 'doc' as const, content: splice(content.body.content, blocks) } } : {}),
    ...(tray ? { tray: withTray(content.tray, tray) } : {}),
  }
}

const splice = (list: readonly Block[], { at, out, in: into }: NonNullable<Patch['blocks']>): Block[] => [
  ...list.slice(0, at),
  ...into,
  ...list.slice(at + out.length),
]

function withTray(ids: readonly string[], { out, in: into }: NonNullable<Patch['tray']>): string[] {
  const gone = new Set(out.map(({ id }) => id))
  const tray = ids.filter((id) => !gone.has(id))
  // From the front: each place is counted with those before it already in.
  for (const { id, at } of into) if (!tray.includes(id)) tray.splice(Math.min(at, tray.length), 0, id)
  return tray
}

/** What undoes the change. */
export function inverse({ fields, blocks, tray }: Patch): Patch {
  const turned = Object.fromEntries(
    Object.entries(fields ?? {}).map(([field, { from, to }]) => [field, { from: to, to: from }]),
  )
  return {
    ...(fields ? { fields: turned } : {}),
    ...(blocks ? { blocks: { at: blocks.at, out: blocks.in, in: blocks.out } } : {}),
    ...(tray ? { tray: { out: tray.in, in: tray.out } } : {}),
  }
}
