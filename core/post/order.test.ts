import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { row as anyRow } from '../testing/arbitraries.ts'
import { body, heading, picture, libraryWith, rowOf, text } from '../testing/builders.ts'
import { makeRow } from './changes/make-row.ts'
import {
  joinPictures,
  reorderPictures,
  swapPictures,
  takeOut,
  toggleLead,
  togglePin,
} from './changes/order-pictures.ts'
import { sortedOrder, sortPictures } from './changes/sort-pictures.ts'
import { Composition, sizeOf } from './composition.ts'
import { followingOf, followingPlace } from './following.ts'
import type { GalleryOrder, Row } from './row.ts'
import { resolveRow } from '../place/resolve.ts'
import { inShownOrder } from './shown-order.ts'

const three = libraryWith(
  picture('aaaa', 3, 2, { title: 'Kite 10', takenAt: '2026-03-14T09:00:00', addedAt: '2026-03-15T08:00:00Z' }),
  picture('bbbb', 3, 2, { title: 'kite 9', takenAt: '2026-03-14T07:00:00', addedAt: '2026-03-15T10:00:00Z' }),
  picture('cccc', 3, 2, { title: '', fileName: 'KM_2042.jpg', takenAt: null, addedAt: '2026-03-13T09:00:00Z' }),
)
const row = makeRow('row-1', ['aaaa', 'bbbb', 'cccc'])
const ids = (one: Row) => one.pictures.map(({ id }) => id)

describe('sorting', () => {
  it('knows that nine comes before ten, and takes the file name where there is no title', () => {
    expect(ids(sortPictures(row, three, 'title'))).toEqual(['bbbb', 'aaaa', 'cccc'])
  })
  it('goes by the camera’s clock, and by the day of arrival where there is none', () => {
    expect(ids(sortPictures(row, three, 'taken'))).toEqual(['cccc', 'bbbb', 'aaaa'])
    expect(ids(sortPictures(row, three, 'added'))).toEqual(['cccc', 'aaaa', 'bbbb'])
  })
  it('leaves equals as they were, and pictures that are gone at the head', () => {
    const twice = makeRow('row-1', ['aaaa', 'gone', 'aaaa'])
    const pictures = twice.pictures.map(({ id }) => three.picture(id))
    expect(sortedOrder(pictures, 'title')).toEqual([1, 0, 2])
  })
})

describe('the order shown', () => {
  const gallery = (order: GalleryOrder): Row => ({ ...row, kind: 'gallery', gallery: { ...row.gallery, order } })
  const shownIn = (one: Row) => inShownOrder(one, resolveRow(one, three).pictures).map(({ at }) => at)
  it.each([
    ['hand', [0, 1, 2]],
    ['turned', [2, 1, 0]],
    ['title', [1, 0, 2]],
    ['taken', [2, 1, 0]],
    ['added', [2, 0, 1]],
    ['visit', [0, 1, 2]],
  ] as const)('of a gallery %s is %j', (order, shown) => expect(shownIn(gallery(order))).toEqual(shown))
  it('of any other kind is the hand’s', () => {
    expect(shownIn({ ...gallery('turned'), kind: 'patchwork' })).toEqual([0, 1, 2])
  })
})

describe('pictures in a row', () => {
  it('change places, or come into any order, with their wording', () => {
    fc.assert(
      fc.property(anyRow, fc.nat(), fc.nat(), (one, a, b) => {
        const n = one.pictures.length
        const swapped = swapPictures(one, a % n, b % n)
        expect(swapped.pictures[a % n]).toEqual(one.pictures[b % n])
        expect(swapPictures(swapped, a % n, b % n)).toEqual(one)
        const turned = one.pictures.map((_, i) => n - 1 - i)
        expect(reorderPictures(reorderPictures(one, turned), turned)).toEqual(one)
      }),
    )
    expect(() => reorderPictures(row, [0, 0, 1])).toThrow(/0 to 2 once each/)
    expect(() => swapPictures(row, 0, 3)).toThrow(RangeError)
  })
  it('lead and stay until they are let go; a new lead asks for a new composition', () => {
    const composed: Row = { ...row, kind: 'patchwork', patchwork: { composition: { beside: ['.', '.', '.'] } } }
    const led = toggleLead(composed, 1)
    expect(led).toMatchObject({
      patchwork: { composition: null },
      pictures: [{ id: 'aaaa' }, { id: 'bbbb', lead: true }, { id: 'cccc' }],
    })
    expect(toggleLead(led, 1).pictures).toEqual(row.pictures)
    expect(togglePin(composed, 0)).toMatchObject({
      patchwork: composed.patchwork,
      pictures: [{ pinned: true }, {}, {}],
    })
  })
  it('keep their composition only while it is for as many', () => {
    const composed: Row = {
      ...row,
      kind: 'patchwork',
      patchwork: { composition: { stacked: ['.', { beside: ['.', '.'] }] } },
    }
    expect(swapPictures(composed, 0, 1).patchwork).toEqual(composed.patchwork)
    expect(joinPictures(composed, [{ id: 'dddd' }], 3).patchwork.composition).toBeNull()
    expect(takeOut(composed, 0)!.patchwork.composition).toBeNull()
    expect(takeOut(takeOut(composed, 0)!, 0)).toMatchObject({ kind: 'one' })
  })
})

describe('a composition', () => {
  it('is counted, and refused where it joins nothing', () => {
    expect(sizeOf({ beside: ['.', { stacked: ['.', '.', '.'] }] })).toBe(4)
    expect(Composition.safeParse({ beside: ['.', { stacked: ['.', '.'] }] }).success).toBe(true)
    for (const wrong of [
      { beside: ['.'] },
      { beside: [] },
      'x',
      { beside: ['.', '.'], stacked: ['.', '.'] },
      { above: ['.', '.'] },
    ])
      expect(Composition.safeParse(wrong).success).toBe(false)
  })
})

describe('the text that follows', () => {
  const content = body(
    text('before'),
    rowOf(['aaaa'], { id: 'row-x' }),
    text('one'),
    text('two'),
    heading('Next'),
    text('three'),
    rowOf(['bbbb'], { id: 'row-y' }),
  )
  it('ends at a heading or a row', () => {
    expect(followingOf(content, 'row-x')).toEqual({ paragraphs: ['one', 'two'], heading: true })
    expect(followingPlace(content, 5)).toEqual({ paragraphs: ['three'], heading: false })
    expect(followingOf(content, 'row-y')).toEqual({ paragraphs: [], heading: false })
  })
})
