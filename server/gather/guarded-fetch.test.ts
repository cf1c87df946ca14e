import fc from 'fast-check'
import type { LookupAddress, lookup as systemLookup } from 'node:dns'
import { describe, expect, it, onTestFinished } from 'vitest'
import { testSite } from '../testing/test-site.ts'
import { guardedFetch, isPublic } from './guarded-fetch.ts'

describe('what is inside stays inside', () => {
  /** Private and special addresses of both kinds, in the spellings that browsers and systems understand. */
  const octet = fc.integer({ min: 0, max: 255 })
  const inner = fc
    .tuple(
      fc.constantFrom([127], [10], [192, 168], [169, 254], [172, 16], [100, 64], [0], [224], [255, 255]),
      octet,
      octet,
      octet,
    )
    .map(([start, ...rest]) => [...start, ...rest].slice(0, 4))
  const spelling = fc.tuple(inner, fc.integer({ min: 0, max: 8 })).map(([bytes, form]) => {
    const whole = bytes.reduce((sum, byte) => sum * 256 + byte, 0)
    const hex = bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')
    const halves = `${hex.slice(0, 4)}:${hex.slice(4)}`
    return [
      bytes.join('.'),
      String(whole),
      `0x${hex}`,
      bytes.map((byte) => `0${byte.toString(8)}`).join('.'),
      bytes.map((byte) => `0x${byte.toString(16)}`).join('.'),
      `[::ffff:${bytes.join('.')}]`,
      `[::ffff:${halves}]`,
      `[64:ff9b::${halves}]`,
      `[2002:${halves}::1]`,
    ][form]!
  })

  it('in every spelling', async () => {
    const fetcher = guardedFetch()
    onTestFinished(() => fetcher.close())
    const more = [
      '[::1]',
      '[::]',
      '[fe80::1]',
      '[fd00::1]',
      '[ff02::1]',
      'localhost',
      'LOCALHOST',
      '127.1',
      '0',
      '[::127.0.0.1]',
    ]
    await fc.assert(
      fc.asyncProperty(fc.oneof(spelling, fc.constantFrom(...more)), async (host) => {
        const refused = fetcher.get(`http://${host}:9/x.jpg`, AbortSignal.timeout(5000))
        await expect(refused).rejects.toMatchObject({ code: 'address-inside' })
      }),
      { numRuns: 300 },
    )
  })

  it('behind names, whatever else they lead to, and where a redirect leads to them', async () => {
    const inside = await testSite({ '/x.jpg': (_request, response) => void response.send('secret') })
    const port = inside.host.split(':')[1]
    const names: Record<string, string[]> = { 'one.example': ['127.0.0.1'], 'two.example': ['::1', '10.1.2.3'] }
    const lookup = ((host: string, _options: object, done: (error: null, found: LookupAddress[]) => void) =>
      done(
        null,
        names[host]!.map((address) => ({ address, family: address.includes(':') ? 6 : 4 })),
      )) as unknown as typeof systemLookup
    const gate = await testSite({
      '/out': (_request, response) => response.redirect(`http://one.example:${port}/x.jpg`),
      '/number': (_request, response) => response.redirect(`http://2130706433:${port}/x.jpg`),
      '/mapped': (_request, response) => response.redirect(`http://[::ffff:7f00:1]:${port}/x.jpg`),
    })
    const fetcher = guardedFetch({ lookup, letIn: [gate.host] })
    onTestFinished(() => fetcher.close())
    const tries = [
      `http://one.example:${port}/x.jpg`,
      `http://two.example:${port}/x.jpg`,
      `${gate.url}/out`,
      `${gate.url}/number`,
      `${gate.url}/mapped`,
    ]
    for (const address of tries)
      await expect(fetcher.get(address, AbortSignal.timeout(5000))).rejects.toMatchObject({ code: 'address-inside' })
    expect(inside.asked()).toBe(0)
  })

  it('and what is out there is let in', () => {
    expect(['93.184.216.34', '2606:2800:220:1::1'].map(isPublic)).toEqual([true, true])
    expect(isPublic('nonsense')).toBe(false)
  })
})
