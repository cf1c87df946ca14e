import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { widthInWindow } from '../files/sizes.ts'
import { STARTING_STYLE } from '../house/house-style.ts'
import { type Lights, lightsOf } from '../looks/lights.ts'
import { listed } from '../testing/built-lists.ts'
import { tall, wide } from '../testing/builders.ts'
import { postShowCss } from '../page/post-show-css.ts'
import { builtPost, slideshow } from '../testing/show-arbitrary.ts'
import { countLines } from '../type/count-lines.ts'
import { slidesOf } from './choose.ts'
import { newLine, newShow, type PostShow } from './show.ts'
import { lineContrast, subjectCovered } from './slide-contrast.ts'
import { fitFaults } from './slide-faults.ts'
import { blockWidth, laySlide, movedTo } from './slide-layout.ts'
import { changeOf, faultsOf, judgedAs, leastMend, mendsOf, type ShowSlide } from './slide-mends.ts'
import { slideRanges } from './slide-ranges.ts'
import { slidePictureRanges } from './slide-sizes.ts'
import { settingOf, standsAt } from './slide-setting.ts'
import { slideWidthAt, slideWidths } from './slide-widths.ts'
import { cutToWords, wordsOfSlide } from './slide-words.ts'

const house = STARTING_STYLE
const show: PostShow = newShow('show-1', 'Newest')
const flat = (value: number): Lights =>
  lightsOf({ data: new Uint8Array(3 * 24 * 24).fill(value), width: 24, height: 24, channels: 3 })

describe('the posts of a slideshow', () => {
  const posts = [
    listed(5, { title: 'Post 10', topics: ['Knots'] }),
    listed(4, { title: 'Post 9', fallback: true }),
    listed(3, { title: 'Étai', topics: ['Knots'] }),
    listed(2, { featured: null, topics: ['Knots'] }),
    listed(1, { title: 'post 1' }),
  ]
  const ids = (change: Partial<PostShow>) => slidesOf({ ...show, ...change }, posts).map(({ id }) => id.slice(5))
  it('are the newest, those of a topic, or chosen, in any order', () => {
    expect(ids({})).toEqual(['5', '3', '1'])
    expect(ids({ pictureless: 'house' })).toEqual(['5', '4', '3', '1'])
    expect(ids({ from: { by: 'topic', topic: 'Knots' } })).toEqual(['5', '3'])
    expect(ids({ from: { by: 'topic', topic: 'No such' } })).toEqual([])
    expect(ids({ turned: true })).toEqual(['1', '3', '5'])
    // The newest two, by their titles in natural order.
    expect(ids({ order: 'title', pictureless: 'house', most: 2 })).toEqual(['4', '5'])
    const from = { by: 'hand' as const, posts: ['post-1', 'post-9', 'post-5', 'post-3'] }
    expect(ids({ from, order: 'hand' })).toEqual(['1', '5', '3'])
    expect(ids({ from, order: 'hand', most: 2 })).toEqual(['1', '5'])
    expect(ids({ from, order: 'date' })).toEqual(['5', '3', '1'])
  })
})

