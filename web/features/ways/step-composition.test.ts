import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../../../core/house/house-style.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import type { Row } from '../../../core/post/row.ts'
import { libraryWith, tall, wide } from '../../../core/testing/builders.ts'
import { stepComposition } from './step-composition.ts'

const pictures = libraryWith(wide('aaaa'), wide('bbbb'), tall('cccc'), wide('dddd'))
const start: Row = { ...makeRow('row-1', ['aaaa', 'bbbb', 'cccc', 'dddd']), kind: 'patchwork' }
const step = (row: Row, by: 1 | -1): Row => {
  let next = row
  stepComposition(
    { library: pictures, house: STARTING_STYLE, changeRow: (_did, _id, change) => (next = change(row)!) },
    row,
    by,
  )
  return next
}

describe('stepping through compositions', () => {
  it('meets each once, and comes back to the first', () => {
    let row = step(start, 1)
    const first = JSON.stringify(row.patchwork.composition)
    const met = new Set<string>()
    for (let i = 0; i < 60 && !met.has(JSON.stringify(row.patchwork.composition)); i++) {
      met.add(JSON.stringify(row.patchwork.composition))
      row = step(row, 1)
    }
    expect(met.size).toBeGreaterThan(5)
    expect(JSON.stringify(row.patchwork.composition)).toBe(first)
  })
  it('goes back to where it came from', () => {
    const second = step(start, 1)
    expect(step(step(second, 1), -1).patchwork).toEqual(second.patchwork)
  })
  it('changes nothing but the composition, and nothing at all when a picture is gone', () => {
    const { patchwork: _, ...rest } = step(start, 1)
    const { patchwork: __, ...before } = start
    expect(rest).toEqual(before)
    const broken = { ...start, pictures: [...start.pictures, { id: 'gone' }] }
    expect(step(broken, 1)).toBe(broken)
  })
})
