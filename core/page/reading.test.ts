import { placePost } from '../place/place-post.ts'
import { builtPages } from '../testing/built-pages.ts'
import { describe, expect, it } from 'vitest'
import { type HouseStyle, STARTING_STYLE } from '../house/house-style.ts'
import { filterLines, filterOf } from '../layout/filter-bar.ts'
import { layRow } from '../place/lay-row.ts'
import { toldOf } from '../testing/told.ts'
import { tagsInUse } from '../post/filter-tags.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import { libraryWith, post, rowOf, tall, text, wide } from '../testing/builders.ts'
import { houseEffect } from './house-effect.ts'
import { placementsOf } from './placements.ts'
import { partsOf } from './reader-parts.ts'
import { rowHtml } from './row-html.ts'
import type { RowChoices } from '../post/changes/row-choices.ts'

const house = STARTING_STYLE
const FOUR = [
  wide('aaaa', { tags: ['kite', 'Été'] }),
  tall('bbbb', { tags: ['kite', 'ete'] }),
  wide('cccc', { tags: ['kite'] }),
  tall('dddd', { tags: ['kite', 'bench', 'Été'] }),
]
const map = libraryWith(...FOUR)
const laid = (
  options: RowChoices = {},
  pictures: (string | PlacedPicture)[] = ['aaaa', 'bbbb', 'cccc', 'dddd'],
  style: HouseStyle = house,
) => layRow((rowOf(pictures, options) as { attrs: Row }).attrs, map, style)!
const told = (options: RowChoices, pictures?: (string | PlacedPicture)[]) =>
  Object.fromEntries(
    toldOf(laid(options, pictures), { paragraphs: [], heading: false }, house, 1280).map(({ about, words }) => [
      about,
      words,
    ]),
  )

describe('places of pictures', () => {
  it('are named for the picture, so that names stay when others come or go', () => {
    const [first, second] = [laid({}, ['aaaa', 'bbbb']), laid({}, ['cccc', 'aaaa'])]
    expect(placementsOf([first, second]).map(({ name }) => name)).toEqual(['aaaa', 'bbbb', 'cccc', 'aaaa-2'])
    expect(placementsOf([second]).map(({ name }) => name)).toEqual(['cccc', 'aaaa'])
  })
  it('include what a gallery shows only when asked', () => {
    expect(placementsOf([laid({ kind: 'gallery', gallery: { first: 3 } })])).toHaveLength(4)
  })
})

describe('the reader script', () => {
  it('is asked for only by rows that need it', () => {
    const quiet: RowChoices = { onClick: { do: 'picture-file' } }
    for (const kind of ['side-by-side', 'patchwork', 'gallery'] as const)
      expect(partsOf(laid({ ...quiet, kind, reveal: 'rise', share: true, captions: 'hover' }), house)).toEqual({
        starter: false,
        parts: [],
      })
    expect(partsOf(laid({ ...quiet, kind: 'slideshow' }), house).parts).toEqual(['slideshow'])
    expect(partsOf(laid({}), house).parts).toEqual(['enlarge'])
    expect(partsOf(laid({ ...quiet, kind: 'gallery', gallery: { first: 2 } }), house).parts).toEqual(['gallery'])
    // A filter without tags to offer is none.
    expect(partsOf(laid({ ...quiet, kind: 'gallery', gallery: { filter: true } }), house).parts).toEqual(['gallery'])
    expect(partsOf(laid({ ...quiet, kind: 'gallery', gallery: { filter: true } }, ['cccc']), house).starter).toBe(false)
    expect(
      partsOf(
        laid({ ...quiet, kind: 'gallery', gallery: { form: 'cells', across: 2, cell: 1, order: 'visit' } }),
        house,
      ),
    ).toEqual({ starter: true, parts: [] })
  })
})

describe('a filter', () => {
  it('offers tags in use that leave something out, with counts and addresses of their own', () => {
    expect(tagsInUse(FOUR)).toEqual([
      { tag: 'Été', key: 'été', count: 2 },
      { tag: 'bench', key: 'bench', count: 1 },
      { tag: 'ete', key: 'ete', count: 1 },
    ])
  })
  it('keeps tags apart that would have one address', () => {
    const keys = tagsInUse(['Pell Slip', 'pell-slip', '!!'].map((tag) => ({ tags: [tag] }))).map(({ key }) => key)
    expect(new Set(keys).size).toBe(3)
  })
  it('leaves out what the blogger leaves out, and no other address changes by it', () => {
    const offered = (tagsLeftOut: string[]) =>
      filterOf(laid({ kind: 'gallery', gallery: { filter: true, tagsLeftOut } }), house).map(({ key }) => key)
    expect(offered(['Été', 'gone since'])).toEqual(['bench', 'ete'])
    expect(offered(['Été', 'bench', 'ete'])).toEqual([])
    expect(told({ kind: 'gallery', gallery: { filter: true, tagsLeftOut: ['Été', 'bench', 'ete'] } }).filter).toContain(
      'Readers find none',
    )
  })
  it('says how many lines it takes', () => {
    expect(told({ kind: 'gallery', gallery: { filter: true } }).filter).toBe('3 tags in one line.')
    const gallery = laid({ kind: 'gallery', gallery: { filter: true } })
    // "All 4", "Été 2", "bench 1" and "ete 1" are each at most 60 px wide at 14 px, and stand 14 px apart.
    expect([600, 150, 60].map((width) => filterLines(gallery, filterOf(gallery, house), width, house))).toEqual([
      1, 2, 4,
    ])
  })
})

