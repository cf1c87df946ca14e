import type { Composition } from '../post/composition.ts'
import { partsOf, sizeOf } from '../post/composition.ts'
import { compose } from './compose.ts'
import { placeTree } from './join-tree.ts'
import { searchAnyOrder } from './any-order.ts'
import { MOST_IN_ANY_ORDER } from './set-search.ts'
import { type FoundComposition, type PatchworkPictures, searchCompositions } from './patchwork.ts'
import { patchworkCost, weigh } from './patchwork-score.ts'
import { type Box, boxAt } from './row-layout.ts'

/** One composition that the blogger can step to. */
export interface Proposal {
  readonly composition: Composition
  /** which picture, counted as given, stands at each place */
  readonly order: readonly number[]
  readonly cost: number
}

export interface ProposalWishes {
  readonly aspects: readonly number[]
  readonly leads?: readonly number[]
  /** positions of pictures that keep the place they have in `now` */
  readonly pinned?: readonly number[]
  readonly now?: Composition
  /** other orders of the pictures may be tried */
  readonly reorder?: boolean
}

/** Compositions looked at for each that is wanted: many look alike, or move what is pinned. */
const LOOKED_AT = 14
/** Proposals in other orders at most: each is folded for a phone anew, which takes long with many pictures. */
const otherOrders = (pictures: number): number => (pictures <= MOST_IN_ANY_ORDER ? 8 : 2)
/** What another order costs: as much as plainly uneven sizes would have to be mended by it. */
const REORDERED = 0.03
/** Boxes that differ by less than this share of the row's width look the same. */
export const ALIKE = 0.05

/**
 * Compositions of these pictures for a container of `width` px, best first, at most `most`, never two that
 * look the same. The order of the pictures is kept unless `reorder` asks otherwise. Deterministic.
 */
export function proposeCompositions(wishes: ProposalWishes, width: number, gap: number, most: number): Proposal[] {
  const { aspects, leads = [], pinned = [], now, reorder = false } = wishes
  const hold = now && pinned.length ? holdPlaces(now, { aspects, pinned }, width, gap) : undefined
  const given = aspects.map((_, i) => i)
  const inOrder = (order: readonly number[]): Proposal[] => {
    const pictures = {
      aspects: order.map((index) => aspects[index]!),
      leads: leads.map((lead) => order.indexOf(lead)),
    }
    const base = searchCompositions(pictures, width, gap, LOOKED_AT * most * (hold ? 3 : 1))
    const near = hold
      ? variationsOf(now!).map((composition) => ({ composition, cost: costOf(composition, pictures, width, gap) }))
      : []
    return [...base, ...near].map((found) => new Proposed(found, order, order === given ? 0 : REORDERED))
  }
  const others = !reorder
    ? []
    : hold
      ? ordersAround(aspects, pinned).flatMap(inOrder)
      : searchAnyOrder({ aspects, leads }, { width, gap }, 2 * otherOrders(aspects.length)).map(
          (one) => new Proposed(one, one.order, REORDERED),
        )
  const found = [...inOrder(given), ...others]
  const accepted: Proposal[] = []
  const looks: Box[][] = []
  let reordered = otherOrders(aspects.length)
  for (const proposal of found.sort((a, b) => a.cost - b.cost)) {
    const boxes = boxesOf(proposal, aspects, width, gap)
    if (boxes.some((box) => !(box.w > 0 && box.h > 0)) || (hold && !hold(boxes))) continue
    if (looks.some((other) => lookAlike(boxes, other, ALIKE * width))) continue
    if (proposal.order !== given && reordered-- <= 0) continue
    accepted.push(proposal)
    looks.push(boxes)
    if (accepted.length === most) break
  }
  return accepted
}

/** A composition that was found, written out only when it is asked for. */
class Proposed implements Proposal {
  readonly cost: number
  constructor(
    private readonly found: FoundComposition,
    readonly order: readonly number[],
    more: number,
  ) {
    this.cost = found.cost + more
  }
  get composition(): Composition {
    return this.found.composition
  }
}

