import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Step } from '../blocks/step.ts'
import { textOf } from '../blocks/table.ts'
import { STARTING_STYLE } from '../house/house-style.ts'
import { type Block, isRow } from '../post/body.ts'
import { block } from '../testing/arbitraries.ts'
import { rowOf, text } from '../testing/builders.ts'
import { backspaceInSteps, changeSteps, enterInSteps, makeSteps, moveStep, unmakeSteps } from './edits.ts'
import { stepColumns, stepsWideFrom } from './room.ts'
import { stepOfEach, stepStart, stretchesOf, withinAt } from './steps.ts'

const house = STARTING_STYLE
const row = (picture: string): Block => rowOf([picture])
const step = (words: string, number: Step['attrs']['number'] = null): Block => ({
  type: 'step',
  attrs: { number, pictures: null },
  ...(words ? { content: [{ type: 'text', text: words }] } : {}),
})
const end: Block = { type: 'stepsEnd' }
const heading = (level: 2 | 3): Block => ({ type: 'heading', attrs: { level } })
const numbers = (blocks: readonly Block[]) => stepOfEach(blocks, house).map((one) => one?.number ?? null)
/** A short form: s for a step, p for text, r for a row, | for the end. */
const inShort = (blocks: readonly Block[]) =>
  blocks.map((one) => ({ step: 's', paragraph: 'p', row: 'r', stepsEnd: '|' })[one.type as string] ?? '?').join('')

describe('steps in a body', () => {
  it('begin with their words and hold what follows, up to the next or to what ends a list', () => {
    expect(numbers([text('a'), step('b'), row('x'), step('c'), text('d'), end, text('e')])).toEqual([
      null,
      1,
      1,
      2,
      2,
      null,
      null,
    ])
    expect(numbers([step('a'), heading(3), heading(2), text('b')])).toEqual([1, 1, null, null])
    expect(numbers([step('a'), { type: 'horizontalRule' }, row('x')])).toEqual([1, null, null])
  })
  it('are numbered from one, from any number, or on from the list before', () => {
    expect(numbers([step('a', 5), step('b'), end, step('c'), end, step('d', 'on'), step('e')])).toEqual([
      5,
      6,
      null,
      1,
      null,
      2,
      3,
    ])
    expect(numbers([step('a', 'on'), step('b', 'on'), step('c', 9), step('d')])).toEqual([1, 2, 9, 10])
  })
  it('have their pictures beside their words where house, list and room say so', () => {
    const blocks = [step('a'), row('x'), end, row('y')]
    expect([1, 2, 3, 4].map((place) => withinAt(blocks, place, house))).toEqual(['column', 'column', 'page', 'page'])
    expect(withinAt(blocks, 2, { ...house, steps: 'below' })).toBe('step')
    expect(stepOfEach([step('a')], house)[0]).toMatchObject({ columns: true, beside: false })
    expect(stepColumns({ ...house, outset: 0, measure: 320 })).toBeNull()
  })
  it('leave words a line that reads well, and pictures the room out to where outset rows end', () => {
    const { words, pictures, from } = stepColumns(house)!
    expect(words + house.space + pictures).toBeCloseTo(house.measure + house.outset, 0)
    expect(from).toBe(house.measure + 2 * house.outset + 2 * house.margin)
    expect(stepsWideFrom(house)).toBeLessThan(from)
  })
})

