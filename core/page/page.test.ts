import { libraryOf } from '../place/library.ts'
import { PLAIN } from '../recipe/recipe.ts'
import { placeInOriginal } from '../recipe/places.ts'
import { inlineHtml } from '../blocks/inline.ts'
import { blockHtml } from '../blocks/table.ts'
import type { PostContent } from '../post/post.ts'
import { builtPages } from '../testing/built-pages.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ladderFor, pickWidth } from '../files/ladder.ts'
import { fileDensity, sizesFor, widthInWindow, windowRanges } from '../files/sizes.ts'
import { STARTING_STYLE } from '../house/house-style.ts'
import { containerRanges, containerWidth, SEATS } from '../house/seats.ts'
import type { RowFact } from '../facts/row-fact.ts'
import { toldOf } from '../testing/told.ts'
import { rowBytes } from '../files/forecast.ts'
import { focused } from '../front/listed-post.ts'
import { builtLists, listed } from '../testing/built-lists.ts'
import { READER_SCREENS } from '../house/screens.ts'
import { layRow } from '../place/lay-row.ts'
import { seatOf } from '../layout/row-lengths.ts'
import { placeRow } from '../layout/row-layout.ts'
import { withChoices } from '../post/changes/row-choices.ts'
import { makeRow } from '../post/changes/make-row.ts'
import type { Row } from '../post/row.ts'
import { aspect, row as anyRow } from '../testing/arbitraries.ts'
import { heading, picture, libraryWith, post, rowOf, tall, text, wide } from '../testing/builders.ts'
import type { Picture } from '../wire/picture.ts'
import { initialsOf, siteIcon } from './site-icon.ts'

const house = STARTING_STYLE
const pageOf = (content: PostContent, ...pictures: Picture[]) => builtPages(content, libraryWith(...pictures))

/** What a browser makes of a `sizes` attribute in a window of this width, on a screen of this density. */
function readSizes(sizes: string, window: number, density = 2): number {
  const holds = (part: string) =>
    [...part.matchAll(/\((min|max)-(width|resolution): ([\d.]+)(?:px|dppx)\)/g)].every(([, end, what, value]) => {
      const has = what === 'width' ? window : density
      return end === 'min' ? has >= Number(value) : has <= Number(value)
    })
  const chosen = sizes
    .split(', ')
    .find(holds)!
    .replace(/^\(.*\) (?=calc|[\d.-])/, '')
  const vw = Number(/(-?[\d.]+)vw/.exec(chosen)?.[1] ?? 0)
  const offset = /([+-]) ([\d.]+)px/.exec(chosen)
  const px = chosen.startsWith('calc')
    ? offset
      ? Number(`${offset[1]}${offset[2]}`)
      : 0
    : Number(/^(-?[\d.]+)px$/.exec(chosen)?.[1] ?? 0)
  return (vw * window) / 100 + px
}

