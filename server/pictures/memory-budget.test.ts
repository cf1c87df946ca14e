import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { memoryBudget } from './memory-budget.ts'

describe('a budget of memory', () => {
  it('is never exceeded but by one piece of work that is alone, and everything has its turn', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 900 }), fc.nat(4)), { maxLength: 40 }),
        async (asked) => {
          const budget = memoryBudget(400)
          const running = new Set<number>()
          const order: number[] = []
          let id = 0
          await Promise.all(
            asked.map(([bytes, turns]) => {
              const own = id++
              return budget
                .use(bytes, async (giveBack) => {
                  order.push(own)
                  running.add(own)
                  const all = [...running].map((one) => asked[one]![0])
                  const sum = all.reduce((a, b) => a + b, 0)
                  expect(sum <= 400 || all.filter((one) => one > 0).length === 1).toBe(true)
                  for (let i = 0; i < turns; i++) await Promise.resolve()
                  running.delete(own)
                  // Some give it back early, and more than once.
                  for (let i = 0; i < bytes % 3; i++) {
                    giveBack()
                    await Promise.resolve()
                  }
                  if (bytes % 7 === 3) throw new Error('failed')
                })
                .catch(() => undefined)
            }),
          )
          expect(order).toEqual(asked.map((_, i) => i))
        },
      ),
    )
  })
})
