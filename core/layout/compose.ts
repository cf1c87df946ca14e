import { type Composition, partsOf } from '../post/composition.ts'
import { type JoinTree, leaf } from './join-tree.ts'

/** The tree of joins that a composition makes of these pictures, taken in order, each over a caption band of its own, px. O(pictures). */
export function compose(composition: Composition, aspects: readonly number[], bands: readonly number[] = []): JoinTree {
  let next = 0
  const build = (part: Composition): JoinTree => {
    if (part === '.') {
      const index = next++
      return leaf(index, aspects[index]!, bands[index])
    }
    return { type: 'beside' in part ? 'beside' : 'stacked', parts: partsOf(part).map(build) }
  }
  const tree = build(composition)
  if (next !== aspects.length) throw new RangeError(`composition: expected ${aspects.length} pictures, got ${next}`)
  return tree
}