describe('files', () => {
  it('are offered at the rungs up to the picture’s own width', () => {
    expect(ladderFor(1500, 1000)).toEqual([320, 480, 720, 1080, 1280, 1440, 1500])
    expect(ladderFor(6000, 4000).at(-1)).toBe(2560)
    expect(ladderFor(4000, 6000).at(-1)).toBe(1706)
    expect(ladderFor(200, 100)).toEqual([200])
    expect(pickWidth([320, 640, 960], 641)).toBe(960)
    expect(pickWidth([320, 640, 960], 5000)).toBe(960)
  })
  it('have sizes that say what the layout does, at every window width', () => {
    fc.assert(
      fc.property(anyRow, fc.infiniteStream(aspect), fc.integer({ min: 320, max: 2000 }), (row, shapes, window) => {
        const laid = layRow(
          row,
          libraryWith(
            ...row.pictures.map(({ id }) => picture(id, Math.round(3000 * (shapes.next().value as number)), 3000)),
          ),
          house,
        )!
        const { layout } = laid
        const ranges = containerRanges(seatOf(row), house)
        const { boxes } = placeRow(layout, containerWidth(seatOf(row), house, window))
        laid.pictures.forEach((_, i) => {
          const whole = boxes[i]!.w / (layout.crops?.[i]!.width ?? 1)
          expect(widthInWindow(windowRanges(layout, i, ranges), window)).toBeCloseTo(whole, 6)
          // Two decimals of a vw are at most a twentieth of a px in a window of 1000; a cell may show a tenth of a picture.
          const sizes = sizesFor(layout, i, ranges)
          expect(Math.abs(readSizes(sizes, window) - whole)).toBeLessThan(0.5)
          // On the densest phones for as many px as are weighed.
          expect(Math.abs(3 * readSizes(sizes, window, 3) - fileDensity(3, window) * whole)).toBeLessThan(1.5)
        })
      }),
    )
  })
  it('are worked out by hand for two equal pictures in the measure', () => {
    const { layout } = layRow(makeRow('row-1', ['aaaa', 'bbbb']), libraryWith(wide('aaaa'), wide('bbbb')), house)!
    expect(sizesFor(layout, 0, containerRanges('measure', house))).toBe(
      '(min-width: 600px) 276px, ' +
        '(min-resolution: 2.6dppx) and (min-width: 288px) calc(33vw - 15.84px), (min-width: 288px) calc(50vw - 24px), ' +
        '(min-resolution: 2.6dppx) calc(66vw - 26.4px), calc(100vw - 40px)',
    )
  })
  it('are asked for as wide as the whole picture where a cell shows a part', () => {
    const row = withChoices(makeRow('row-1', ['aaaa', 'bbbb']), {
      kind: 'gallery',
      gallery: { form: 'cells', across: 2, cell: 1, order: 'hand' },
    })
    const { layout } = layRow(row, libraryWith(wide('aaaa'), wide('bbbb')), house)!
    // Cells of 276 px show two thirds of a 3:2 picture's width.
    expect(sizesFor(layout, 0, containerRanges('measure', house))).toMatch(/^\(min-width: 600px\) 414px/)
  })
  it('weigh what a browser would fetch', () => {
    const laid = layRow(makeRow('row-1', ['aaaa', 'bbbb']), libraryWith(wide('aaaa'), wide('bbbb')), house)!
    // 171 px at density 3 take the file of 480 px, for twice their px are enough there, 276 that of 720 px at density 2 too; the builder's files weigh 90 bytes a px.
    expect(READER_SCREENS.map((screen) => rowBytes(laid, screen, house))).toEqual([2 * 43200, 2 * 64800, 2 * 64800])
  })
})

