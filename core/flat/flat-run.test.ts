import fc from 'fast-check'
import { expect, it } from 'vitest'
import { makeRow } from '../post/changes/make-row.ts'
import { beginRun, type FlatRun, leftOf, setAside, swapInGroup, takeInHand, toggleInGroup } from './flat-run.ts'

const all = Array.from({ length: 12 }, (_, i) => `pic-${i}`)
const made = (run: FlatRun) => setAside(run, makeRow(`row-${run.made.length}`, [...run.group]))

it('goes on with as many of those that are left', () => {
  let run = beginRun(all, ['pic-3', 'pic-0', 'pic-5'])
  run = made(swapInGroup(run, 0, 2))
  expect(run.made[0]!.pictures.map(({ id }) => id)).toEqual(['pic-5', 'pic-0', 'pic-3'])
  expect(run.group).toEqual(['pic-1', 'pic-2', 'pic-4'])
  run = made(toggleInGroup(run, 'pic-2'))
  expect(run.group).toEqual(['pic-2', 'pic-6'])
  expect(takeInHand(run, 0).group).toEqual(['pic-5', 'pic-0', 'pic-3'])
})

it('has every picture in one group or left, whatever is done', () => {
  const act = fc.oneof(
    fc.record({ do: fc.constant('toggle' as const), at: fc.nat(11) }),
    fc.record({ do: fc.constantFrom('made' as const, 'back' as const, 'swap' as const), at: fc.nat(5) }),
  )
  fc.assert(
    fc.property(fc.subarray(all), fc.array(act, { maxLength: 30 }), (chosen, acts) => {
      let run = beginRun(all, chosen)
      for (const { do: what, at } of acts) {
        if (what === 'toggle' && leftOf(run).includes(all[at]!)) run = toggleInGroup(run, all[at]!)
        else if (what === 'made' && run.group.length > 0) run = made(run)
        else if (what === 'back' && run.made[at]) run = takeInHand(run, at)
        else if (what === 'swap' && at < run.group.length) run = swapInGroup(run, 0, at)
        const inMade = run.made.flatMap(({ pictures }) => pictures.map(({ id }) => id))
        expect([...inMade, ...leftOf(run)].sort()).toEqual([...all].sort())
        for (const id of run.group) expect(leftOf(run)).toContain(id)
        expect(new Set(run.group).size).toBe(run.group.length)
      }
    }),
  )
})