describe('the words of a slide', () => {
  it('say the post’s own facts, or what was written for this slide', () => {
    const facts = { excerpt: 'Up it went.  And down.', topics: ['Knots', 'Basics'], byline: 'Orla', pictures: 1 }
    const lines = (['title', 'excerpt', 'date', 'topic', 'byline', 'pictures', 'own'] as const).map((says) =>
      newLine(says, { words: 3, text: says === 'own' ? 'Read on' : '' }),
    )
    const said = (change = {}) =>
      wordsOfSlide({ ...show, lines }, listed(1, facts), house, change).map(({ text }) => text)
    const all = ['Post 1', 'Up it went…', '14 March 2026', 'Knots · Basics', 'Orla', '1 picture', 'Read on']
    expect(said()).toEqual(all)
    expect(said({ lines: { 0: 'Kites', 5: '' } })).toEqual(['Kites', ...all.slice(1, 5), 'Read on'])
    expect(wordsOfSlide({ ...show, lines }, listed(1, { excerpt: '' }), house).map(({ at }) => at)).toEqual([
      0, 2, 5, 6,
    ])
  })
  it('are cut at the end of a word, in any script, and never longer than the text', () => {
    expect(cutToWords('First up: the blue one!', 5)).toBe('First up: the blue one!')
    expect(cutToWords('First up: the blue one, and then', 5)).toBe('First up: the blue one…')
    expect(cutToWords('凧は七時に上がった。風は北西。', 3)).toMatch(/^凧は.*…$/)
    fc.assert(
      fc.property(builtPost, fc.integer({ min: 1, max: 60 }), ({ excerpt }, most) => {
        const cut = cutToWords(excerpt, most)
        expect(cut === excerpt || excerpt.startsWith(cut.slice(0, -1))).toBe(true)
        expect(cutToWords(excerpt, 1000)).toBe(excerpt)
      }),
    )
  })
})

/** A slide over a picture of one grey. */
const over = (value: number, change: Partial<PostShow> = {}, post = {}): ShowSlide => ({
  show: { ...show, bandBelow: 0, ...change },
  post: listed(1, {
    title: 'Kites',
    excerpt: '',
    featured: { picture: wide('aaaa'), focus: { x: 0.9, y: 0.1 } },
    ...post,
  }),
  lights: flat(value),
  house,
})

