import type { Inline } from '../blocks/inline.ts'
import type { Step } from '../blocks/step.ts'
import type { TextBlock } from '../blocks/table.ts'
import type { Block } from '../post/body.ts'
import type { StepPictures } from '../post/step-pictures.ts'
import { endsSteps, stepEnd, stepStart } from './steps.ts'

/** What writers do with steps: on the blocks of a post and the caret among them. Nothing of words and rows is lost. */

/** Where the caret stands: in which block, and how many letters into it; a break counts as one. */
export interface Caret {
  readonly at: number
  readonly offset: number
}

export interface Edited {
  readonly blocks: readonly Block[]
  readonly caret: Caret
}

const stepOf = (content: Step['content'], attrs: Step['attrs'] = { number: null, pictures: null }): Step => ({
  type: 'step',
  attrs,
  ...(content?.length ? { content } : {}),
})
const paragraphOf = (content: Step['content']): Block => ({
  type: 'paragraph',
  ...(content?.length ? { content } : {}),
})
const END: Block = { type: 'stepsEnd' }

/** Inline content before and after so many letters. */
function parted(content: readonly Inline[] = [], offset: number): [Inline[], Inline[]] {
  const before: Inline[] = []
  const after: Inline[] = []
  let left = offset
  for (const part of content) {
    const length = part.type === 'text' ? part.text.length : 1
    if (part.type === 'text' && left > 0 && left < length) {
      before.push({ ...part, text: part.text.slice(0, left) })
      after.push({ ...part, text: part.text.slice(left) })
    } else (left > 0 ? before : after).push(part)
    left = Math.max(0, left - length)
  }
  return [before, after]
}

const spliced = (blocks: readonly Block[], from: number, to: number, put: readonly Block[]): Block[] => [
  ...blocks.slice(0, from),
  ...put,
  ...blocks.slice(to),
]

/**
 * Enter: words of a step go on in the next one, and its pictures stay; an empty step ends the list; an empty paragraph at
 * the end of a step becomes the next. null where the key is a paragraph's own.
 */
export function enterInSteps(blocks: readonly Block[], { at, offset }: Caret): Edited | null {
  const block = blocks[at]
  const start = stepStart(blocks, at)
  if (!block || start < 0) return null
  const end = stepEnd(blocks, start)
  const { attrs } = blocks[start] as Step
  if (block.type === 'step') {
    if (!block.content?.length && end === at + 1) return leaveSteps(blocks, at)
    const [stays, goes] = parted(block.content, offset)
    const next = stepOf(goes, { number: null, pictures: attrs.pictures })
    return {
      blocks: spliced(blocks, at, end, [stepOf(stays, attrs), ...blocks.slice(at + 1, end), next]),
      caret: { at: end, offset: 0 },
    }
  }
  if (block.type === 'paragraph' && !block.content?.length && at === end - 1)
    return {
      blocks: spliced(blocks, at, end, [stepOf([], { number: null, pictures: attrs.pictures })]),
      caret: { at, offset: 0 },
    }
  return null
}

/** An empty step becomes the paragraph that goes on after the list, or stands between its two parts. */
function leaveSteps(blocks: readonly Block[], at: number): Edited {
  const inList = at > 0 && stepStart(blocks, at - 1) >= 0
  const next = blocks[at + 1]
  const rest =
    next?.type === 'stepsEnd'
      ? blocks.slice(at + 2)
      : next?.type === 'step'
        ? [goingOn(next), ...blocks.slice(at + 2)]
        : blocks.slice(at + 1)
  return {
    blocks: [...blocks.slice(0, at), ...(inList ? [END] : []), paragraphOf([]), ...rest],
    caret: { at: at + (inList ? 1 : 0), offset: 0 },
  }
}

/** The first step of a part of a list that was parted: it goes on with the number it had. */
const goingOn = (step: Step): Step =>
  step.attrs.number === null ? { ...step, attrs: { ...step.attrs, number: 'on' } } : step

/** Backspace before the first letter of a step: its words belong to the step before, or to the text. null elsewhere. */
export function backspaceInSteps(blocks: readonly Block[], { at, offset }: Caret): Edited | null {
  const block = blocks[at]
  if (block?.type !== 'step' || offset > 0) return null
  return { blocks: spliced(blocks, at, at + 1, [paragraphOf(block.content)]), caret: { at, offset } }
}