describe('the published page', () => {
  it('never lets text become markup', () => {
    const nasty = '<script>alert("x")</script>&\'"'
    const { html } = pageOf(
      {
        ...post(text(nasty), rowOf([{ id: 'aaaa', alt: nasty, caption: nasty, credit: nasty }], { captions: 'each' })),
        title: nasty,
        topics: [nasty],
        excerpt: nasty,
      },
      wide('aaaa'),
    )
    expect(html).not.toContain('<script>')
    expect(html.match(/<script/g)).toHaveLength(1)
    expect(html).not.toMatch(/alt="[^"]*"x"/)
    expect(html).toContain('&lt;script&gt;')
  })
  it('has no character that HTML does not admit, wherever it was typed', () => {
    const odd = `a\0b\u0001c\u000bd\u001fe\u007ff\u0085g\ufdd0h\uffffi\u{10ffff}j\ud800k`
    const { html } = pageOf(
      {
        ...post(text(odd), rowOf([{ id: 'aaaa', alt: odd, caption: odd, credit: odd }], { captions: 'each' })),
        title: odd,
        topics: [odd],
        excerpt: odd,
      },
      { ...wide('aaaa'), title: odd, tags: [odd] },
    )
    expect(html).not.toMatch(/(?![\t\n\f\r])\p{Cc}|\p{Noncharacter_Code_Point}|\p{Cs}/u)
    expect(html.match(/abcdefghijk/g)!.length).toBeGreaterThanOrEqual(6)
  })
  it('names exactly the files it needs', () => {
    const { html, files } = pageOf(post(rowOf(['aaaa', 'bbbb'])), wide('aaaa'), tall('bbbb'), wide('cccc'))
    const named = [...html.matchAll(/\.\.\/\.\.\/files\/([\w.-]+)/g)].map((match) => match[1]!)
    for (const file of named) expect(files).toContain(file)
    expect(files.some((file) => file.startsWith('cccc'))).toBe(false)
  })
  it('loads lazily what lies below the first screen, and nothing above it', () => {
    const { html } = pageOf(
      post(rowOf(['aaaa']), ...Array.from({ length: 12 }, () => text('wind '.repeat(80))), rowOf(['bbbb'])),
      wide('aaaa'),
      wide('bbbb'),
    )
    expect(html).toMatch(/src="[^"]*aaaa[^>]*>/)
    expect(/<img[^>]*aaaa[^>]*>/.exec(html)![0]).not.toContain('loading')
    expect(/<img[^>]*bbbb[^>]*>/.exec(html)![0]).toContain('loading="lazy"')
  })
  it('links as the row says, and as one picture in it differs', () => {
    const { html } = pageOf(
      post(
        rowOf(
          [
            'aaaa',
            { id: 'bbbb', onClick: { do: 'web-address', href: 'https://example.org/?a=1&b=2', newWindow: true } },
          ],
          { onClick: { do: 'picture-file' } },
        ),
      ),
      wide('aaaa'),
      wide('bbbb'),
    )
    expect(html).toContain('<a href="../../files/aaaa-2560.webp" aria-label="Picture 1"><img')
    expect(html).toContain(
      '<a href="https://example.org/?a=1&amp;b=2" target="_blank" rel="noopener" aria-label="Picture 2"><img',
    )
  })
  it('leads to a picture’s own address where clicks lead to one, unless the row chose another for it', () => {
    const to = (href: string) => ({ do: 'web-address' as const, href, newWindow: false })
    const { html } = pageOf(
      post(
        rowOf(['aaaa', 'bbbb', { id: 'cccc', onClick: to('https://example.org/row') }], {
          onClick: to('https://example.org/all'),
        }),
      ),
      wide('aaaa'),
      wide('bbbb', { link: 'https://example.org/b' }),
      wide('cccc', { link: 'https://example.org/c' }),
    )
    const led = [...html.matchAll(/<a href="(https:\/\/example.org\/[a-z]+)"/g)].map(([, href]) => href)
    expect(led).toEqual(['https://example.org/all', 'https://example.org/b', 'https://example.org/row'])
  })
  it('closes up where a picture was deleted, and leaves out a row without any', () => {
    const { html } = pageOf(
      post(rowOf(['aaaa', 'gone'], { id: 'row-x' }), rowOf(['gone'], { id: 'row-y' })),
      wide('aaaa'),
    )
    expect(html).toContain('id="row-row-x"')
    expect(html).not.toContain('row-y')
  })
  it('keeps drafts out of search', () => {
    expect(pageOf(post(text('a'))).html).not.toContain('noindex')
  })
  it('makes one link of neighbours with one address', () => {
    const link = { type: 'link' as const, attrs: { href: '/a/' } }
    expect(
      inlineHtml([
        { type: 'text', text: 'one ', marks: [link] },
        { type: 'text', text: 'two', marks: [link, { type: 'bold' }] },
      ]),
    ).toBe('<a href="/a/">one <strong>two</strong></a>')
  })
  it('publishes nothing for an empty paragraph', () => {
    expect(blockHtml({ type: 'paragraph' })).toBe('')
    expect(blockHtml(heading('Two') as never)).toBe('<h2>Two</h2>')
  })
})

