import type { HouseStyle } from '../house/house-style.ts'
import { PHONE, WIDE } from '../house/screens.ts'
import { rowFacts } from '../facts/row-facts.ts'
import type { LaidRow } from '../place/lay-row.ts'
import type { PlacedPost } from '../place/place-post.ts'
import { rowInWindow } from '../layout/row-in-window.ts'
import { captionsOf, clickOf, filtersOf, groundOf, mannerOf, revealOf, sharesOf, throughOf } from '../post/effective.ts'
import { followingOf } from '../post/following.ts'
import type { Row } from '../post/row.ts'
import type { HouseEffect } from '../wire/house.ts'
import { pageHeights } from './page-heights.ts'
import { factInWords } from '../words/row-words.ts'

const SCREENS = [WIDE, PHONE]
/** Boxes that differ by less are the same to a reader. */
const SAME = 0.5

/** What readers find at a row apart from its shape. */
const behaviour = (row: Row, house: HouseStyle): string =>
  JSON.stringify([
    row.pictures.map((placed) => clickOf(row, placed, house)),
    row.pictures.some((placed) => clickOf(row, placed, house).do === 'enlarge') && throughOf(row, house),
    captionsOf(row, house),
    row.kind === 'slideshow' && mannerOf(row, house),
    groundOf(row, house),
    filtersOf(row, house),
    revealOf(row, house),
    sharesOf(row, house) && house.share,
  ])

function sameShape(before: LaidRow, after: LaidRow, houseBefore: HouseStyle, houseAfter: HouseStyle): boolean {
  return SCREENS.every(({ width }) => {
    const [a, b] = [rowInWindow(before, houseBefore, width), rowInWindow(after, houseAfter, width)]
    return (
      a.boxes.length === b.boxes.length &&
      a.boxes.every((box, i) =>
        [box.x - b.boxes[i]!.x, box.y - b.boxes[i]!.y, box.w - b.boxes[i]!.w, box.h - b.boxes[i]!.h].every(
          (off) => Math.abs(off) <= SAME,
        ),
      )
    )
  })
}

/** What of a post a change of the house style would alter: the same post placed in the one and in the other. O(rows). */
export function houseEffect(
  was: PlacedPost,
  will: PlacedPost,
): Pick<HouseEffect, 'rows' | 'shaped' | 'behaving' | 'heights' | 'worse'> {
  const [before, after] = [was.house, will.house]
  const rows = [...was.laid].map(([block, laid]) => ({ was: laid, will: will.laid.get(block)! }))
  const poor = (laid: LaidRow, house: HouseStyle) =>
    rowFacts(laid, followingOf(was.content.body, laid.row.id), house, WIDE.width).filter((fact) => fact.poor)
  const heightOf = (post: PlacedPost, width: number) => Math.round(pageHeights(post, null, width).end)
  const worse = rows.flatMap((row, i) => {
    const known = new Set(poor(row.was, before).map((fact) => fact.about))
    return poor(row.will, after).flatMap((fact) =>
      known.has(fact.about) ? [] : [`Row ${i + 1}: ${factInWords(fact)}`],
    )
  })
  return {
    rows: rows.length,
    shaped: rows.filter((row) => !sameShape(row.was, row.will, before, after)).length,
    behaving: rows.filter((row) => behaviour(row.was.row, before) !== behaviour(row.will.row, after)).length,
    heights: SCREENS.map(({ name, width }) => ({
      screen: name,
      before: heightOf(was, width),
      after: heightOf(will, width),
    })),
    worse,
  }
}
