import type { HouseStyle } from '../house/house-style.ts'
import type { Block } from '../post/body.ts'
import { stepColumns } from './room.ts'

/**
 * Steps stand in a body as they are read: a block that begins a step, then whatever belongs to it, up to the next. So
 * any order of blocks is a post, and a row that is moved into a step belongs to it from then on.
 */

/** In what a row stands: between the blocks of the page, in a step, or in the column of pictures beside a step's words. */
export type RowWithin = 'page' | 'step' | 'column'

export interface Step {
  /** position of the block that begins it */
  readonly at: number
  /** position after its last block */
  readonly end: number
  readonly number: number
  /** pictures stand beside words in its list, where there is room */
  readonly columns: boolean
  /** that, and it has pictures */
  readonly beside: boolean
}

/** A stretch of a body: one block, or steps that follow one another. */
export type Stretch =
  | { readonly type: 'block'; readonly at: number }
  | { readonly type: 'steps'; readonly steps: readonly Step[] }

const PARTS_TEXT: ReadonlySet<string> = new Set(['stepsEnd', 'horizontalRule', 'shownPosts'])
/** What ends a list of steps: its own end mark, and what parts a text anyhow. */
export const endsSteps = (block: Block): boolean =>
  PARTS_TEXT.has(block.type) || (block.type === 'heading' && block.attrs.level === 2)

/** The position after the last block of the step that begins here. O(its blocks). */
export function stepEnd(blocks: readonly Block[], at: number): number {
  let end = at + 1
  while (end < blocks.length && blocks[end]!.type !== 'step' && !endsSteps(blocks[end]!)) end++
  return end
}

/** The position of the block that begins the step to which this block belongs; -1 for none. O(its blocks). */
export function stepStart(blocks: readonly Block[], at: number): number {
  for (let i = at; i >= 0 && !endsSteps(blocks[i]!); i--) if (blocks[i]!.type === 'step') return i
  return -1
}

const known = new WeakMap<readonly Block[], { readonly house: HouseStyle; readonly stretches: readonly Stretch[] }>()

/** The body in stretches, in order. Remembered with the blocks. O(blocks). */
export function stretchesOf(blocks: readonly Block[], house: HouseStyle): readonly Stretch[] {
  const found = known.get(blocks)
  if (found?.house === house) return found.stretches
  const stretches: Stretch[] = []
  let number = 0
  for (let at = 0; at < blocks.length; ) {
    if (blocks[at]!.type !== 'step') {
      stretches.push({ type: 'block', at: at++ })
      continue
    }
    const list = stepsFrom(blocks, at, number, house)
    number = list.at(-1)!.number
    at = list.at(-1)!.end
    stretches.push({ type: 'steps', steps: list })
  }
  known.set(blocks, { house, stretches })
  return stretches
}

/** The steps that follow one another from this block on. `before` is the last number of the list before. */
function stepsFrom(blocks: readonly Block[], first: number, before: number, house: HouseStyle): Step[] {
  const steps: Step[] = []
  let columns = false
  let number = 0
  for (let at = first; at < blocks.length && !endsSteps(blocks[at]!); ) {
    const block = blocks[at]!
    if (block.type !== 'step') throw new TypeError(`blocks[${at}]: expected a step, got ${block.type}`)
    if (at === first) columns = (block.attrs.pictures ?? house.steps) === 'beside' && stepColumns(house) !== null
    const { number: own } = block.attrs
    number = own === 'on' && at === first ? before + 1 : typeof own === 'number' ? own : number + 1
    const end = stepEnd(blocks, at)
    const rows = blocks.slice(at, end).some(({ type }) => type === 'row')
    steps.push({ at, end, number, columns, beside: columns && rows })
    at = end
  }
  return steps
}

/** The step to which each block belongs; null for none. O(blocks). */
export function stepOfEach(blocks: readonly Block[], house: HouseStyle): readonly (Step | null)[] {
  return stretchesOf(blocks, house).flatMap((stretch): (Step | null)[] =>
    stretch.type === 'block' ? [null] : stretch.steps.flatMap((step) => Array(step.end - step.at).fill(step)),
  )
}

/** In what a row stands, or would stand at this place between the blocks. */
export function withinAt(blocks: readonly Block[], place: number, house: HouseStyle): RowWithin {
  const before = blocks[place - 1]
  if (!before || endsSteps(before)) return 'page'
  const step = stepOfEach(blocks, house)[place - 1]
  // A step without pictures has them beside its words as soon as one is there.
  return step ? (step.columns ? 'column' : 'step') : 'page'
}

/** In what a row that is this block stands, for each block. O(blocks). */
export const withinOfEach = (blocks: readonly Block[], house: HouseStyle): readonly RowWithin[] =>
  stepOfEach(blocks, house).map((step) => (step ? (step.columns ? 'column' : 'step') : 'page'))

/** In what a row stands, or where it is not in the body would stand at this place. */
export function withinOf(blocks: readonly Block[], rowId: string, place: number, house: HouseStyle): RowWithin {
  const at = blocks.findIndex((block) => block.type === 'row' && block.attrs.id === rowId)
  return withinAt(blocks, at < 0 ? place : at + 1, house)
}
