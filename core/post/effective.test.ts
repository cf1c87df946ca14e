import { describe, expect, it } from 'vitest'
import { contrast } from '../house/contrast.ts'
import { type HouseStyle, parseHouse, ShareTarget, STARTING_STYLE } from '../house/house-style.ts'
import { fillAddress, fillWords } from '../house/share-template.ts'
import { rowOf } from '../testing/builders.ts'
import { captionsOf, clickOf, groundOf, mannerOf, sharesOf } from './effective.ts'
import { parsePost, POST_VERSION } from './post.ts'
import type { PlacedPicture, Row } from './row.ts'
import type { RowChoices } from './changes/row-choices.ts'

const house: HouseStyle = {
  ...STARTING_STYLE,
  onClick: 'picture-page',
  captions: 'hover',
  gallery: { ground: 'dark', filter: true },
  slideshow: { ...STARTING_STYLE.slideshow, seconds: 9, move: 'fade' },
}
const row = (options: RowChoices = {}, pictures: (string | PlacedPicture)[] = ['aaaa', 'bbbb']) =>
  (rowOf(pictures, options) as { attrs: Row }).attrs

describe('a row’s choice', () => {
  it('is the picture’s own first, then the row’s, then the house’s', () => {
    const own = { id: 'aaaa', onClick: { do: 'nothing' as const } }
    expect(clickOf(row(), { id: 'aaaa' }, house)).toEqual({ do: 'picture-page' })
    expect(clickOf(row({ onClick: { do: 'enlarge' } }), { id: 'aaaa' }, house)).toEqual({ do: 'enlarge' })
    expect(clickOf(row({ onClick: { do: 'enlarge' } }), own, house)).toEqual({ do: 'nothing' })
    expect(mannerOf(row({ slideshow: { ...row().slideshow, seconds: 3 } }), house)).toMatchObject({
      seconds: 3,
      move: 'fade',
    })
    expect(sharesOf(row({ share: true }), house)).toBe(true)
  })
  it('gives way where it makes no sense', () => {
    // Nothing to point past: a single picture's caption stands below it.
    expect(captionsOf(row({}, ['aaaa']), house)).toBe('each')
    expect(captionsOf(row({ kind: 'gallery' }), house)).toBe('hover')
    expect(groundOf(row(), house)).toBe('none')
    expect(groundOf(row({ kind: 'gallery' }), house)).toBe('dark')
    // Several side by side can't fade into each other.
    expect(mannerOf(row({ slideshow: { ...row().slideshow, across: 3 } }), house).move).toBe('slide')
  })
})

describe('what was stored by an older program', () => {
  const old = {
    version: 1,
    title: 'Old',
    excerpt: '',
    address: '',
    topics: [],
    featured: null,
    tray: [],
    body: {
      type: 'doc',
      content: [
        { type: 'paragraph' },
        {
          type: 'row',
          attrs: {
            id: 'row-1',
            kind: 'slideshow',
            pictures: [{ id: 'aaaa' }, { id: 'bbbb', caption: 'Two' }],
            sits: 'outset',
            side: null,
            width: null,
            composition: null,
            gallery: { form: 'cells', across: 3, cell: 1, order: 'visit' },
            frame: 1.5,
            between: 3,
            space: null,
            captions: 'none',
            caption: '',
            onClick: { do: 'nothing' },
          },
        },
      ],
    },
  }
  it('is read as a post of today with every choice kept', () => {
    const { version, body } = parsePost(old)
    const { attrs } = body.content[1] as { attrs: Row }
    expect(version).toBe(POST_VERSION)
    const { side, width, composition, frame, gallery, ...kept } = old.body.content[1]!.attrs!
    expect(attrs).toMatchObject({
      ...kept,
      one: { side, width },
      patchwork: { composition },
      gallery: { ...gallery, first: null, filter: null },
      slideshow: { frame, across: 1, fill: false, seconds: null },
    })
    // It said nothing of clicks being left to the house.
    expect(clickOf(attrs, attrs.pictures[0]!, house)).toEqual({ do: 'nothing' })
  })
  it('is still refused where it is broken, with the place', () => {
    expect(() =>
      parsePost({
        ...old,
        body: { type: 'doc', content: [{ type: 'row', attrs: { ...old.body.content[1]!.attrs, sits: 'sideways' } }] },
      }),
    ).toThrow(/body\.content\[0\]\.attrs\.sits/)
    expect(() => parsePost({ ...old, version: 99 })).toThrow(/version/)
  })
  it('or a house style without the newer choices has those of a new blog', () => {
    const { onClick: _, share: __, slideshow: ___, ...older } = { ...STARTING_STYLE, measure: 600 }
    expect(parseHouse(older)).toEqual({ ...STARTING_STYLE, measure: 600 })
  })
})

describe('sharing', () => {
  const shared = {
    address: 'https://kites.example/a/?b=1&c=2',
    picture: 'https://kites.example/p.jpg',
    text: 'Up & away, "Orla"',
  }
  it('fills a template with values that stay one value each', () => {
    expect(fillAddress('mailto:?subject={text}&body={address}', shared)).toBe(
      'mailto:?subject=Up%20%26%20away%2C%20%22Orla%22&body=https%3A%2F%2Fkites.example%2Fa%2F%3Fb%3D1%26c%3D2',
    )
    expect(fillAddress('https://board.example/?p={picture}', shared)).toBe(
      'https://board.example/?p=https%3A%2F%2Fkites.example%2Fp.jpg',
    )
  })
  it('fills it with half a letter too', () => {
    expect(fillAddress('https://board.example/?t={text}', { ...shared, text: 'a\ud800b' })).toBe(
      'https://board.example/?t=a%EF%BF%BDb',
    )
  })
  it('has words for a picture without a title', () => {
    expect(
      fillWords('{title}, from “{post}”', { title: '', caption: 'First up', post: 'At the slip', blog: 'Slack Line' }),
    ).toBe('First up, from “At the slip”')
  })
  it('takes no template that runs script, hides its host, or shares nothing', () => {
    const takes = (address: string) => ShareTarget.safeParse({ name: 'There', address }).success
    expect(takes('https://board.example/tell?page={address}')).toBe(true)
    for (const wrong of [
      'javascript:alert({address})',
      'data:text/html,{address}',
      '//board.example/{address}',
      'https://{address}/',
      'https://board.example/',
      '/posts/{address}',
    ])
      expect(takes(wrong), wrong).toBe(false)
  })
})

describe('contrast', () => {
  it('is that of WCAG', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6)
    expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2)
  })
})
