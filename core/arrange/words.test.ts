import { describe, expect, it } from 'vitest'
import { body, heading, picture, text } from '../testing/builders.ts'
import { stemsOf, whoSpeaks, wordsIn } from './words.ts'
import { gapsBetween } from './times.ts'

const shown = (alt: string) => picture(`pic-${alt.length}`, 3000, 2000, { alt })

describe('which block speaks of a picture', () => {
  const blocks = body(
    text('We began with the spars and the sail.'),
    text('Then the bridle: a bowline at each end.'),
    text('A gull came by, and then another gull.'),
  )
  const bestOf = (alt: string) => whoSpeaks(blocks, [shown(alt), shown('Something else altogether')]).shares[0]![0]?.[0]
  it('is the one that shares its rare words', () => {
    expect(bestOf('Tying a bowline')).toBe(1)
    expect(bestOf('Gulls over the slip')).toBe(2)
    expect(bestOf('The ferry')).toBeUndefined()
  })
  it('is none by words that say nothing', () => {
    expect(whoSpeaks(blocks, [shown('And then we were there with it')]).sure).toEqual([0])
  })
  it('is surer the more it is ahead of the others', () => {
    const both = body(text('The kite.'), text('The kite.'), text('Wind.'))
    const only = body(text('The kite.'), text('Sand.'), text('Wind.'))
    const sure = (content: typeof both) => whoSpeaks(content, [shown('A kite'), shown('x')]).sure[0]!
    expect(sure(only)).toBeGreaterThan(sure(both))
  })
  it('counts a heading’s words in its section', () => {
    const content = body(heading('Lanterns'), text('They are paper.'), heading('Spars'), text('They are spruce.'))
    const [shares] = whoSpeaks(content, [shown('Lantern by night'), shown('Spar')]).shares
    expect(shares!.map(([block]) => block)).toEqual([0, 1])
  })
  it('knows words of every script', () => {
    expect(stemsOf('凧が空を飛ぶ')).toContain('凧が')
    expect(stemsOf('Die Drachen über der Düne')).toEqual(['drach', 'uber', 'dune'])
    expect(wordsIn('凧が空を飛ぶ')).toBe(3)
    expect(wordsIn('It’s low water, 7 a.m.')).toBe(6)
    const content = body(text('凧を作る'), text('海へ行く'))
    expect(whoSpeaks(content, [shown('凧を揚げる'), shown('海')]).shares[0]![0]![0]).toBe(0)
  })
})

describe('gaps in time', () => {
  const at = (...minutes: number[]) => minutes.map((m) => new Date(m * 60_000).toISOString().slice(0, 19))
  it('are breaks where they are far longer than usual, never under twenty minutes, always over four hours', () => {
    const breaks = gapsBetween(at(0, 2, 4, 6, 8, 98, 100, 102, 117, 400)).map((gap) => Math.round(gap.breaks))
    expect(breaks).toEqual([0, 0, 0, 0, 1, 0, 0, 0, 1])
  })
  it('are bursts within five seconds, and nothing where a time is not known', () => {
    const gaps = gapsBetween(['2026-05-09T07:00:00', '2026-05-09T07:00:05', null, '2026-05-09T19:00:00'])
    expect(gaps.map(({ burst }) => burst)).toEqual([true, false, false])
    expect(gaps.map((gap) => gap.breaks)).toEqual([0, 0, 0])
  })
})
