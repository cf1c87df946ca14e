import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { PHONE, WIDE } from '../house/screens.ts'
import { placePost } from '../place/place-post.ts'
import type { Block } from '../post/body.ts'
import { libraryWith, post, rowOf, text, wide } from '../testing/builders.ts'
import { pageHeights } from './page-heights.ts'
import { picturesWeigh } from './page-weight.ts'

const library = libraryWith(...['aaaa', 'bbbb', 'cccc', 'dddd'].map((id) => wide(id)))
const LONG = text('The wind was north-west, eight to ten, and dry until noon. '.repeat(60))
function weigh(blocks: readonly Block[], screen = PHONE) {
  const placed = placePost({ ...post(...blocks), title: 'At the slip' }, library, STARTING_STYLE)
  return picturesWeigh(placed, pageHeights(placed, '2026-03-14T08:00:00Z', screen.width).tops, screen)
}
/** The builder’s files weigh 90 bytes for each px of their width. */
const file = (width: number) => 90 * width

describe('what pictures weigh', () => {
  it('is told apart by whether they are seen before anything is scrolled', () => {
    // 350 px wide at density 3 take the file of 720 px, for twice their px are enough there; in the column of 560 at density 2 they take that of 1280.
    const blocks = [rowOf(['aaaa'], { id: 'top' }), LONG, rowOf(['bbbb'], { id: 'below' })]
    expect(weigh(blocks)).toEqual({
      screen: 'phone',
      first: file(720),
      later: file(720),
      rows: [
        { row: 'top', bytes: file(720) },
        { row: 'below', bytes: file(720) },
      ],
    })
    expect(weigh(blocks, WIDE)).toMatchObject({ first: file(1280), later: file(1280) })
  })
  it('counts of a slideshow what is shown first, and of a gallery the rest as later', () => {
    const show = weigh([rowOf(['aaaa', 'bbbb', 'cccc'], { kind: 'slideshow' })])
    expect([show.first, show.later]).toEqual([file(720), 2 * file(720)])
    const gallery = weigh([
      rowOf(['aaaa', 'bbbb', 'cccc', 'dddd'], {
        kind: 'gallery',
        gallery: { form: 'level', across: 1, cell: 1, order: 'hand', first: 1 },
      }),
    ])
    expect(gallery.first).toBe(file(720))
    expect(gallery.rows[0]!.bytes).toBe(gallery.first + gallery.later)
    expect(gallery.later).toBeGreaterThanOrEqual(3 * file(320))
  })
  it('is nothing where there are none', () => {
    expect(weigh([LONG])).toEqual({ screen: 'phone', first: 0, later: 0, rows: [] })
  })
})
