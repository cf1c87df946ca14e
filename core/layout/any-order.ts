import { type Composition, partsOf } from '../post/composition.ts'
import { alikePictures, type AlikePictures } from './alike-pictures.ts'
import { type PatchworkPictures, searchCompositions, searchUnder } from './patchwork.ts'
import { LEAD_WEIGHT } from './patchwork-score.ts'
import { type Container, HOPELESS, MOST_IN_ANY_ORDER, SetSearch } from './set-search.ts'
import { logsOf, type WeighedPictures, WeighedTree } from './weighed-tree.ts'

/** A composition of pictures in an order of its own. */
export interface OrderedComposition {
  readonly composition: Composition
  /** which picture, counted as given, stands at each place; the first picture stays first */
  readonly order: readonly number[]
  /** lower is better; see patchwork-score */
  readonly cost: number
}

/** Different sets of pictures at most: nine pictures make 512. */
const MOST_SETS = 900
/** Where more shapes than cameras make are taken as one they are so in a coarser way too: what one search misses the other finds. */
const FEWER_SETS = 400
const MANY_SHAPES = 8
/** Where shapes are taken as one, so many trees are looked for, and so many of the best improved for the shapes as they are. */
const WANTED = 4
const IMPROVED = 2
/** No camera makes one so long: only then may no order be worth looking for. */
const EXTREME = 6
const isExtreme = (aspect: number): boolean => aspect > EXTREME || aspect < 1 / EXTREME
/** Where the order as given costs so many times what is hopeless, others are not looked for. */
const MOST_HOPELESS = 4
/** Joins tried at most for one question, about 30 ms. */
const MOST_TRIED = 700_000

/**
 * Compositions of the pictures in whichever order suits them, best first, at most `most`. The first picture stays first:
 * the parts of a join can be turned without a change of cost.
 *
 * Up to `MOST_IN_ANY_ORDER` pictures the first is the best of all orders (but where shapes are so extreme that none is
 * worth it: then the order as given is only improved). Beyond, nearly alike shapes count as one and the search is bounded; then
 * pictures of such shapes are exchanged until none gains by it. Empty where nothing was found within the bounds.
 * Deterministic.
 */
export function searchAnyOrder(
  { aspects, leads = [] }: PatchworkPictures,
  container: Container,
  most: number,
): OrderedComposition[] {
  const weights = aspects.map((_, index) => (leads.includes(index) ? LEAD_WEIGHT : 1))
  const pictures = { aspects, leads, weights, logs: logsOf({ aspects, weights }), container }
  let composed: readonly OrderedComposition[] | undefined
  const given = () => (composed ??= composedInOrder(pictures))
  // Shapes so extreme that their order as given is hopeless many times over: no order saves them.
  const hopeless = aspects.some(isExtreme) ? given().find(({ cost }) => cost > MOST_HOPELESS * HOPELESS) : undefined
  if (hopeless) return [improved(hopeless, pictures)]
  const work = { left: MOST_TRIED }
  const treesOf = (sets: number) => {
    const groups = alikePictures(aspects, leads, sets)
    const exact = groups.every(({ aspect, members }) => members.every((index) => aspects[index] === aspect))
    const search = new SetSearch(groups, container, work)
    const few = search.few(most, exact ? 1 : WANTED)
    // Where no limit was high enough, the best order is one that costs less than the order as given, or that one itself.
    const best = exact && search.best(few[0]?.cost ?? given()[0]?.cost ?? Infinity)
    const trees = [...(best ? [best] : []), ...few].map(({ parts, join }) =>
      placed(parts.joinOf(join), inGroups(parts.leavesOf(join), groups), pictures, exact),
    )
    return { trees, exact }
  }
  const { trees, exact } = treesOf(MOST_SETS)
  if (trees.length === 0 || (!exact && new Set(aspects).size > MANY_SHAPES)) trees.push(...treesOf(FEWER_SETS).trees)
  trees.sort((a, b) => a.cost - b.cost)
  if (aspects.length <= MOST_IN_ANY_ORDER && trees.length) return trees
  const starts = trees.length ? trees.slice(0, IMPROVED) : given()
  return [...starts.map((tree) => improved(tree, pictures)), ...trees].sort((a, b) => a.cost - b.cost)
}

interface Pictures extends Required<PatchworkPictures>, WeighedPictures {
  readonly aspects: readonly number[]
  readonly container: Container
}

/** The composition with the pictures in this order; where they were taken for alike and are not, any two are exchanged as long as that gains. */
function placed(
  composition: Composition,
  order: readonly number[],
  pictures: Pictures,
  exact: boolean,
): OrderedComposition {
  const tree = new WeighedTree(composition)
  const costOf = (other: readonly number[]) => tree.cost(other, pictures, pictures.container)
  const now = exact ? order : exchanged(order, pictures.aspects, costOf)
  return { ...firstFirst(composition, now), cost: costOf(now) }
}

/** What was best for shapes taken as one may not be for their own: the pictures are composed anew in their order, as long as that gains. */
function improved(from: OrderedComposition, pictures: Pictures): OrderedComposition {
  let best = from
  for (;;) {
    const { aspects, leads, container } = pictures
    const { order } = best
    const ordered = { aspects: order.map((index) => aspects[index]!), leads: leads.map((lead) => order.indexOf(lead)) }
    const anew = searchUnder(ordered, container, best.cost)
    const next = anew && placed(anew.composition, order, pictures, false)
    if (!next || next.cost >= best.cost - 1e-6) return best
    best = next
  }
}

/** The best composition for the order as given, then with any two pictures exchanged as long as that gains; none where every one is spoilt. */
function composedInOrder(pictures: Pictures): OrderedComposition[] {
  const { aspects, container } = pictures
  return searchCompositions(pictures, container.width, container.gap, 1).map(({ composition }) =>
    placed(composition, [...aspects.keys()], pictures, false),
  )
}

/** Which picture stands at each leaf, told which group it is of: those of a group as they come. */
function inGroups(leaves: readonly number[], groups: readonly AlikePictures[]): number[] {
  const next = groups.map(() => 0)
  return leaves.map((group) => groups[group]!.members[next[group]!++]!)
}

/** Exchanges any two pictures as long as one exchange gains. */
function exchanged(
  order: readonly number[],
  aspects: readonly number[],
  costOf: (order: readonly number[]) => number,
): number[] {
  const now = [...order]
  let cost = costOf(now)
  for (let better = true; better; ) {
    better = false
    for (let x = 0; x < now.length; x++)
      for (let y = x + 1; y < now.length; y++) {
        if (aspects[now[x]!] === aspects[now[y]!]) continue
        exchange(now, x, y)
        const next = costOf(now)
        if (next < cost - 1e-9) {
          cost = next
          better = true
        } else exchange(now, x, y)
      }
  }
  return now
}

function exchange(order: number[], x: number, y: number): void {
  const before = order[x]!
  order[x] = order[y]!
  order[y] = before
}

/** The same tree with the parts of every join turned so that the one with the earliest picture comes first. */
function firstFirst(
  composition: Composition,
  order: readonly number[],
): { composition: Composition; order: readonly number[] } {
  let next = 0
  const walk = (part: Composition): { composition: Composition; order: readonly number[] } => {
    if (part === '.') return { composition: '.', order: [order[next++]!] }
    const parts = partsOf(part)
      .map(walk)
      .sort((a, b) => Math.min(...a.order) - Math.min(...b.order))
    const list = parts.map((one) => one.composition)
    return {
      composition: 'beside' in part ? { beside: list } : { stacked: list },
      order: parts.flatMap((one) => one.order),
    }
  }
  return walk(composition)
}