/**
 * Makes blocks `from` up to `to` into steps: a step for each paragraph and each item of a list, with the rows that follow
 * it; rows before the first words go with those. Text that goes on after them is no step.
 */
export function makeSteps(blocks: readonly Block[], from: number, to: number): Block[] {
  const before = from > 0 ? stepStart(blocks, from - 1) : -1
  const pictures = before < 0 ? null : (blocks[before] as Step).attrs.pictures
  const made: Block[] = []
  let waiting: Block[] = []
  const begin = (content: Step['content']) => {
    made.push(stepOf(content, { number: null, pictures }), ...waiting)
    waiting = []
  }
  for (const block of blocks.slice(from, to)) {
    if (block.type === 'paragraph') {
      if (block.content?.length) begin(block.content)
    } else if (block.type === 'orderedList' || block.type === 'bulletList')
      for (const { content } of block.content) {
        const [first, ...rest] = content as [TextBlock, ...TextBlock[]]
        if (first.type === 'paragraph') begin(first.content)
        else {
          begin([])
          made.push(first)
        }
        made.push(...rest)
      }
    else if (block.type === 'step') {
      made.push(block, ...waiting)
      waiting = []
    } else if (made.length === 0) waiting.push(block)
    else made.push(block)
  }
  if (waiting.length || made.length === 0) begin([])
  const next = blocks[to]
  const goesOn = next !== undefined && next.type !== 'step' && !endsSteps(next) && stepStart(blocks, to) < 0
  return spliced(blocks, from, to, goesOn ? [...made, END] : made)
}

/** Makes the steps that blocks `from` up to `to` touch into text again; those before and after stay steps, and keep their numbers. */
export function unmakeSteps(blocks: readonly Block[], from: number, to: number): Block[] {
  const first = stepStart(blocks, from)
  const last = stepStart(blocks, to - 1)
  if (first < 0 || last < 0) return [...blocks]
  const end = stepEnd(blocks, last)
  const text = blocks.slice(first, end).map((block) => (block.type === 'step' ? paragraphOf(block.content) : block))
  const next = blocks[end]
  const inList = first > 0 && stepStart(blocks, first - 1) >= 0
  const rest =
    next?.type === 'step'
      ? [goingOn(next), ...blocks.slice(end + 1)]
      : blocks.slice(next?.type === 'stepsEnd' ? end + 1 : end)
  return [...blocks.slice(0, first), ...(inList ? [END] : []), ...text, ...rest]
}

/** Moves the step to which a block belongs before the one before it, or after the next; the list's numbers stay where they are. */
export function moveStep(blocks: readonly Block[], { at, offset }: Caret, by: -1 | 1): Edited | null {
  const own = stepStart(blocks, at)
  if (own < 0) return null
  const other = by < 0 ? (own > 0 ? stepStart(blocks, own - 1) : -1) : stepEnd(blocks, own)
  if (other < 0 || blocks[other]?.type !== 'step') return null
  const [first, second] = by < 0 ? [other, own] : [own, other]
  const end = stepEnd(blocks, second)
  const { number: a, pictures } = (blocks[first] as Step).attrs
  const { number: b } = (blocks[second] as Step).attrs
  const as = (step: Block, number: Step['attrs']['number']): Block => ({
    ...(step as Step),
    attrs: { number, pictures },
  })
  const moved = [
    as(blocks[second]!, a),
    ...blocks.slice(second + 1, end),
    as(blocks[first]!, b),
    ...blocks.slice(first + 1, second),
  ]
  const shift = by < 0 ? first - second : end - second
  return { blocks: spliced(blocks, first, end, moved), caret: { at: at + shift, offset } }
}

/** Sets from which number the list goes to which a block belongs, or where its pictures stand. */
export function changeSteps(
  blocks: readonly Block[],
  at: number,
  change: { readonly number?: Step['attrs']['number']; readonly pictures?: StepPictures | null },
): Block[] {
  const own = stepStart(blocks, at)
  if (own < 0) return [...blocks]
  let first = own
  for (let before = own; before >= 0; before = first > 0 ? stepStart(blocks, first - 1) : -1) first = before
  const changed = [...blocks]
  for (let i = first; blocks[i]?.type === 'step'; i = stepEnd(blocks, i)) {
    const step = blocks[i] as Step
    const { number = step.attrs.number, pictures = step.attrs.pictures } = change
    changed[i] = { ...step, attrs: { number: i === first ? number : step.attrs.number, pictures } }
  }
  return changed
}
