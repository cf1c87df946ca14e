import { PHONE, WIDE } from '../house/screens.ts'
import { LEAST_SIDE } from './fold.ts'
import { type JoinTree, treeSize } from './join-tree.ts'
import { longOnPhone } from './way-weights.ts'

/**
 * What people notice in a patchwork, as one number: 0 is perfect, 1 is plainly worse.
 * Every weight stands here, with its reason.
 */
const WEIGHTS = {
  /** Pictures of very different size look like a mistake, unless one is marked to lead. */
  uneven: 1,
  /** A patchwork taller than the screen can't be seen at once; a flat one is no patchwork. */
  height: 5,
  /** A picture on which nothing can be made out is the worst fault of all. */
  illegible: 12,
} as const

/** A lead takes as much room as this many of the others. */
export const LEAD_WEIGHT = 3.5

/** The heights (px) between which a patchwork of n pictures sits well in a container of `width` px. */
export function comfortableHeights(n: number, width: number): { least: number; most: number } {
  // On a phone one scrolls: more pictures may be higher.
  const most = width > PHONE.width ? 0.85 * WIDE.height : 0.95 * longOnPhone(n)
  // Two pictures make one simple shape, which may be flat or tall.
  const [low, high] = n === 2 ? [0.4, 1.05] : width > PHONE.width ? [0.55, 1.2] : [0.55, Math.max(1.2, n / 3)]
  return { least: Math.min(low * width, 0.7 * most), most: Math.min(high * width, most) }
}

/** What is known of a composition without drawing it. Areas are those of the composition without gaps. */
export interface Weighed {
  readonly pictures: number
  /** sum over pictures of d², d = ln(share of the area / share it should have) */
  readonly squares: number
  /** ln of the smallest side squared, in units of the whole area: min over pictures of ln(share) − |ln aspect| */
  readonly smallest: number
}

/** What a composition costs at least, whatever its height. */
export const leastCost = (pictures: number, squares: number): number => (WEIGHTS.uneven * squares) / pictures

/** Cost of a composition of this height (px) in a container of `width` px. O(1). */
export function patchworkCost(weighed: Weighed, height: number, width: number): number {
  const { least, most } = comfortableHeights(weighed.pictures, width)
  if (!(height > 0)) return Infinity
  const off = height > most ? Math.log(height / most) : height < least ? Math.log(least / height) : 0
  const side = Math.sqrt(width * height * Math.exp(weighed.smallest))
  // Gaps take a little from every side, so legibility is asked for with a tenth to spare.
  const short = Math.max(0, Math.log((1.1 * LEAST_SIDE) / side))
  return leastCost(weighed.pictures, weighed.squares) + WEIGHTS.height * off * off + WEIGHTS.illegible * short
}

/** Weighs a tree of joins from the outside: what the search keeps as it goes, worked out anew. O(pictures). */
export function weigh(
  tree: JoinTree,
  leads: readonly number[],
  width: number,
  gap: number,
): { weighed: Weighed; height: number } {
  const size = treeSize(tree)
  const bare: { share: number; index: number; aspect: number }[] = []
  const walk = (part: JoinTree, share: number): void => {
    if (part.type === 'picture') return void bare.push({ share, index: part.index, aspect: part.aspect })
    const room = part.parts.map((one) => (part.type === 'beside' ? treeSize(one).a : 1 / treeSize(one).a))
    const all = room.reduce((sum, one) => sum + one, 0)
    part.parts.forEach((one, i) => walk(one, (share * room[i]!) / all))
  }
  walk(tree, 1)
  const weightOf = (index: number) => (leads.includes(index) ? LEAD_WEIGHT : 1)
  const total = bare.reduce((sum, { index }) => sum + weightOf(index), 0)
  const squares = bare.reduce((sum, { share, index }) => sum + Math.log((share * total) / weightOf(index)) ** 2, 0)
  const smallest = Math.min(...bare.map(({ share, aspect }) => Math.log(share) - Math.abs(Math.log(aspect))))
  return { weighed: { pictures: bare.length, squares, smallest }, height: (width - size.b * gap - size.k) / size.a }
}
