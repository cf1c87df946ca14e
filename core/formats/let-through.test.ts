import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { libraryWith, post, rowOf, text, wide } from '../testing/builders.ts'
import { BARE_AT_MOST, type LetThrough, lostElsewhere, readTrial, strengthFor, trialHtml } from './let-through.ts'

const TOKEN = 'tryabc123'
const ALL: LetThrough = {
  styles: 'whole',
  figures: true,
  tables: true,
  code: true,
  letters: true,
  links: true,
  alts: true,
  widths: true,
}
const inPage = (html: string) =>
  `<!doctype html><title>A trial by Set Row</title><body style="width:50%;display:flex"><article style="float:left">${html}</article>`

describe('what a host lets through', () => {
  it('is read from the page around the trial, each by itself', () => {
    const trial = trialHtml(TOKEN)
    expect(readTrial(inPage(trial), TOKEN)).toEqual(ALL)
    expect(readTrial(inPage(trial), 'tryother')).toBeNull()
    const without = (...[from, to]: [RegExp, string]) => readTrial(inPage(trial.replace(from, to)), TOKEN)
    expect(without(/max\([^"]*/g, 'auto')).toEqual({ ...ALL, styles: 'plain' })
    expect(without(/ style="[^"]*"/g, '')).toEqual({ ...ALL, styles: 'none' })
    expect(without(/<\/?(?:table|tbody|tr|td)>/g, '')).toEqual({ ...ALL, tables: false })
    expect(without(/<\/?figcaption>/g, '')).toEqual({ ...ALL, figures: false })
    expect(without(/<\/?pre>/g, '')).toEqual({ ...ALL, code: false })
    expect(without(/<\/?sup>/g, '')).toEqual({ ...ALL, letters: false })
    expect(without(/<\/?s>/g, '')).toEqual({ ...ALL, letters: false })
    expect(without(/<s>([^<]*)<\/s>/, '<del>$1</del>')).toEqual(ALL)
    expect(without(/<\/?a\b[^>]*>/g, '')).toEqual({ ...ALL, links: false })
    expect(without(/ width="40" height="30"/, '')).toEqual({ ...ALL, widths: false })
    expect(without(/<img[^>]*>/, '')).toEqual({ ...ALL, widths: false, alts: false })
    // Words alone are left: even links are gone, and so is the picture.
    expect(readTrial(trial.replace(/<[^>]*>/g, ' '), TOKEN)).toEqual({ ...BARE_AT_MOST, links: false, alts: false })
  })
  it('is never found in what is no trial, however it is written', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (page) => {
        expect(readTrial(page, TOKEN)).toBeNull()
        expect(readTrial(inPage(`${page.replace(/[<&]/g, '')}${trialHtml(TOKEN)}`), TOKEN)).toEqual(ALL)
      }),
      { numRuns: 50 },
    )
  })
  it('decides the form, and what is told to be lost', () => {
    expect([ALL, { ...ALL, styles: 'plain' as const }, BARE_AT_MOST].map(strengthFor)).toEqual([
      'in-place',
      'in-place',
      'bare',
    ])
    const picture = wide('aaaa')
    const content = post(text('One'), rowOf([picture.id]), {
      type: 'codeBlock',
      attrs: { language: null },
      content: [{ type: 'text', text: 'let' }],
    })
    const pasted = { content, library: libraryWith(picture), house: STARTING_STYLE, live: { shows: [], posts: [] } }
    const lost = (change: Partial<LetThrough>) =>
      lostElsewhere(pasted, { ...ALL, ...change }).filter((one) => !lostElsewhere(pasted, ALL).includes(one))
    expect(lost({})).toEqual([])
    expect(lost({ code: false })).toEqual(['1 block of code: as loose text'])
    expect(lost({ styles: 'plain' })).toEqual(['Rows keep the proportions that they have on a phone, at every width'])
    expect(lost({ tables: false, letters: false })).toEqual([])
  })
})
