import { describe, expect, it } from 'vitest'
import { type Candidate, proposeFeatured } from './featured.ts'
import { signatureOf, THUMB } from './signature.ts'

/** A thumb of one grey with a striped square of a third of its side, its middle at this place. */
function thumb(x: number, y: number, { ground = 120, contrast = 110, stripe = 2 } = {}): Uint8Array {
  return Uint8Array.from({ length: THUMB * THUMB }, (_, i) => {
    const [column, row] = [i % THUMB, Math.floor(i / THUMB)]
    const inside = Math.abs(column / THUMB - x) < 0.16 && Math.abs(row / THUMB - y) < 0.16
    return ground + (inside ? (Math.floor(column / stripe) % 2 ? contrast : -contrast) : row)
  })
}
function candidate(id: string, seen: Uint8Array, more: Partial<Candidate> = {}): Candidate {
  return {
    id,
    width: 3000,
    height: 2000,
    focus: { x: 0.5, y: 0.5 },
    flaws: [],
    thumb: seen,
    signature: signatureOf(seen),
    lead: false,
    first: false,
    ...more,
  }
}
const ids = (list: readonly { id: string }[]) => list.map(({ id }) => id)

describe('pictures proposed for lists', () => {
  const middle = candidate('middle', thumb(0.5, 0.5))
  it('keep what is to be seen in the lists’ crops', () => {
    const top = candidate('top', thumb(0.3, 0.1, { stripe: 3 }))
    const found = proposeFeatured([top, middle], [], 'banners')
    expect(ids(found)).toEqual(['middle', 'top'])
    expect(found[0]!.reasons).toEqual(['whole', 'large'])
    expect(found[1]!.warnings).toEqual(['cut'])
    // Where the focus is on it, the list keeps it.
    const focused = proposeFeatured([{ ...top, focus: { x: 0.3, y: 0.1 } }], [], 'banners')
    expect(focused[0]!.warnings).toEqual([])
  })
  it('are three at most, none of them like another', () => {
    const others = [0.3, 0.4, 0.6, 0.7].map((x, i) => candidate(`${i}`, thumb(x, 0.3 + 0.1 * i, { stripe: 1 + i })))
    const found = proposeFeatured([middle, { ...middle, id: 'again' }, ...others], [], 'rows')
    expect(found).toHaveLength(3)
    expect(ids(found)).toContain('middle')
    expect(ids(found)).not.toContain('again')
  })
  it('are rather not the twin of a neighbour in the list, nor flawed, nor one grey', () => {
    const other = candidate('other', thumb(0.42, 0.55, { stripe: 4 }))
    expect(ids(proposeFeatured([middle, other], [middle.signature], 'rows'))).toEqual(['other', 'middle'])
    expect(proposeFeatured([middle], [middle.signature], 'rows')[0]!.warnings).toEqual(['twin'])
    expect(ids(proposeFeatured([{ ...middle, flaws: ['blurred'] }, other], [], 'rows'))).toEqual(['other', 'middle'])
    const flat = Uint8Array.from({ length: THUMB * THUMB }, (_, i) => 120 + (i % 5))
    expect(proposeFeatured([candidate('flat', flat)], [], 'rows')[0]!.warnings).toEqual(['faint'])
    expect(proposeFeatured([{ ...middle, width: 900, height: 600 }], [], 'rows')[0]!.warnings).toEqual(['few-px'])
  })
  it('are rather what leads a row, or stands in the first', () => {
    const other = candidate('other', thumb(0.42, 0.55, { stripe: 4 }), { lead: true, first: true })
    const found = proposeFeatured([middle, other], [], 'rows')
    expect(ids(found)).toEqual(['other', 'middle'])
    expect(found[0]!.reasons).toEqual(expect.arrayContaining(['lead', 'first']))
  })
})