describe('whether words fit and can be read', () => {
  it('is worked out by hand', () => {
    expect(faultsOf(over(20))).toEqual([])
    // White over white, at every width.
    const [pale] = faultsOf(over(250))
    expect(pale).toMatchObject({ kind: 'contrast', line: 0, needs: 3, from: 280, to: 880 })
    expect(pale!.contrast).toBeLessThan(1.1)
    // A title over the point that is to be seen.
    expect(faultsOf(over(20, { place: 'top-right', align: 'end' })).map(({ kind }) => kind)).toEqual(['subject'])
    // Nobody has looked at the picture yet: it may be anything.
    expect(faultsOf({ ...over(20), lights: null }).map(({ kind }) => kind)).toEqual(['contrast'])
    // A frame too low for its words, on narrow slides alone, and words too long for it.
    const long = { excerpt: 'By seven the flags on the slipway had stopped twitching and started to stand, every one.' }
    const low = faultsOf(over(20, { frame: 4 }, long)).find(({ kind }) => kind === 'low')!
    expect([low.from, low.to < 880]).toEqual([280, true])
    const word = faultsOf(over(20, { width: 20, frame: 0.5 }, { title: 'Schifffahrtsübungsgelände' }))
    expect(word.map(({ kind }) => kind)).toContain('word')
    // In a band, or beside the picture, nothing stands over it.
    expect(faultsOf(over(250, { stands: 'band' }))).toEqual([])
    expect(faultsOf(over(250, { bandBelow: 1000 }))).toEqual([])
  })
  it('knows every width at which lines change', () => {
    fc.assert(
      fc.property(
        slideshow,
        builtPost,
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 8 }),
        (any, post, shares) => {
          const judged = judgedAs({ show: any, post, lights: null, house }, {})
          const setting = settingOf(any)
          const ranges = slideRanges(judged, setting)
          const { least, most } = judged.widths
          expect([ranges[0]!.from, ranges.at(-1)!.to]).toEqual([least, most])
          for (const share of shares) {
            // Browsers lay out on a grid: between two of its widths there is none.
            const width = Math.floor(Math.min(least + share * (most - least), most - 1 / 64) * 64) / 64
            const range = ranges.find(({ from, to }) => width >= from && width < to) ?? ranges.at(-1)!
            const at = (one: number) => laySlide(judged, setting, one).lines.map(({ count }) => count)
            expect(at(width)).toEqual(at(range.from))
            expect(standsAt(setting, width)).toBe(standsAt(setting, range.from))
          }
        },
      ),
      { numRuns: 60 },
    )
  })
  const picture = fc.constantFrom(wide('aaaa'), tall('bbbb'), { ...wide('cccc'), width: 9000, height: 300 })
  const slide: fc.Arbitrary<ShowSlide> = fc
    .record({
      show: slideshow,
      post: builtPost,
      picture,
      focus: fc.record({
        x: fc.double({ min: 0, max: 1, noNaN: true }),
        y: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      seed: fc.nat(),
      dark: fc.boolean(),
    })
    .map(({ show: any, post, picture: one, focus, seed, dark }) => {
      const data = Uint8Array.from({ length: 3 * 48 * 48 }, (_, i) => {
        const [x, y] = [(i / 3) % 48, Math.floor(i / 144)]
        return (
          (dark ? 40 : 150) + (dark ? 40 : 100) * Math.sin(x / (2 + (seed % 9)) + seed) * Math.cos(y / (3 + (seed % 7)))
        )
      })
      return {
        show: { ...any, across: 1, sits: 'outset' as const },
        post: { ...post, featured: { picture: one, focus } },
        lights: lightsOf({ data, width: 48, height: 48, channels: 3 }),
        house,
      }
    })
  it('holds at every width, not at three', () => {
    fc.assert(
      fc.property(slide, fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 6 }), (one, shares) => {
        const faults = faultsOf(one)
        const judged = judgedAs(one, {})
        const setting = settingOf(one.show)
        const { least, most } = judged.widths
        for (const share of shares) {
          const width = least + share * (most - least)
          const laid = laySlide(judged, setting, width)
          const has = (kind: string, line?: number) =>
            faults.some(
              (fault) => fault.kind === kind && fault.line === line && fault.from <= width && fault.to >= width,
            )
          for (const fault of fitFaults(laid)) expect(has(fault.kind, fault.line), fault.kind).toBe(true)
          if (laid.stands !== 'over') continue
          if (subjectCovered(laid, judged.under) && !has('subject')) {
            // Between two widths that are looked at it may only just be so.
            const near = [width / 1.07, width * 1.07].map((other) =>
              subjectCovered(laySlide(judged, setting, other), judged.under),
            )
            expect(near).not.toEqual([true, true])
          }
          for (const line of laid.lines) {
            const contrast = lineContrast(line, laid, judged, setting.veil)
            if (!has('contrast', line.said.at)) expect(contrast).toBeGreaterThan(line.needs - 0.35)
          }
        }
      }),
      { numRuns: 120 },
    )
  })
  it('a mend takes every fault away and makes none; of all together the cheapest alters least', () => {
    fc.assert(
      fc.property(slide, (one) => {
        const faults = faultsOf(one)
        const mends = mendsOf(one)
        const least = leastMend(one)
        if (faults.length === 0) expect([mends, least]).toEqual([[], null])
        for (const { change, by, cost } of mends) {
          expect(faultsOf(one, { ...changeOf(one), ...change })).toEqual([])
          expect(by.length).toBeGreaterThan(0)
          expect(cost).toBeGreaterThanOrEqual(least!.cost - 1e-9)
        }
        expect(mends[0]?.cost ?? null).toBe(least?.cost ?? null)
        expect(mends.map(({ cost }) => cost)).toEqual(mends.map(({ cost }) => cost).sort((a, b) => a - b))
      }),
      { numRuns: 40 },
    )
  })
  it('finds a veil just strong enough, another place, or a band on narrow slides', () => {
    const veil = mendsOf(over(200)).find(({ by }) => by.join() === 'veil')!
    expect(faultsOf(over(200), { veil: veil.change.veil! - 0.02 }).map(({ kind }) => kind)).toEqual(['contrast'])
    expect(mendsOf(over(20, { place: 'top-right', align: 'end' }))[0]!.by).toEqual(['place'])
    const long = { excerpt: 'By seven the flags on the slipway had stopped twitching and started to stand, every one.' }
    const band = mendsOf(over(20, { frame: 3 }, long)).find(({ by }) => by.join() === 'bandBelow')!
    expect(band.change.bandBelow).toBeLessThan(880)
  })
  it('moves words from place to place as if they were laid out there', () => {
    fc.assert(
      fc.property(slide, fc.double({ min: 320, max: 1600, noNaN: true }), (one, width) => {
        const judged = judgedAs(one, {})
        const setting = { ...settingOf(one.show), stands: 'over' as const, bandBelow: 0 }
        const there = { ...setting, place: 'top-right' as const }
        const moved = movedTo(laySlide(judged, setting, width), setting.place, 'top-right')
        const laid = laySlide(judged, there, width)
        moved.lines.forEach(({ area }, i) => {
          expect(area.x).toBeCloseTo(laid.lines[i]!.area.x, 6)
          expect(area.y).toBeCloseTo(laid.lines[i]!.area.y, 6)
        })
        expect(moved.block.x).toBeCloseTo(laid.block.x, 6)
      }),
      { numRuns: 60 },
    )
  })
})

