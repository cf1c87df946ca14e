import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Row } from '../post/row.ts'
import { rowOf } from '../testing/builders.ts'
import { addMembers, afterInSet, membersAsRow, moveMembers, saysMore } from './edits.ts'
import { following } from './follow.ts'
import { membersOf, type PictureSet } from './picture-set.ts'
import { wholeSet } from './set-shown.ts'
import { shownWording, worded } from './worded.ts'

const ids = ['aaaa', 'bbbb', 'cccc', 'dddd', 'eeee']
const set: PictureSet = {
  id: 'lanterns',
  name: 'Lanterns',
  version: 1,
  pictures: ids.map((id) => ({ id, tags: id < 'd' ? ['dusk'] : [], caption: `Of ${id}` })),
}
const order = (members: readonly { id: string }[]) => members.map(({ id }) => id[0]).join('')

it('pictures are moved to where one stands now, in their own order, and added once at the end', () => {
  const members = membersOf(set)
  expect(order(moveMembers(members, ['dddd'], 1))).toBe('adbce')
  expect(order(moveMembers(members, ['eeee', 'aaaa'], 3))).toBe('bcaed')
  expect(order(moveMembers(members, ['bbbb'], 2))).toBe('abcde')
  expect(order(addMembers(members, ['ffff', 'aaaa', 'ffff']))).toBe('abcdef')
  fc.assert(
    fc.property(fc.subarray(ids), fc.integer({ min: 0, max: 5 }), (some, place) => {
      const moved = moveMembers(members, some, place)
      expect(moved.map(({ id }) => id).sort()).toEqual(ids)
      expect(moved.filter(({ id }) => !some.includes(id))).toEqual(members.filter(({ id }) => !some.includes(id)))
    }),
  )
})

it('what a row says of its own becomes the set’s, and the row shows what it showed', () => {
  const rowWith = (own: readonly number[], without: readonly string[], caption: string) => {
    const shown = { ...wholeSet(set), ownOrder: true, without: [...without] }
    const made = (
      rowOf(
        own.map((i) => ids[i]!).filter((id) => !without.includes(id)),
        { kind: 'gallery', set: shown },
      ) as { attrs: Row }
    ).attrs
    const row = following(made, () => set)
    return { ...row, pictures: row.pictures.map((one, i) => (i === 0 ? { ...one, caption } : one)) }
  }
  fc.assert(
    fc.property(
      fc.shuffledSubarray([0, 1, 2, 3, 4], { minLength: 5 }),
      fc.subarray(ids, { maxLength: 4 }),
      fc.string({ maxLength: 12 }),
      (own, without, caption) => {
        const row = rowWith(own, without, caption)
        expect(saysMore(row)).toBe(true)
        const next: PictureSet = {
          ...set,
          pictures: membersAsRow(set, row).map((one) => ({
            ...one,
            tags: set.pictures.find(({ id }) => id === one.id)!.tags,
          })),
        }
        const after = following(afterInSet(row), () => next)
        expect(saysMore(after)).toBe(false)
        const words = ({ pictures }: Row) =>
          pictures.map(({ id, caption: mine, inSet }) => [id, mine ?? inSet?.caption])
        expect(words(after)).toEqual(words(row))
      },
    ),
  )
})

it('what a set says of a picture is its own only where the picture does not say it itself', () => {
  const texts = fc.record({
    alt: fc.constantFrom('', 'A kite', 'A sled'),
    caption: fc.constantFrom('', 'First up'),
    credit: fc.constantFrom('', 'Orla'),
  })
  const some = fc.record(
    { alt: fc.constantFrom('', 'A kite'), caption: fc.constantFrom('', 'Last') },
    { requiredKeys: [] },
  )
  fc.assert(
    fc.property(texts, some, some, (picture, before, written) => {
      const member = worded({ id: 'aaaa', ...before }, written, picture)
      expect(shownWording(member, picture)).toEqual({ ...shownWording(before, picture), ...written })
      for (const field of Object.keys(written) as (keyof typeof written)[])
        expect(member[field] === undefined).toBe(written[field] === picture[field])
    }),
  )
})
