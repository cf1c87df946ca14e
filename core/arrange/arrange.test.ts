import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Block } from '../post/body.ts'
import { withRows } from '../post/changes/arranged-rows.ts'
import { Body, rowsOf } from '../post/body.ts'
import { block, pictureSize } from '../testing/arbitraries.ts'
import { arrangeRequest, madeUpDay, WISHES } from '../testing/arrange-request.ts'
import { STARTING_STYLE } from '../house/house-style.ts'
import { heading, picture, rowOf, tall, text, wide } from '../testing/builders.ts'
import { against, arrange, programmeOf } from './arrange.ts'
import { solve } from './programme.ts'
import type { Programme } from './steps.ts'
import { ARRANGED_KINDS, type ArrangeRequest, type Pin, WISH_STEPS } from './request.ts'
import type { Group } from './terms.ts'

const WORDS = 'The wind came round to the north before the tide had turned and we let the line run out. '
const long = (more = '') => text(WORDS.repeat(4) + more)

/** The cheapest by looking at every one: all groupings, all ways, all places that never fall. */
function cheapest(programme: Programme): number {
  const { pictures, lengths, open, options, fixed, mayLeave, places } = programme
  let best = Infinity
  const go = (at: number, place: number, groups: Group[], left: number): void => {
    if (at === pictures) {
      const cost = against(programme, groups, left).reduce((sum, one) => sum + one.cost, 0)
      best = Math.min(best, cost)
      return
    }
    if (mayLeave(at)) go(at + 1, place, groups, left + 1)
    for (const length of lengths) {
      const held = at + length <= pictures ? fixed(at, length) : 'no'
      if (held === 'no') continue
      for (const next of open) {
        if (next < place || (held && held.place !== next)) continue
        const all = options[places.standing[next]!]!.of(at, length)
        const asked = held ? all.filter(({ look }) => look === held.look) : all
        for (const option of asked.length ? asked : all)
          go(at + length, next, [...groups, { start: at, length, option, place: next }], left)
      }
    }
  }
  go(0, 0, [], 0)
  return best
}

/** Every option but the first few is taken away: looking at all of them would take a day. */
const fewer = (programme: Programme, most: number): Programme => {
  const { page, column } = programme.options
  const of = (all: typeof page) => ({ of: (start: number, length: number) => all!.of(start, length).slice(0, most) })
  return { ...programme, options: { page: of(page), ...(column ? { column: of(column) } : {}) } }
}

const step = (pictures: 'beside' | 'below'): Block => ({
  type: 'step',
  attrs: { number: null, pictures },
  content: [{ type: 'text', text: WORDS }],
})

const shapes = fc.constantFrom('wide', 'tall', 'twin')
const smallText = fc.array(
  fc.oneof(
    { weight: 3, arbitrary: fc.constantFrom('', 'A kite.', WORDS, WORDS.repeat(9), 'It goes so:').map(text) },
    { weight: 1, arbitrary: fc.constantFrom<Block>(heading('The kite'), { type: 'horizontalRule' }) },
    {
      weight: 1,
      arbitrary: fc.constant<Block>({
        type: 'bulletList',
        content: [{ type: 'listItem', content: [text('Spar') as never] }],
      }),
    },
    { weight: 1, arbitrary: fc.constant(0).map(() => rowOf(['stands'])) },
    { weight: 1, arbitrary: fc.constantFrom<Block>(step('beside'), step('below')) },
  ),
  { minLength: 1, maxLength: 3 },
)

describe('the programme', () => {
  it('finds what costs least of all, as looking at every one does', () => {
    fc.assert(
      fc.property(
        fc.array(shapes, { minLength: 1, maxLength: 4 }),
        smallText,
        fc.record({
          rows: fc.constantFrom(...WISH_STEPS),
          size: fc.constantFrom(...WISH_STEPS),
          leaveOut: fc.boolean(),
        }),
        fc.array(fc.integer({ min: 0, max: 20_000 }), { minLength: 4, maxLength: 4 }),
        fc.nat(),
        (kinds, content, wishes, gaps, pin) => {
          let at = Date.UTC(2026, 4, 9)
          const pictures = kinds.map((kind, i) => {
            at += gaps[i]! * 1000
            const more = { takenAt: new Date(at).toISOString().slice(0, 19), alt: i % 2 ? 'Kite' : '' }
            const flaws = gaps[i]! % 3 ? [] : (['blurred'] as const)
            const focus = { x: (gaps[i]! % 11) / 10, y: 0.5 }
            const own = { ...more, alike: kind === 'twin' ? 7 : null, flaws: [...flaws], focus }
            return kind === 'tall' ? tall(`pic-${i}`, own) : wide(`pic-${i}`, own)
          })
          const pins: Pin[] =
            pin % 3 === 0
              ? [{ pictures: ['pic-0'], look: 'one measure  ', place: Math.min(pin % 4, content.length) }]
              : []
          const leads = pin % 2 ? ['pic-1'] : []
          const request = arrangeRequest(pictures, content, { wishes: { ...WISHES, ...wishes }, pins, leads })
          const programme = fewer(programmeOf(request), pictures.length > 3 ? 2 : 4)
          expect(solve(programme).cost).toBeCloseTo(cheapest(programme), 6)
        },
      ),
      { numRuns: 250 },
    )
  })
})

