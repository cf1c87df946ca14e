import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Body, rowsOf } from '../post/body.ts'
import { joinPictures, movePicture, takeOut } from '../post/changes/order-pictures.ts'
import type { Row } from '../post/row.ts'
import { textsInRow } from '../post/texts.ts'
import { row as anyRow } from '../testing/arbitraries.ts'
import { body, rowOf, text, wide } from '../testing/builders.ts'
import { bodyFollowing, bodyKeptFollowing, cutLoose, following, keptFollowing } from './follow.ts'
import type { PictureSet } from './picture-set.ts'
import { wholeSet } from './set-shown.ts'

const member = (id: string, more: object = {}) => ({ id, tags: [] as string[], ...more })
const lanterns = (ids: string, more: Partial<PictureSet> = {}): PictureSet => ({
  id: 'lanterns',
  name: 'Lanterns',
  version: 1,
  pictures: ids.split(' ').map((id) => member(id)),
  ...more,
})
const showing = (ids: string, more: Partial<Row> = {}): Row =>
  (rowOf(ids.split(' '), { kind: 'gallery', set: wholeSet(lanterns('aaaa')), ...more }) as { attrs: Row }).attrs
const of = (set: PictureSet) => (id: string) => (id === set.id ? set : undefined)
const ids = (row: Row) => row.pictures.map(({ id }) => id).join(' ')

