import fc from 'fast-check'
import { expect, it } from 'vitest'
import { inlineHtml } from '../core/blocks/inline.ts'
import { webAddress } from '../core/post/web-address.ts'
import { HOST, openWindow } from './journey.ts'

const SCHEMES = ['http:', 'https:', 'mailto:', 'tel:']
const BLANKS = [
  ...' \t\n\r\f\v\0\u0001\u001f\u007f\u0085\u00a0\u00ad\u200b\u200e\u2003\u2028\u2029\u3000\ufeff\u202e\u{e0001}',
]
const PARTS = [
  'javascript',
  'JaVaScRiPt',
  'data',
  'vbscript',
  'file',
  'blob',
  'http',
  'https',
  'mailto',
  'tel',
  'ftp',
  'about',
  ':',
  '/',
  '//',
  '\\',
  '?',
  '#',
  '@',
  '.',
  '..',
  '%',
  '%3a',
  '%00',
  '&colon;',
  '&#58;',
  '&#x6a;',
  '&Tab;',
  '"',
  "'",
  '<',
  '>',
  '`',
  'a',
  'example.org',
  'alert(1)',
  'text/html,x',
  '٣',
  '：',
  '。',
  '\ud800',
  '\udc00',
  'ſ',
  'K',
  ';',
  '|',
  ...BLANKS,
]

/** Spellings of addresses, usual and not: schemes cut up, hidden and disguised, before and behind every kind of blank. */
const spelling = fc.oneof(
  { weight: 3, arbitrary: fc.array(fc.constantFrom(...PARTS), { maxLength: 9 }).map((parts) => parts.join('')) },
  {
    weight: 3,
    arbitrary: fc
      .tuple(fc.array(fc.constantFrom(...BLANKS), { maxLength: 3 }), fc.nat(11), fc.constantFrom(...BLANKS, ''))
      .map(([before, at, inside]) => {
        const hidden = 'javascript:'
        return `${before.join('')}${hidden.slice(0, at)}${inside}${hidden.slice(at)}alert(1)`
      }),
  },
  { weight: 1, arbitrary: fc.string({ unit: 'binary' }) },
  { weight: 1, arbitrary: fc.webUrl({ withFragments: true, withQueryParameters: true }) },
)

it('no spelling of an address resolves to another scheme than those that readers may be sent to', async () => {
  const spellings = [...new Set(fc.sample(spelling, { numRuns: 8000, seed: 20261126 }))]
  const page = await openWindow()
  await page.goto(HOST)
  const links = spellings.map((href) =>
    inlineHtml([{ type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href } }] }]),
  )
  const led = await page.evaluate(
    (html) =>
      html.map((one) => {
        // As a page is read, not as an attribute is set by a script.
        const all = [...new DOMParser().parseFromString(one, 'text/html').querySelectorAll('a')]
        return all.map((link) => ({ protocol: link.protocol, href: link.href, words: link.textContent }))
      }),
    links,
  )
  led.forEach((found, i) => {
    const written = webAddress(spellings[i]!)
    const of = JSON.stringify(spellings[i])
    expect(found.length, of).toBe(written === undefined ? 0 : 1)
    if (written === undefined) return
    expect(SCHEMES, of).toContain(found[0]!.protocol)
    // The browser reads what was decided on, and nothing else.
    expect(found[0]!.href, of).toBe(new URL(written, page.url()).href)
    expect(found[0]!.words, of).toBe('x')
  })
  expect(led.filter((found) => found.length === 1).length).toBeGreaterThan(1000)
})