describe('the widths of slides', () => {
  it('are those for which files are offered, in every window, with what the frame crops', () => {
    const aspect = fc.double({ min: 0.05, max: 20, noNaN: true })
    fc.assert(
      fc.property(
        slideshow,
        aspect,
        fc.array(fc.integer({ min: 320, max: 3000 }), { minLength: 6 }),
        (any, shape, windows) => {
          const ranges = slidePictureRanges(any, settingOf(any), shape, house)
          for (const window of windows) {
            const slide = slideWidthAt(any, house, window)
            const share = standsAt(settingOf(any), slide) === 'beside' ? 1 - any.width / 100 : 1
            const drawn = Math.max(share * slide, (slide / any.frame) * shape)
            expect(widthInWindow(ranges, window)).toBeCloseTo(drawn, 6)
          }
        },
      ),
    )
  })
  it('are those of their row, of two beside each other where there is room', () => {
    expect(slideWidths({ sits: 'outset', across: 1 }, house)).toEqual({ least: 280, most: 880 })
    expect(slideWidthAt({ sits: 'outset', across: 2 }, house, 1280)).toBe(436)
    expect(slideWidthAt({ sits: 'outset', across: 2 }, house, 600)).toBe(560)
    expect(slideWidthAt({ sits: 'outset', across: 3 }, house, 390)).toBe(350)
    // Just before a second finds room, one has all of it.
    expect(slideWidths({ sits: 'outset', across: 3 }, house).most).toBeCloseTo(2 * 280 + 8)
    for (const width of [320, 390, 600, 607, 608, 900, 1280]) {
      const { least, most } = slideWidths({ sits: 'outset', across: 3 }, house)
      const own = slideWidthAt({ sits: 'outset', across: 3 }, house, width)
      expect(own).toBeGreaterThanOrEqual(least)
      expect(own).toBeLessThanOrEqual(most)
    }
  })
  it('break words as the rest of the page does', () => {
    const setting = settingOf(show)
    const words = 'By seven the flags on the slipway had stopped twitching'
    const judged = { said: wordsOfSlide(show, listed(1, { title: words, excerpt: '' }), house), show, house }
    const { count, size, face } = laySlide(judged, setting, 700).lines[0]!
    expect(count).toBe(countLines(words, blockWidth(setting, 700), size, face))
  })
})

describe('lines that come in', () => {
  it('are all there in good time to be read, and only where motion is welcome', () => {
    fc.assert(
      fc.property(slideshow, (any) => {
        const css = postShowCss(any, house)
        const rule =
          /^@media ([^{]*)\{.*animation:told-\w+ ([\d.]+)s both;animation-delay:calc\(var\(--j\)\*([\d.]+)s\)/m.exec(
            css,
          )
        expect(rule !== null).toBe(any.comes !== 'still')
        if (!rule) return
        expect(rule[1]).toContain('prefers-reduced-motion:no-preference')
        const last = Number(rule[2]) + Math.max(0, any.lines.length - 1) * Number(rule[3])
        expect(last).toBeLessThanOrEqual(0.3 * any.seconds + 1e-3)
      }),
    )
  })
})
