import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { builtLists } from '../testing/built-lists.ts'
import { withChoices } from '../post/changes/row-choices.ts'
import type { RowChoices } from '../post/changes/row-choices.ts'
import type { RowNode } from '../post/body.ts'
import { builtPages } from '../testing/built-pages.ts'
import { libraryWith, post, rowOf, wide } from '../testing/builders.ts'
import { LANGUAGES, longDate, pluralOf } from './languages.ts'
import { houseIn, say, sayCount } from './words.ts'
import { WORDS } from './words-table.ts'

const braces = (words: string) => [...words.matchAll(/\{\w+\}/g)].map(([one]) => one).sort()

describe('the words of every language', () => {
  it.each(LANGUAGES)('have in their braces what English has, and a form for each plural: %s', (language) => {
    const table = WORDS[language] as Readonly<Record<string, string>>
    for (const [key, words] of Object.entries(WORDS.en))
      if (!key.includes('.')) expect(braces(table[key]!), key).toEqual(braces(words))
    for (const key of ['pictures', 'showRest'] as const)
      for (let n = 1; n <= 200; n++) {
        expect(table[`${key}.${pluralOf(n, language)}`], `${key} of ${n}`).toBeTruthy()
        expect(sayCount({ ...STARTING_STYLE, language }, key, n)).not.toMatch(/[{}]/)
      }
  })
  it('are counted as the language counts', () => {
    const polish = { ...STARTING_STYLE, language: 'pl' as const }
    expect([1, 3, 5, 22].map((n) => sayCount(polish, 'pictures', n))).toEqual([
      '1 zdjęcie',
      '3 zdjęcia',
      '5 zdjęć',
      '22 zdjęcia',
    ])
    expect(longDate('2026-03-14', 'en')).toBe('14 March 2026')
    expect(longDate('2026-03-14', 'de')).toBe('14. März 2026')
    expect(longDate('2026-03-14', 'ja')).toBe('2026年3月14日')
  })
  it('give way to the house’s own, in its language alone', () => {
    const house = { ...STARTING_STYLE, words: { en: { next: 'On', 'showRest.other': 'All {n} of them' } } }
    expect(say(house, 'next')).toBe('On')
    expect(sayCount(house, 'showRest', 4)).toBe('All 4 of them')
    expect(say(houseIn(house, 'fr'), 'next')).toBe('Image suivante')
    expect(houseIn(house, 'fr')).toBe(houseIn(house, 'fr'))
  })
})

describe('pages in Japanese of a post that says nothing itself', () => {
  const ids = Array.from({ length: 6 }, (_, i) => `${i}${i}${i}${i}`)
  const pictures = ids.map((id) =>
    wide(id, { alt: '', title: '', caption: '', credit: '凧', tags: ['凧', '海'], takenAt: '2026-03-14T10:00:00Z' }),
  )
  const own = (id: string, choices: RowChoices): RowNode => {
    const row = rowOf(ids, { id }) as RowNode
    return { ...row, attrs: withChoices(row.attrs, choices) }
  }
  const gallery = { across: 3, cell: 1, order: 'hand' as const }
  const rows = [
    own('1', { kind: 'gallery', gallery: { ...gallery, form: 'cells', first: 2, filter: true } }),
    own('2', { kind: 'slideshow' }),
    own('3', { kind: 'patchwork', captions: 'hover' }),
    own('4', { kind: 'side-by-side', captions: 'row', caption: '海' }),
  ]
  const house = {
    ...STARTING_STYLE,
    blogName: '凧',
    language: 'ja' as const,
    share: {
      ...STARTING_STYLE.share,
      shown: true,
      targets: [{ name: '凧', address: 'https://example.org/{address}' }],
    },
    pages: { made: 'all' as const, date: true, file: true },
  }
  const content = { ...post(...rows), title: '海', topics: ['凧'] }
  const seen = (html: string) => {
    const spoken = [...html.matchAll(/ (?:aria-label|alt|title|data-caption|data-credit)="([^"]*)"/g)].map(
      (one) => one[1]!,
    )
    const text = html.replace(/<(script|style)[\s\S]*?<\/\1>/g, '').replace(/<[^>]+>/g, ' ')
    return [text, ...spoken].join(' ')
  }
  const pages = builtPages(content, libraryWith(...pictures), house, { date: '2026-03-14' })
  it('have no word of another language, seen or spoken, in the post or below it', () => {
    for (const html of [pages.html, ...pages.below.map((page) => page.html)]) {
      expect(html).toContain('<html lang="ja" dir="ltr">')
      expect(seen(html).match(/[A-Za-z]{3,}/g) ?? []).toEqual([])
    }
    const list = builtLists([], house).html
    expect(seen(list).match(/[A-Za-z]{3,}/g) ?? []).toEqual([])
    // What the script says comes with the page.
    expect(pages.html).toContain('次の写真')
  })
  it('are in the post’s own language where it has one', () => {
    const arabic = builtPages({ ...content, language: 'ar' }, libraryWith(...pictures), house, { date: '2026-03-14' })
    expect(arabic.html).toContain('<html lang="ar" dir="rtl">')
    expect(arabic.html).not.toContain('写真')
  })
})
