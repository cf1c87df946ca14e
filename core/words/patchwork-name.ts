import { placeAmong } from '../geometry/place-among.ts'
import type { Box } from '../layout/row-layout.ts'
import { type Composition, partsOf, sizeOf } from '../post/composition.ts'
import { capital, spelled } from './numbers.ts'

/** One picture is the large one where it has so many times the area of the next. */
const LARGE = 1.8
/** Sizes are even where no picture has so many times the area of another. */
const EVEN = 1.7
/** More parts than these are not read out one by one. */
const MOST_SAID = 5
/** width / height under which a picture is tall, and over which it is wide */
const TALL = 0.85
const WIDE = 1.9

/**
 * What one sees of a patchwork, so that several are told apart: "Tall one at the left", "Two over three", "Even sizes,
 * three over two over two".
 */
export function patchworkName(composition: Composition, boxes: readonly Box[]): string {
  const areas = boxes.map(({ w, h }) => w * h)
  const largest = areas.indexOf(Math.max(...areas))
  const others = areas.filter((_, i) => i !== largest)
  if (boxes.length > 2 && areas[largest]! > LARGE * Math.max(...others)) {
    const { w, h } = boxes[largest]!
    const shape = w / h < TALL ? 'Tall' : w / h > WIDE ? 'Wide' : 'Large'
    return `${shape} one ${placeIn(boxes, largest)}`
  }
  const build = buildOf(composition)
  return boxes.length > 3 && Math.max(...areas) < EVEN * Math.min(...areas) ? `Even sizes, ${build}` : capital(build)
}

/** "two over three", "one beside two beside two": how many stand in each part. */
function buildOf(composition: Composition): string {
  if (composition === '.') return 'one'
  const parts = partsOf(composition).map((part) => spelled(sizeOf(part)))
  if (parts.length > MOST_SAID) return `${spelled(parts.length)} lines`
  return parts.join('beside' in composition ? ' beside ' : ' over ')
}

/** Where a picture stands: "at the left", "at the top right", "in the middle". */
export function placeIn(boxes: readonly Box[], index: number): string {
  const { down, across } = placeAmong(boxes, index)
  const words = [down, across].filter((word) => word !== 'middle')
  return words.length ? `at the ${words.join(' ')}` : 'in the middle'
}

/** A way that is to have a name of its own. */
export interface Named {
  readonly name: string
  readonly boxes: readonly Box[]
  /** it sits wider than where it was asked for */
  readonly wider: boolean
}

/** What else one sees, to be said of those whose names are alike. */
const FEATURES: readonly ((one: Named) => string)[] = [
  ({ wider }) => (wider ? 'wider' : ''),
  ({ boxes }) => `largest ${placeIn(boxes, indexOf(boxes, Math.max))}`,
  ({ boxes }) => `smallest ${placeIn(boxes, indexOf(boxes, Math.min))}`,
  ({ boxes }) => `${Math.round(Math.max(...boxes.map(({ y, h }) => y + h)))} high`,
  ({ boxes }) => `first one ${Math.round(boxes[0]!.w)} wide`,
]

/** A name for each, unlike those of the others: where some are alike, features are said until they are told apart. */
export function toldApart(ways: readonly Named[]): string[] {
  let names = ways.map(({ name }) => name)
  for (const feature of FEATURES) {
    const said = ways.map(feature)
    const before = names
    names = before.map((name, i) => {
      const differs = before.some((other, j) => other === name && said[j] !== said[i])
      return differs && said[i] ? `${name}, ${said[i]}` : name
    })
  }
  return names
}

function indexOf(boxes: readonly Box[], pick: (...areas: number[]) => number): number {
  const areas = boxes.map(({ w, h }) => w * h)
  return areas.indexOf(pick(...areas))
}