/** Boxes by picture, counted as given. */
function boxesOf(
  { composition, order }: Pick<Proposal, 'composition' | 'order'>,
  aspects: readonly number[],
  width: number,
  gap: number,
): Box[] {
  const { boxes } = placeTree(
    compose(
      composition,
      order.map((index) => aspects[index]!),
    ),
  )
  const byPicture: Box[] = []
  order.forEach((index, place) => {
    byPicture[index] = boxAt(boxes[place]!, width, gap)
  })
  return byPicture
}

export function costOf(
  composition: Composition,
  { aspects, leads = [] }: PatchworkPictures,
  width: number,
  gap: number,
): number {
  const { weighed, height } = weigh(compose(composition, aspects), leads, width, gap)
  return patchworkCost(weighed, height, width)
}

/** True when every box of one has a partner in the other that is off by less than `near` px, whichever pictures they hold. O(n²). */
export function lookAlike(boxes: readonly Box[], others: readonly Box[], near: number): boolean {
  const free = [...others]
  return boxes.every((box) => {
    const partner = free.findIndex(
      (other) =>
        Math.max(
          Math.abs(box.x - other.x),
          Math.abs(box.y - other.y),
          Math.abs(box.w - other.w),
          Math.abs(box.h - other.h),
        ) < near,
    )
    if (partner < 0) return false
    free.splice(partner, 1)
    return true
  })
}

/** How much of its place a pinned picture has to keep: the share of the common area in both boxes together. */
const KEPT = 0.7

/** Whether pinned pictures keep the place that they have in `now`, told of the boxes of another composition. */
function holdPlaces(
  now: Composition,
  { aspects, pinned }: { readonly aspects: readonly number[]; readonly pinned: readonly number[] },
  width: number,
  gap: number,
): ((boxes: readonly Box[]) => boolean) | undefined {
  if (sizeOf(now) !== aspects.length) return undefined
  const places = boxesOf({ composition: now, order: aspects.map((_, i) => i) }, aspects, width, gap)
  return (boxes) => pinned.every((index) => overlap(places[index]!, boxes[index]!) >= KEPT)
}

function overlap(a: Box, b: Box): number {
  const w = Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x))
  const h = Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y))
  return (w * h) / (a.w * a.h + b.w * b.h - w * h)
}

/** Compositions one step away from this one: a join turned, two neighbours joined, a join dissolved. O(joins). */
function variationsOf(composition: Composition): Composition[] {
  if (composition === '.') return []
  const beside = 'beside' in composition
  const parts = partsOf(composition)
  const make = (list: readonly Composition[], turned = false): Composition =>
    list.length === 1 ? list[0]! : beside !== turned ? { beside: list } : { stacked: list }
  const pairs =
    parts.length > 2
      ? parts
          .slice(1)
          .map((_, i) => make([...parts.slice(0, i), make([parts[i]!, parts[i + 1]!], true), ...parts.slice(i + 2)]))
      : []
  const inner = parts.flatMap((part, i) =>
    variationsOf(part).map((other) => make([...parts.slice(0, i), other, ...parts.slice(i + 1)])),
  )
  const dissolved = parts.flatMap((part, i) =>
    part === '.' ? [] : [make([...parts.slice(0, i), ...partsOf(part), ...parts.slice(i + 1)])],
  )
  return [make(parts, true), ...pairs, ...inner, ...dissolved]
}

/** A few orders worth trying beside the given one, where pinned pictures and the first stay where they are. */
function ordersAround(aspects: readonly number[], pinned: readonly number[]): number[][] {
  const given = aspects.map((_, i) => i)
  const free = given.filter((index) => index > 0 && !pinned.includes(index))
  const byShape = [...free].sort((a, b) => aspects[a]! - aspects[b]! || a - b)
  const fromBothEnds = byShape.map((_, i) => (i % 2 ? byShape[byShape.length - 1 - (i >> 1)]! : byShape[i >> 1]!))
  const stepped = free.map((_, i) => free[(i + 1) % free.length]!)
  const orders = [free, byShape, fromBothEnds, stepped].map((list) => {
    let next = 0
    return given.map((index) => (free.includes(index) ? list[next++]! : index))
  })
  return orders.filter((order, i) => i > 0 && orders.findIndex((other) => other.join() === order.join()) === i)
}