describe('what a row does for readers, in words', () => {
  it('says how long a slideshow runs, what is loaded first, and what room its captions take', () => {
    const facts = told(
      {
        kind: 'slideshow',
        slideshow: {
          across: 1,
          fill: false,
          move: null,
          seconds: 5,
          starts: true,
          arrows: null,
          place: null,
          fullScreen: null,
        },
      },
      ['aaaa', 'cccc', { id: 'bbbb', caption: 'Up. '.repeat(40) }, 'dddd'],
    )
    expect(facts.runs).toBe('4 pictures of 5 s, 20 s in all. Starts by itself, except where motion is unwelcome.')
    expect(facts.first).toMatch(/^What is shown and one ahead: phone \d+ kB, tablet \d+ kB, wide \d+ kB\.$/)
    expect(facts.captions).toMatch(/^Room is kept for the longest caption: \d lines, on a phone \d\.$/)
  })
  it('says what filling the frame cuts off', () => {
    const facts = told({
      kind: 'slideshow',
      slideshow: {
        across: 1,
        fill: true,
        move: null,
        seconds: null,
        starts: null,
        arrows: null,
        place: null,
        fullScreen: null,
        frame: 1,
      },
    })
    // A 3:2 or 2:3 picture in a square loses a third.
    expect(facts.crop).toContain('Leaves out 33 % on average')
  })
  it('says what waits to be asked for, and what a click does', () => {
    const facts = told({ kind: 'gallery', gallery: { first: 3 } }, [
      'aaaa',
      'bbbb',
      'cccc',
      { id: 'dddd', onClick: { do: 'nothing' } },
    ])
    expect(facts.first).toBe('3 of 4 pictures; the other one when a reader asks for it.')
    expect(facts.click).toBe(
      'A click enlarges the picture. Without scripts it opens its page. One picture has a click of its own. T or Ctrl-click tries it.',
    )
  })
})

describe('what a change of the house style alters', () => {
  const content = post(
    text('wind '.repeat(60)),
    rowOf(['aaaa', 'cccc'], { id: 'pair-1' }),
    rowOf(['bbbb'], { id: 'side-1', one: { side: 'left', width: { unit: 'px', value: 200 } } }),
    text('wind '.repeat(200)),
    rowOf(['aaaa', 'bbbb'], { id: 'wide-1', sits: 'bleed', onClick: { do: 'nothing' } }),
  )
  const effect = (after: Partial<HouseStyle>) =>
    houseEffect(placePost(content, map, house), placePost(content, map, { ...house, ...after }))
  it('counts rows of another size apart from rows that behave otherwise', () => {
    expect(effect({})).toMatchObject({ rows: 3, shaped: 0, behaving: 0, worse: [] })
    expect(effect({ onClick: 'nothing' })).toMatchObject({ shaped: 0, behaving: 2 })
    expect(effect({ colours: { ...house.colours, ink: '#000000' } })).toMatchObject({ shaped: 0, behaving: 0 })
    // A row edge to edge does not know the measure.
    expect(effect({ measure: 640 })).toMatchObject({ shaped: 1, behaving: 0 })
    expect(effect({ gap: 20 })).toMatchObject({ shaped: 2 })
  })
  it('says how much longer the page becomes, and what becomes worth a look', () => {
    const [wideScreen] = effect({ space: 64 }).heights
    // Above and below both rows that stand alone; the text beside the third takes no line more.
    expect(wideScreen!.after - wideScreen!.before).toBe(4 * 40)
    expect(effect({ measure: 340 }).worse.join()).toMatch(/^Row 2: /)
  })
})

