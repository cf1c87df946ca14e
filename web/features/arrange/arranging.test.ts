import { describe, expect, it } from 'vitest'
import { arrange } from '../../../core/arrange/arrange.ts'
import { MOST_ARRANGED } from '../../../core/arrange/request.ts'
import { STARTING_STYLE } from '../../../core/house/house-style.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { libraryOf } from '../../../core/place/library.ts'
import { post, rowOf, text, wide } from '../../../core/testing/builders.ts'
import { arrangedContent, leading, picturesFor, pinned, requestFor, startArranging, waitingIn } from './arranging.ts'

const pictures = ['aaaa', 'bbbb', 'cccc', 'dddd'].map((id) => wide(id, { aside: id === 'dddd' }))
const { picture } = libraryOf(pictures)
const content = {
  ...post(text('The wind came round. '.repeat(30)), rowOf(['aaaa']), text('And went. '.repeat(30))),
  tray: ['cccc', 'gone', 'aaaa', 'dddd', 'bbbb'],
}
const waiting = waitingIn(content, picture)
const request = (asked = startArranging([], content)) =>
  requestFor(asked, picturesFor(asked, waiting), { body: content.body, house: STARTING_STYLE, before: null })

describe('what is arranged', () => {
  it('waits: in the tray’s order, in no row, not aside and not gone', () => {
    expect(waiting.map(({ id }) => id)).toEqual(['cccc', 'bbbb'])
  })
  it('is what was chosen, or the first so many, never more than can be', () => {
    expect(picturesFor(startArranging(['bbbb', 'aaaa'], content), waiting).map(({ id }) => id)).toEqual(['bbbb'])
    expect(picturesFor({ ...startArranging([], content), first: 1 }, waiting).map(({ id }) => id)).toEqual(['cccc'])
    const many = Array.from({ length: MOST_ARRANGED + 5 }, (_, i) => wide(`many-${i}`))
    expect(picturesFor(startArranging([], content), many)).toHaveLength(MOST_ARRANGED)
  })
  it('leaves pins out whose pictures or place are not there any more', () => {
    const pin = { pictures: ['cccc', 'bbbb'], look: '', place: 0 }
    expect(request({ ...startArranging([], content), pins: [pin] }).pins).toEqual([pin])
    expect(request({ ...startArranging([], content), pins: [pin], first: 1 }).pins).toEqual([])
    expect(request({ ...startArranging([], content), pins: [{ ...pin, place: 9 }] }).pins).toEqual([])
  })
  it('becomes rows with ids of their own, around what stands', () => {
    const proposal = arrange(request())
    const ids = proposal.rows.map((_, i) => `own-${i}`)
    const { body } = arrangedContent(content, proposal, ids)
    const rows = rowsOf(body)
    expect(rows.flatMap((row) => row.pictures.map(({ id }) => id)).sort()).toEqual(['aaaa', 'bbbb', 'cccc'])
    expect(rows.map(({ id }) => id).filter((id) => id.startsWith('own-'))).toEqual(ids)
  })
  it('has what is featured leading, until one says otherwise', () => {
    const featured = { ...content, featured: { picture: 'bbbb', focus: { x: 0.5, y: 0.5 } } }
    const asked = startArranging([], featured)
    expect(request(asked).leads).toEqual(['bbbb'])
    expect(request({ ...asked, leads: leading(asked.leads, 'bbbb') }).leads).toEqual([])
    expect(request({ ...asked, first: 1 }).leads).toEqual([])
  })
  it('is pinned and let go by the same press', () => {
    const pin = { pictures: ['cccc'], look: 'one', place: 1 }
    expect(pinned([], pin)).toEqual([pin])
    expect(pinned([pin], { ...pin, place: 2 })).toEqual([])
  })
})