describe('the published list', () => {
  it('crops by the focus point and falls back to nothing gracefully', () => {
    const one = { picture: wide('aaaa'), focus: { x: 1, y: 0.5 } }
    const { html, files } = builtLists(
      [listed(2, { topics: ['Knots'], featured: one }), listed(1, { featured: null })],
      house,
      { files: { sheet: 'house-a.css', icon: 'icon-a.svg' } },
    )
    expect(html).toContain('object-position:100% 50%')
    expect(html).toContain('14 March 2026 · <a href="topics/knots/">Knots</a>')
    expect(files).toContain('aaaa-720.webp')
    expect(files).toContain('icon-a.svg')
    expect(html).toContain('<link rel="icon" href="files/icon-a.svg" type="image/svg+xml">')
  })
  it('keeps the focus point of a featured image on what it was on, when the picture is cropped or turned later', () => {
    const recipe = { ...PLAIN, crop: { middleX: 0.75, middleY: 0.5, width: 0.5, height: 1 } }
    const cropped = { ...wide('aaaa'), width: 1500, recipe }
    const chosen = { picture: 'aaaa', focus: { x: 0.75, y: 0.5 } }
    expect(focused(chosen, libraryOf([cropped]))!.focus.x).toBeCloseTo(0.5)
    expect(focused(chosen, libraryOf([wide('aaaa')]))!.focus.x).toBe(0.75)
    expect(placeInOriginal({ x: 0.5, y: 0.5 }, cropped).x).toBeCloseTo(0.75)
  })
  it('has an icon of the blog’s initials, whatever its name is', () => {
    expect(initialsOf('Slack Line')).toBe('SL')
    expect(initialsOf('  “the kites” of orla & co')).toBe('TK')
    expect(initialsOf('風の本')).toBe('風')
    expect(initialsOf('Élan')).toBe('É')
    expect(initialsOf('!?')).toBe('')
    expect(siteIcon({ ...house, blogName: '<svg onload=x> &' })).not.toMatch(/<svg onload|script|href/)
  })
  it('asks for the first picture first, where it is in the first screen', () => {
    const high = (html: string) => [...html.matchAll(/<img[^>]*fetchpriority="high"[^>]*>/g)].length
    expect(
      high(pageOf(post(rowOf(['aaaa', 'bbbb']), rowOf(['cccc'])), wide('aaaa'), tall('bbbb'), wide('cccc')).html),
    ).toBe(1)
    const far = post(...Array.from({ length: 40 }, () => text('word '.repeat(80))), rowOf(['aaaa', 'bbbb']))
    expect(high(pageOf(far, wide('aaaa'), tall('bbbb')).html)).toBe(0)
  })
})

describe('what a row will do, in words', () => {
  const about = (
    row: Row,
    originals: { width: number; height: number }[],
    paragraphs = ['wind '.repeat(180)],
    window = 1280,
  ) =>
    toldOf(
      layRow(
        row,
        libraryWith(...originals.map(({ width, height }, i) => picture(row.pictures[i]!.id, width, height))),
        house,
      )!,
      { paragraphs, heading: false },
      house,
      window,
    )
  const fact = (facts: ReturnType<typeof toldOf>, name: RowFact['about']) => facts.find((one) => one.about === name)!
  const three = { width: 3000, height: 2000 }

  it('tells sizes, fold and sharpness of pictures side by side', () => {
    const facts = about(makeRow('row-1', ['aaaa', 'bbbb', 'cccc']), [three, { width: 2000, height: 3000 }, three])
    expect(fact(facts, 'size').words).toBe('223, 99 and 223 wide, all 148 high. Nothing cropped.')
    expect(fact(facts, 'phone').words).toMatch(/^Stays one row down to 456 px; on a phone one, then two/)
    expect(fact(facts, 'sharp').poor).toBe(false)
  })
  it('warns of a picture too small for its place', () => {
    expect(
      fact(
        about({ ...makeRow('row-1', ['aaaa']), sits: 'bleed', one: { side: null, width: { unit: '%', value: 100 } } }, [
          { width: 900, height: 600 },
        ]),
        'sharp',
      ),
    ).toMatchObject({
      words: expect.stringMatching(/^Too small here: it is shown up to 1280 px wide and has 900/),
      poor: true,
    })
  })
  it('warns of too little text beside a picture', () => {
    const beside: Row = { ...makeRow('row-1', ['aaaa']), one: { side: 'left', width: { unit: 'px', value: 240 } } }
    expect(fact(about(beside, [three]), 'text').words).toMatch(/The text is long enough\.$|Under 35 reads badly/)
    expect(
      fact(
        about(
          { ...beside, one: { side: 'left', width: { unit: 'px', value: 200 } } },
          [three],
          ['Forty characters of text are not enough.'],
        ),
        'text',
      ),
    ).toMatchObject({ words: expect.stringMatching(/The text ends beside it: 2 of 6 lines are filled/), poor: true })
    expect(
      fact(about({ ...beside, one: { side: 'left', width: { unit: 'px', value: 500 } } }, [three]), 'text').words,
    ).toContain('stands alone')
  })
  it('seats are all described', () => {
    for (const sits of SEATS)
      expect(about({ ...makeRow('row-1', ['aaaa']), sits }, [three]).map((one) => one.about)).toEqual([
        'size',
        'phone',
        'sharp',
        'weight',
        'click',
      ])
    expect(picture('aaaa').renditions.length).toBeGreaterThan(3)
  })
})