describe('a row that shows a set', () => {
  it('has what the set has now, each with the words that the row gave it', () => {
    const row = showing('aaaa bbbb')
    row.pictures[1] = { id: 'bbbb', alt: 'Here only' }
    const now = following(row, of(lanterns('bbbb cccc aaaa')))
    expect(ids(now)).toBe('bbbb cccc aaaa')
    expect(now.pictures[0]).toEqual({ id: 'bbbb', alt: 'Here only' })
    expect(following(now, of(lanterns('bbbb cccc aaaa')))).toBe(now)
    expect(following(now, () => undefined)).toBe(now)
  })
  it('narrows it: the first so many, a tag, without some, in an order of its own', () => {
    const set = lanterns('', {
      pictures: [
        member('aaaa', { tags: ['dusk'] }),
        member('bbbb'),
        member('cccc', { tags: ['dusk'] }),
        member('dddd'),
      ],
    })
    const shown = (more: object) =>
      ids(following(showing('dddd aaaa', { set: { ...wholeSet(set), ...more } }), of(set)))
    expect(shown({ first: 2 })).toBe('aaaa bbbb')
    expect(shown({ tag: 'dusk' })).toBe('aaaa cccc')
    expect(shown({ without: ['aaaa'] })).toBe('bbbb cccc dddd')
    expect(shown({ ownOrder: true })).toBe('dddd aaaa bbbb cccc')
    expect(shown({ ownOrder: true, tag: 'dusk', first: 1 })).toBe('aaaa')
    // Nothing is left of it: a row is never empty.
    expect(shown({ tag: 'storm' })).toBe('dddd aaaa')
  })
  it('says first what the row says, then the set, then the picture', () => {
    const set = lanterns('', { pictures: [member('aaaa', { caption: 'Of the set', alt: '' })] })
    const [placed] = following(showing('aaaa'), of(set)).pictures
    const own = wide('aaaa', { caption: 'Its own', alt: 'Its own', credit: 'Orla Venn' })
    expect(textsInRow(placed!, own)).toMatchObject({ caption: 'Of the set', alt: '', credit: 'Orla Venn' })
    expect(textsInRow({ ...placed!, caption: 'Here' }, own).caption).toBe('Here')
  })
  it('keeps an order of its own, and what it leaves out; joined by another picture it is cut loose', () => {
    const set = of(lanterns('aaaa bbbb cccc'))
    const row = showing('aaaa bbbb cccc')
    const moved = keptFollowing(row, movePicture(row, 2, 0), set)
    expect(moved.set).toMatchObject({ ownOrder: true, without: [] })
    expect(ids(following(moved, of(lanterns('aaaa bbbb cccc dddd'))))).toBe('cccc aaaa bbbb dddd')
    const out = keptFollowing(row, takeOut(row, 1)!, set)
    expect(out.set).toMatchObject({ ownOrder: false, without: ['bbbb'] })
    expect(ids(following(out, of(lanterns('dddd bbbb cccc aaaa'))))).toBe('dddd cccc aaaa')
    expect(keptFollowing(row, joinPictures(row, [{ id: 'eeee' }], 1), set).set).toBeNull()
    const back = keptFollowing(out, joinPictures(out, [{ id: 'bbbb' }], 0), set)
    expect(back.set).toMatchObject({ ownOrder: true, without: [] })
  })
  it('composes a patchwork anew where its pictures are others', () => {
    const composition = { across: ['aaaa', 'bbbb'] } as never
    const row = showing('aaaa bbbb', { kind: 'patchwork', patchwork: { composition } })
    expect(following(row, of(lanterns('aaaa bbbb', { name: 'Lights' }))).patchwork.composition).toBe(composition)
    expect(following(row, of(lanterns('bbbb aaaa'))).patchwork.composition).toBeNull()
  })
  it('is a row like any other, whatever the set becomes; cut loose, it shows what it showed', () => {
    const set = fc.record({
      id: fc.constant('lanterns'),
      name: fc.string({ minLength: 1, maxLength: 20 }),
      version: fc.nat(),
      pictures: fc.uniqueArray(
        fc.record(
          {
            id: fc.integer({ min: 0, max: 30 }).map((n) => `pic-${n}`),
            tags: fc.subarray(['dusk', 'dawn']),
            alt: fc.string({ maxLength: 20 }),
            caption: fc.string({ maxLength: 20 }),
          },
          { requiredKeys: ['id', 'tags'] },
        ),
        { selector: ({ id }) => id, maxLength: 25 },
      ),
    })
    const narrowing = fc.record({
      first: fc.option(fc.integer({ min: 1, max: 30 })),
      tag: fc.option(fc.constantFrom('dusk', 'dawn')),
      ownOrder: fc.boolean(),
      without: fc.array(fc.constantFrom('pic-1', 'pic-2', 'pic-3'), { maxLength: 3 }),
    })
    fc.assert(
      fc.property(anyRow, fc.array(set, { minLength: 1, maxLength: 4 }), narrowing, (some, sets, narrow) => {
        let now: Row = { ...some, set: { ...wholeSet(sets[0]!), ...narrow } }
        for (const one of sets) {
          now = following(now, of(one as PictureSet))
          expect(following(now, of(one as PictureSet))).toBe(now)
          const shown = now.pictures.map(({ id }) => id)
          const first = narrow.first ?? Infinity
          const wanted = one.pictures
            .filter(
              ({ id, tags }) =>
                !(narrow.without as string[]).includes(id) && (!narrow.tag || tags.includes(narrow.tag)),
            )
            .map(({ id }) => id)
          if (wanted.length === 0) continue
          expect(shown.length).toBe(Math.min(first, wanted.length))
          for (const id of shown) expect(wanted).toContain(id)
          if (!narrow.ownOrder) expect(shown).toEqual(wanted.slice(0, shown.length))
        }
        Body.parse(body({ type: 'row', attrs: now }))
        const loose = cutLoose(now)
        const own = (id: string) => wide(id, { alt: 'own', caption: 'own' })
        expect(loose.pictures.map((one) => textsInRow(one, own(one.id)))).toEqual(
          now.pictures.map((one) => textsInRow(one, own(one.id))),
        )
        expect(loose).toMatchObject({ set: null, kind: now.kind, sits: now.sits })
      }),
    )
  })
})

describe('a body', () => {
  it('stays the object that it is where no set has changed', () => {
    const here = body(text('One'), { type: 'row', attrs: showing('aaaa bbbb') }, rowOf(['cccc']))
    const set = of(lanterns('aaaa bbbb'))
    expect(bodyFollowing(here, set)).toBe(here)
    const after = bodyFollowing(here, of(lanterns('bbbb')))
    expect(after.content[0]).toBe(here.content[0])
    expect(rowsOf(after).map(ids)).toEqual(['bbbb', 'cccc'])
    // A saved state that is gone back to is brought up to date, not taken for a change of the row.
    const back = bodyKeptFollowing(after, JSON.parse(JSON.stringify(here)) as typeof here, of(lanterns('bbbb')))
    expect(rowsOf(back)[0]!).toMatchObject({ set: { without: [] }, pictures: [{ id: 'bbbb' }] })
  })
})
