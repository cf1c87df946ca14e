import { describe, expect, it } from 'vitest'
import { wide } from '../../core/testing/builders.ts'
import { createIdStore } from './id-store.ts'

const soon = () => new Promise((resolve) => setTimeout(resolve))

function watched(there: readonly string[]) {
  const asked: (readonly string[])[] = []
  let clock = 0
  const store = createIdStore(
    async (ids) => {
      asked.push(ids)
      return ids.filter((id) => there.includes(id)).map((id) => wide(id))
    },
    () => clock,
  )
  return { store, asked, wait: (ms: number) => (clock += ms) }
}

describe('pictures known in a window', () => {
  it('are asked for together, each once, and are known to be missing where there is none', async () => {
    const { store, asked } = watched(['aaaa', 'bbbb'])
    store.want(['aaaa'])
    store.want(['bbbb', 'aaaa', 'gone'])
    expect(store.get('aaaa')).toBeUndefined()
    await soon()
    expect(asked).toEqual([['aaaa', 'bbbb', 'gone']])
    expect(store.get('aaaa')?.id).toBe('aaaa')
    expect(store.get('gone')).toBeNull()
    store.want(['aaaa', 'gone'])
    await soon()
    expect(asked).toHaveLength(1)
  })

  it('are asked for in hundreds, not in thousands', async () => {
    const { store, asked } = watched([])
    store.want(Array.from({ length: 1200 }, (_, i) => `picture-${i}`))
    await soon()
    expect(asked.map((ids) => ids.length)).toEqual([500, 500, 200])
  })

  it('are what came meanwhile, and not what an older request has found', async () => {
    const { store, wait } = watched(['aaaa', 'bbbb', 'cccc'])
    store.want(['aaaa', 'bbbb', 'cccc'])
    await soon()
    wait(60_000)
    store.want(['aaaa', 'bbbb', 'cccc'], 10_000)
    await Promise.resolve()
    store.put([wide('aaaa', { alt: 'A kite' })])
    store.remove('bbbb')
    await soon()
    expect(store.get('aaaa')?.alt).toBe('A kite')
    expect(store.get('bbbb')).toBeNull()
    expect(store.get('cccc')?.id).toBe('cccc')
    // The same goes for what was found another way.
    const since = store.version()
    store.put([wide('cccc', { alt: 'A reel' })])
    store.put([wide('cccc', { alt: 'As it was' }), wide('dddd', { alt: 'New' })], since)
    expect(store.get('cccc')?.alt).toBe('A reel')
    expect(store.get('dddd')?.alt).toBe('New')
  })

  it('stay the same object while nothing of them has changed', async () => {
    const { store, asked, wait } = watched(['aaaa'])
    store.want(['aaaa'])
    await soon()
    const before = store.get('aaaa')
    wait(60_000)
    store.want(['aaaa'], 10_000)
    await soon()
    expect(asked).toHaveLength(2)
    expect(store.get('aaaa')).toBe(before)
    store.put([wide('aaaa', { alt: 'A kite' })])
    expect(store.get('aaaa')?.alt).toBe('A kite')
  })
})