describe('writing steps', () => {
  it('goes on with Enter: pictures stay with their words', () => {
    const blocks = [step('abcd'), row('x')]
    const at = enterInSteps(blocks, { at: 0, offset: 4 })!
    expect(inShort(at.blocks)).toBe('srs')
    expect(at.caret).toEqual({ at: 2, offset: 0 })
    const parted = enterInSteps(blocks, { at: 0, offset: 1 })!
    expect(parted.blocks.map((one) => (isRow(one) ? 'row' : textOf(one)))).toEqual(['a', 'row', 'bcd'])
  })
  it('ends with Enter in an empty step, and parts a list where more follow', () => {
    expect(inShort(enterInSteps([step('a'), step('')], { at: 1, offset: 0 })!.blocks)).toBe('s|p')
    const parted = enterInSteps([step('a'), step(''), step('c')], { at: 1, offset: 0 })!
    expect(inShort(parted.blocks)).toBe('s|ps')
    expect(numbers(parted.blocks)).toEqual([1, null, null, 2])
    expect(inShort(enterInSteps([step('a'), step(''), end, text('b')], { at: 1, offset: 0 })!.blocks)).toBe('s|pp')
  })
  it('makes the next step of an empty paragraph at the end of one', () => {
    expect(inShort(enterInSteps([step('a'), text('b'), { type: 'paragraph' }], { at: 2, offset: 0 })!.blocks)).toBe(
      'sps',
    )
    expect(enterInSteps([step('a'), text('b')], { at: 1, offset: 1 })).toBeNull()
  })
  it('joins a step to the one before with Backspace', () => {
    expect(inShort(backspaceInSteps([step('a'), step('b'), row('x')], { at: 1, offset: 0 })!.blocks)).toBe('spr')
    expect(backspaceInSteps([step('a')], { at: 0, offset: 1 })).toBeNull()
  })
  it('makes steps of paragraphs, lists and rows, and text of steps', () => {
    const list: Block = {
      type: 'orderedList',
      attrs: { start: 1 },
      content: [text('one'), text('two')].map((one) => ({ type: 'listItem', content: [one as never] })),
    }
    expect(inShort(makeSteps([row('x'), text('a'), text('b'), row('y'), list, text('after')], 0, 5))).toBe('srsrss|p')
    expect(inShort(makeSteps([text('a')], 0, 1))).toBe('s')
    expect(inShort(makeSteps([text('a'), heading(2)], 0, 1))).toBe('s?')
    expect(inShort(unmakeSteps([step('a'), row('x'), step('b'), step('c')], 2, 3))).toBe('sr|ps')
    expect(inShort(unmakeSteps([step('a'), row('x'), end, text('b')], 0, 2))).toBe('prp')
  })
  it('moves a step with all that belongs to it; numbers stay', () => {
    const blocks = [step('a', 4), row('x'), step('b'), text('more'), end]
    const moved = moveStep(blocks, { at: 3, offset: 2 }, -1)!
    expect(moved.blocks.map((one) => (isRow(one) ? 'row' : textOf(one)))).toEqual(['b', 'more', 'a', 'row', ''])
    expect(numbers(moved.blocks).slice(0, 4)).toEqual([4, 4, 5, 5])
    expect(moved.caret).toEqual({ at: 1, offset: 2 })
    expect(moveStep(blocks, { at: 3, offset: 0 }, 1)).toBeNull()
  })
  it('is one for the whole list: its first number, where its pictures stand', () => {
    const changed = changeSteps([step('a'), row('x'), step('b'), end, step('c')], 2, { number: 7, pictures: 'below' })
    expect(numbers(changed)).toEqual([7, 7, 8, null, 1])
    expect(changed.map((one) => (one.type === 'step' ? one.attrs.pictures : null))).toEqual([
      'below',
      null,
      'below',
      null,
      null,
    ])
  })
})

describe('whatever stands in a body', () => {
  const bodies = fc.array(block, { minLength: 1, maxLength: 12 })
  const words = (blocks: readonly Block[]) =>
    blocks
      .flatMap((one) => (isRow(one) ? [] : [textOf(one)]))
      .join(' ')
      .split(/\s+/)
      .filter(Boolean)
      .sort()
  const rows = (blocks: readonly Block[]) => blocks.filter(isRow)
  it('every block stands in just one stretch, in order', () => {
    fc.assert(
      fc.property(bodies, (blocks) => {
        const positions = stretchesOf(blocks, house).flatMap((one) =>
          one.type === 'block'
            ? [one.at]
            : one.steps.flatMap(({ at, end: after }) => Array.from({ length: after - at }, (_, i) => at + i)),
        )
        expect(positions).toEqual(blocks.map((_, i) => i))
        blocks.forEach((_, i) => expect(stepOfEach(blocks, house)[i]?.at ?? -1).toBe(stepStart(blocks, i)))
      }),
    )
  })
  it('edits lose no word and no row', () => {
    fc.assert(
      fc.property(bodies, fc.nat(), fc.nat(), fc.nat(30), (blocks, a, b, offset) => {
        const [from, to] = [a % blocks.length, b % blocks.length].sort((x, y) => x - y) as [number, number]
        const caret = { at: from, offset }
        const edited = [
          makeSteps(blocks, from, to + 1),
          unmakeSteps(blocks, from, to + 1),
          changeSteps(blocks, from, { number: 3, pictures: 'below' }),
          moveStep(blocks, caret, 1)?.blocks,
          moveStep(blocks, caret, -1)?.blocks,
          backspaceInSteps(blocks, caret)?.blocks,
        ]
        for (const after of edited) {
          if (!after) continue
          expect(words(after)).toEqual(words(blocks))
          expect(new Set(rows(after))).toEqual(new Set(rows(blocks)))
          expect(rows(after)).toHaveLength(rows(blocks).length)
        }
        // A word that Enter parts becomes two: letters are counted.
        const entered = enterInSteps(blocks, caret)?.blocks
        if (entered) {
          expect(words(entered).join('').length).toBe(words(blocks).join('').length)
          expect(rows(entered)).toEqual(rows(blocks))
        }
      }),
      { numRuns: 300 },
    )
  })
})