/** A pin for some row of an arrangement. */
const pinOf = (request: ArrangeRequest, nth: number): Pin[] => {
  const { rows } = arrange(request)
  const row = rows[nth % rows.length]
  return row ? [{ pictures: row.pictures, look: row.look, place: row.place }] : []
}

describe('an arrangement', () => {
  it('holds every picture once and in order, every block and every pin, whatever pictures and text are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ size: pictureSize, alike: fc.option(fc.integer({ min: 0, max: 3 })), alt: fc.string() }), {
          minLength: 1,
          maxLength: 40,
        }),
        fc.array(block, { minLength: 1, maxLength: 12 }),
        fc.record({
          rows: fc.constantFrom(...WISH_STEPS),
          size: fc.constantFrom(...WISH_STEPS),
          kinds: fc.subarray([...ARRANGED_KINDS]),
          leaveOut: fc.boolean(),
        }),
        fc.nat(),
        (list, content, wishes, nth) => {
          const pictures = list.map(({ size, ...more }, i) => picture(`pic-${i}`, size.width, size.height, more))
          const first = arrangeRequest(pictures, content, { wishes })
          const pins = pinOf(first, nth)
          const request = { ...first, pins }
          const { rows, leftOut } = arrange(request)
          const ids = rows.flatMap((row) => row.pictures)
          expect(pictures.map(({ id }) => id).filter((id) => !leftOut.includes(id))).toEqual(ids)
          if (!wishes.leaveOut) expect(leftOut).toEqual([])
          for (const id of leftOut) expect(pictures.find((one) => one.id === id)!.alike).not.toBeNull()
          for (const pin of pins) expect(rows).toContainEqual(expect.objectContaining(pin))
          const places = rows.map(({ place }) => place)
          expect(places).toEqual([...places].sort((a, b) => a - b))
          const body = withRows(request.body, rows)
          Body.parse(body)
          const arranged = new Set(rows.map(({ row }) => row.id))
          const others = body.content.filter((one) => one.type !== 'row' || !arranged.has(one.attrs.id))
          expect(others).toEqual(content)
          expect(rowsOf(body).filter(({ id }) => arranged.has(id))).toEqual(rows.map(({ row }) => row))
        },
      ),
      { numRuns: 120 },
    )
  })
  it('is the same for the same request, and another where one has been seen', () => {
    const request = madeUpDay(30, 10, 3)
    const first = arrange(request)
    expect(arrange(request)).toEqual(first)
    const second = arrange({ ...request, seen: first.rows })
    const runs = (rows: typeof first.rows) => rows.map(({ pictures }) => pictures.join())
    const same = runs(second.rows).filter((run) => runs(first.rows).includes(run))
    expect(same.length).toBeLessThan(first.rows.length / 2)
  })
  it('changes little where little changes', () => {
    const request = madeUpDay(40, 12, 5)
    const first = arrange(request)
    const fewer = { ...request, pictures: request.pictures.slice(0, -1) }
    const kept = (rows: typeof first.rows) => {
      const before = new Set(first.rows.map(({ pictures }) => pictures.join()))
      return rows.filter(({ pictures }) => before.has(pictures.join())).length
    }
    expect(kept(arrange({ ...fewer, before: first.rows }).rows)).toBeGreaterThanOrEqual(first.rows.length - 2)
  })
  it('has more rows, and larger pictures, where one wants them', () => {
    const request = madeUpDay(40, 30, 8)
    const rowsAt = (rows: -2 | 0 | 2) => arrange({ ...request, wishes: { ...WISHES, rows } }).rows.length
    expect(rowsAt(-2)).toBeLessThan(rowsAt(0))
    expect(rowsAt(0)).toBeLessThan(rowsAt(2))
    const areaAt = (size: -2 | 0 | 2) => {
      const { rows } = arrange({ ...request, wishes: { ...WISHES, size } })
      return rows.reduce((sum, { option, pictures }) => sum + option.area * pictures.length, 0)
    }
    expect(areaAt(-2)).toBeLessThan(areaAt(0))
    expect(areaAt(0)).toBeLessThan(areaAt(2))
  })
})

