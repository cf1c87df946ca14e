import { type Composition, MOST_COMPOSED } from '../post/composition.ts'
import { breakRows } from './break-rows.ts'
import { searchCompositions } from './patchwork.ts'
import { stackedPatchworks } from './stacked-patchwork.ts'

/** Looked at for one place: the best may be too small somewhere, or have no room for captions. */
const LOOKED_AT = 6
/** Every candidate of a list of ways asks the same of the same pictures. */
const REMEMBERED = 60
const known = new Map<string, readonly Composition[]>()

/**
 * The few compositions that suit these pictures best in a container of `width` px, best first. Shapes so extreme that
 * every one of them would be spoilt by another are joined in lines, which always can be done.
 */
export function bestCompositions(
  aspects: readonly number[],
  leads: readonly number[],
  width: number,
  gap: number,
): readonly Composition[] {
  const key = `${aspects.join()} ${leads.join()} ${width} ${gap}`
  const before = known.get(key)
  if (before) return before
  const found =
    aspects.length > MOST_COMPOSED
      ? stackedPatchworks(aspects, leads, width, gap)
      : searchCompositions({ aspects, leads }, width, gap, LOOKED_AT).map(({ composition }) => composition)
  const best = found.length ? found : [inLines(aspects, width, gap)]
  if (known.size >= REMEMBERED) known.delete(known.keys().next().value!)
  known.set(key, best)
  return best
}

function inLines(aspects: readonly number[], width: number, gap: number): Composition {
  const across = Math.ceil(Math.sqrt(aspects.length))
  const { counts } = breakRows(aspects, width, gap, { height: width / across })
  const lines = counts.map(
    (count): Composition => (count === 1 ? '.' : { beside: Array.from({ length: count }, () => '.') }),
  )
  return lines.length === 1 ? lines[0]! : { stacked: lines }
}
