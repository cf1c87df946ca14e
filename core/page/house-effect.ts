import type { HouseStyle } from '../house/house-style.ts'
import { PHONE, WIDE } from '../house/screens.ts'
import { describeRow } from '../layout/describe-row.ts'
import { type LaidRow, layRows } from '../layout/lay-row.ts'
import { rowInWindow } from '../layout/row-in-window.ts'
import type { Block } from '../post/body.ts'
import { captionsOf, clickOf, filtersOf, groundOf, mannerOf, revealOf, sharesOf, throughOf } from '../post/effective.ts'
import { followingOf } from '../post/following.ts'
import { type PostContent, titleOf } from '../post/post.ts'
import type { Row } from '../post/row.ts'
import type { HouseEffect } from '../wire/house.ts'
import type { Picture } from '../wire/picture.ts'
import { pageHeights } from './page-heights.ts'
import { factsOf } from './post-page.ts'

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

/** What of a post a change of the house style would alter. O(rows × layout), twice. */
export function houseEffect(
  content: PostContent,
  pictures: ReadonlyMap<string, Picture>,
  before: HouseStyle,
  after: HouseStyle,
): Pick<HouseEffect, 'rows' | 'shaped' | 'behaving' | 'heights' | 'worse'> {
  const blocks = content.body.content
  const [was, will] = [layRows(content.body, pictures, before), layRows(content.body, pictures, after)]
  const rows = [...was.keys()]
  const poor = (laid: LaidRow, house: HouseStyle) =>
    describeRow(laid, followingOf(content.body, laid.row.id), house, WIDE.width).filter((fact) => fact.poor)
  const page = { title: titleOf(content), facts: factsOf(content, null), blocks }
  const heightOf = (laid: ReadonlyMap<Block, LaidRow>, house: HouseStyle, width: number) =>
    Math.round(pageHeights({ ...page, laid }, house, width).end)
  const worse = rows.flatMap((block, i) => {
    const known = new Set(poor(was.get(block)!, before).map((fact) => fact.about))
    return poor(will.get(block)!, after).flatMap((fact) =>
      known.has(fact.about) ? [] : [`Row ${i + 1}: ${fact.words}`],
    )
  })
  return {
    rows: rows.length,
    shaped: rows.filter((block) => !sameShape(was.get(block)!, will.get(block)!, before, after)).length,
    behaving: rows.filter((block) => behaviour(was.get(block)!.row, before) !== behaviour(will.get(block)!.row, after))
      .length,
    heights: SCREENS.map(({ name, width }) => ({
      screen: name,
      before: heightOf(was, before, width),
      after: heightOf(will, after, width),
    })),
    worse,
  }
}