describe('the page of a picture', () => {
  const content = {
    ...post(
      rowOf(['aaaa', { id: 'bbbb', caption: 'The row’s own words' }], { id: 'pair-1' }),
      rowOf(['aaaa'], { id: 'again-1', onClick: { do: 'picture-page' } }),
    ),
    title: 'At <the> slip',
  }
  const pictures = libraryWith(
    wide('aaaa', { title: 'First up', alt: 'A kite climbs', credit: 'Orla Venn', takenAt: '2026-03-14T07:02:11' }),
    tall('bbbb', { caption: 'The picture’s words' }),
  )
  const pages = (style: Partial<HouseStyle> = {}) =>
    builtPages(content, pictures, { ...house, ...style }, { date: null }).below
  it('is made for every place of a picture, or only where a click leads to one', () => {
    expect(pages().map(({ path }) => path)).toEqual(['pictures/aaaa/', 'pictures/bbbb/', 'pictures/aaaa-2/'])
    expect(pages({ pages: { ...house.pages, made: 'asked' } }).map(({ path }) => path)).toEqual(['pictures/aaaa-2/'])
  })
  it('has the texts the place has, its neighbours and the way back', () => {
    const [first, second, third] = pages().map(({ html }) => html)
    expect(first).toContain('<h1>First up</h1>')
    expect(first).toContain('<p class="shows">A kite climbs</p>')
    expect(first).toContain('Picture: Orla Venn')
    expect(first).not.toContain('rel="prev"')
    expect(second).toContain('<h1>Picture 2 of “At &lt;the&gt; slip”</h1>')
    expect(second).toContain('The row’s own words')
    expect(second).not.toContain('The picture’s words')
    expect(second).toContain('href="../../pictures/aaaa/" rel="prev"')
    expect(second).toContain('href="../../pictures/aaaa-2/" rel="next"')
    expect(third).toContain('href="../../#picture-aaaa-2"')
  })
  it('shows the date and the file as the house says', () => {
    expect(pages()[0]!.html).not.toContain('14 March 2026')
    expect(pages()[0]!.html).toContain('Largest file, 2560 × 1707')
    const [other] = pages({ pages: { made: 'all', date: true, file: false } })
    expect(other!.html).toContain('Taken 14 March 2026')
    expect(other!.html).not.toContain('Largest file')
  })
})

describe('what a click leads to without scripts', () => {
  const linkOf = (options: RowChoices, style: Partial<HouseStyle> = {}) => {
    const content = post(rowOf(['aaaa'], options))
    const { html } = builtPages(content, map, { ...house, ...style })
    return /<a href="([^"]*)"[^>]*><img/.exec(html)?.[1]
  }
  it('is the page of a picture that enlarges, or its file where it has no page', () => {
    expect(linkOf({ onClick: { do: 'enlarge' } })).toBe('pictures/aaaa/')
    expect(linkOf({ onClick: { do: 'enlarge' } }, { pages: { ...house.pages, made: 'asked' } })).toBe(
      '../../files/aaaa-2560.webp',
    )
  })
  it('is what the row says, or the house where it says nothing', () => {
    expect(linkOf({ onClick: { do: 'picture-page' } }, { pages: { ...house.pages, made: 'asked' } })).toBe(
      'pictures/aaaa/',
    )
    expect(linkOf({ onClick: { do: 'picture-file' } })).toBe('../../files/aaaa-2560.webp')
    expect(linkOf({ onClick: { do: 'nothing' } })).toBeUndefined()
    expect(linkOf({}, { onClick: 'nothing' })).toBeUndefined()
    expect(linkOf({}, { onClick: 'picture-file' })).toBe('../../files/aaaa-2560.webp')
  })
})

describe('sharing a picture', () => {
  const shown = (style: Partial<HouseStyle['share']>) => {
    const row = laid({ share: true }, ['aaaa'])
    return rowHtml(row, {
      house: { ...house, blogName: 'Slack Line', share: { ...house.share, ...style } },
      address: (file) => `../../files/${file}`,
      lazy: () => false,
      post: {
        nameOf: () => 'aaaa',
        pageOf: () => 'pictures/aaaa/',
        title: 'At the slip',
        full: (relative) => `https://kites.example/posts/slip/${relative}`,
      },
    })
  }
  it('leads to the house’s places with the picture’s page, its file and the words', () => {
    const html = shown({
      corner: 'bottom-left',
      text: 'Seen in {post}, {blog}',
      targets: [{ name: 'Board', address: 'https://board.example/?a={address}&t={text}' }],
    })
    expect(html).toContain('class="share share-bottom-left"')
    expect(html).toContain(
      'href="https://board.example/?a=https%3A%2F%2Fkites.example%2Fposts%2Fslip%2Fpictures%2Faaaa%2F&amp;t=Seen%20in%20At%20the%20slip%2C%20Slack%20Line"',
    )
    expect(html).toMatch(/<a href="[^"]*aaaa-2560\.webp" download>Download, 2560 × 1707<\/a>/)
  })
  it('is not there where it would be empty', () => {
    expect(shown({ download: false })).not.toContain('share')
  })
})