describe('by hand', () => {
  const places = (request: ArrangeRequest) =>
    arrange(request).rows.map(({ pictures, place }) => [pictures.join(), place])
  it('sets a picture after the paragraph that speaks of it', () => {
    const content = [long(), long('The lantern kite is out.'), long(), long('Here is the ferry.'), long()]
    const pictures = [wide('lant', { alt: 'A lantern on a kite' }), wide('ferr', { title: 'The ferry' })]
    expect(places(arrangeRequest(pictures, content))).toEqual([
      ['lant', 2],
      ['ferr', 4],
    ])
  })
  it('spreads pictures of which nothing is said', () => {
    const content = Array.from({ length: 8 }, () => long())
    const rows = places(arrangeRequest([wide('aaaa'), wide('bbbb'), wide('cccc')], content))
    expect(rows.every(([, place]) => (place as number) > 0)).toBe(true)
    expect(new Set(rows.map(([, place]) => place)).size).toBe(rows.length)
  })
  it('parts two occasions, and keeps a burst together', () => {
    const at = (id: string, takenAt: string) => wide(id, { takenAt })
    const morning = ['07:00:00', '07:00:02', '07:00:04'].map((time, i) => at(`morn${i}`, `2026-05-09T${time}`))
    const evening = ['19:00:00', '19:00:02', '19:00:04'].map((time, i) => at(`even${i}`, `2026-05-09T${time}`))
    const { rows } = arrange(
      arrangeRequest(
        [...morning, ...evening],
        Array.from({ length: 4 }, () => long()),
      ),
    )
    expect(rows.map(({ pictures }) => pictures.join())).toEqual(['morn0,morn1,morn2', 'even0,even1,even2'])
  })
  it('gives a lone portrait a form of its own', () => {
    const { rows } = arrange(
      arrangeRequest([tall('aaaa')], [long(), long()], { wishes: { ...WISHES, kinds: ['one'] } }),
    )
    expect(rows[0]!.row.one.width).toEqual({ unit: 'px', value: 333 })
  })
  it('does not part an announcement from its list', () => {
    const list: Block = { type: 'bulletList', content: [{ type: 'listItem', content: [text('Spar') as never] }] }
    const request = arrangeRequest([wide('aaaa')], [long(), text('You need:'), list, long()])
    expect(arrange(request).rows[0]!.place).not.toBe(2)
  })
  it('leaves a look-alike out only where it may', () => {
    const pictures = [wide('aaaa', { alike: 1 }), wide('bbbb', { alike: 1 }), wide('cccc')]
    const content = [long(), long(), long()]
    expect(arrange(arrangeRequest(pictures, content)).leftOut).toEqual([])
    const may = { wishes: { ...WISHES, leaveOut: true } }
    expect(arrange(arrangeRequest(pictures, content, may)).leftOut).toEqual(['bbbb'])
  })
  it('leaves out the look-alike that has a flaw, and never one that leads', () => {
    const pictures = [wide('aaaa', { alike: 1, flaws: ['blurred'] }), wide('bbbb', { alike: 1 }), wide('cccc')]
    const wishes = { ...WISHES, leaveOut: true }
    const content = [long(), long(), long()]
    expect(arrange(arrangeRequest(pictures, content, { wishes })).leftOut).toEqual(['aaaa'])
    expect(arrange(arrangeRequest(pictures, content, { wishes, leads: ['aaaa'] })).leftOut).toEqual(['bbbb'])
  })
  it('sets one that leads larger than it would, and marks it in its row', () => {
    for (let seed = 1; seed <= 6; seed++) {
      const request = madeUpDay(24, 8, seed)
      const lead = request.pictures[10]!.id
      const areaOf = (leads: string[]) => {
        const { row, option } = arrange({ ...request, leads }).rows.find(({ pictures }) => pictures.includes(lead))!
        if (row.pictures.length > 1) expect(row.pictures.some((one) => one.lead)).toBe(leads.length > 0)
        return option.area * (leads.length && row.kind === 'patchwork' ? 1.8 : 1)
      }
      expect(areaOf([lead])).toBeGreaterThanOrEqual(areaOf([]))
    }
  })
  it('has what a picture beside text shows on the side of the text', () => {
    const sideOf = (x: number) => {
      const wishes = { ...WISHES, kinds: ['beside' as const] }
      const content = [long(), long(), long()]
      return arrange(arrangeRequest([wide('aaaa', { focus: { x, y: 0.5 } })], content, { wishes })).rows[0]!.option.side
    }
    expect(sideOf(0.9)).toBe('left')
    expect(sideOf(0.1)).toBe('right')
  })
  it('prices rows in the column of a step at its width', () => {
    const content = [long(), step('beside'), long(), long()]
    const pictures = [wide('aaaa', { alt: 'the line' }), wide('bbbb'), wide('cccc')]
    const pins = [{ pictures: ['aaaa', 'bbbb'], look: 'side-by-side measure  ', place: 3 }]
    const [row] = arrange(arrangeRequest(pictures, content, { pins })).rows
    // Two of 3 : 2 in 387 px with 8 px between.
    expect(row!.option.height).toBeCloseTo((387 - STARTING_STYLE.gap) / 3, 0)
  })
  it('weighs less where the budget is small', () => {
    const request = madeUpDay(40, 12, 9)
    const small = { ...request.house, budget: { first: 50, whole: 50 } }
    const areaIn = (house: typeof small) =>
      arrange({ ...request, house }).rows.reduce((sum, { option, pictures }) => sum + option.area * pictures.length, 0)
    expect(areaIn(small)).toBeLessThan(areaIn(request.house))
  })
})
