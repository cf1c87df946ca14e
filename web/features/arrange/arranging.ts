import { type ArrangeOrder, inOrder } from '../../../core/arrange/order.ts'
import {
  ARRANGED_KINDS,
  type Arrangement,
  type ArrangeRequest,
  type ArrangeWishes,
  MOST_ARRANGED,
  type Pin,
} from '../../../core/arrange/request.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { Body } from '../../../core/post/body.ts'
import { withRows } from '../../../core/post/changes/arranged-rows.ts'
import { picturesShown, type PostContent } from '../../../core/post/post.ts'
import type { Picture } from '../../../core/wire/picture.ts'

/** What is asked for while a post is arranged: which pictures, in which order, how full, what stays. */
export interface Arranging {
  /** ids; of those that wait where it is null */
  readonly only: readonly string[] | null
  /** the first so many; all of them where it is null */
  readonly first: number | null
  readonly order: ArrangeOrder
  readonly wishes: ArrangeWishes
  readonly pins: readonly Pin[]
  /** ids of pictures that are to be larger than the others */
  readonly leads: readonly string[]
}

/** The post's featured picture leads, until one says otherwise. */
export const startArranging = (chosen: readonly string[], { featured }: PostContent): Arranging => ({
  only: chosen.length ? chosen : null,
  first: null,
  order: 'tray',
  wishes: { rows: 0, size: 0, kinds: ARRANGED_KINDS, leaveOut: false },
  pins: [],
  leads: featured ? [featured.picture] : [],
})

/** Pictures of the tray that are in no row or line and not set aside, in its order. */
export function waitingIn({ tray, body }: PostContent, picture: (id: string) => Picture | undefined): Picture[] {
  const set = new Set(picturesShown({ body, featured: null }))
  return tray.flatMap((id) => {
    const one = set.has(id) ? undefined : picture(id)
    return one && !one.aside ? [one] : []
  })
}

/** The pictures that are arranged, in the order in which they lie in the tray: of all that wait those that were asked for. */
export function picturesFor({ only, first }: Arranging, waiting: readonly Picture[]): readonly Picture[] {
  const asked = only ? waiting.filter(({ id }) => only.includes(id)) : waiting
  return asked.slice(0, Math.min(first ?? MOST_ARRANGED, MOST_ARRANGED))
}

/** What the worker is asked first: the next proposals follow by what they leave alone. */
export function requestFor(
  asked: Arranging,
  pictures: readonly Picture[],
  { body, house, before }: { readonly body: Body; readonly house: HouseStyle; readonly before: Arrangement | null },
): ArrangeRequest {
  const here = new Set(pictures.map(({ id }) => id))
  // A pin holds as long as its pictures are asked for and its place is there.
  const pins = asked.pins.filter((pin) => pin.place <= body.content.length && pin.pictures.every((id) => here.has(id)))
  return {
    body,
    pictures: inOrder(pictures, asked.order, body, pins),
    house,
    wishes: asked.wishes,
    leads: asked.leads.filter((id) => here.has(id)),
    pins,
    seen: [],
    before: before?.rows.map(({ pictures, look }) => ({ pictures, look })) ?? [],
  }
}

/** The post as an arrangement would have it; its rows with these ids, where they are to stay. */
export function arrangedContent(content: PostContent, { rows }: Arrangement, ids?: readonly string[]): PostContent {
  const own = ids ? rows.map(({ place, row }, i) => ({ place, row: { ...row, id: ids[i]! } })) : rows
  return { ...content, body: withRows(content.body, own) }
}

/** The picture leads, or where it does, leads no more. */
export const leading = (leads: readonly string[], id: string): readonly string[] =>
  leads.includes(id) ? leads.filter((one) => one !== id) : [...leads, id]

/** A pin for a row that has none, or no pin for one that has. */
export const pinned = (pins: readonly Pin[], row: Pin): readonly Pin[] => {
  const key = row.pictures.join()
  const left = pins.filter((pin) => pin.pictures.join() !== key)
  return left.length < pins.length
    ? left
    : [...left, { pictures: row.pictures, look: row.look, place: row.place }].sort((a, b) => a.place - b.place)
}
