import { blockHtml } from '../../../core/blocks/table.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { ReaderScreen } from '../../../core/house/screens.ts'
import { containerWidth } from '../../../core/house/seats.ts'
import { seatOf } from '../../../core/layout/row-lengths.ts'
import { remsAsPx } from '../../../core/page/html.ts'
import { rowCss } from '../../../core/page/row-css.ts'
import { flowRow } from '../../../core/page/row-heights.ts'
import { rowHtml } from '../../../core/page/row-html.ts'
import { type LaidRow, layRow } from '../../../core/place/lay-row.ts'
import type { Library } from '../../../core/place/library.ts'
import { type Block, type Body, isRow } from '../../../core/post/body.ts'
import { rowIndex } from '../../../core/post/changes/rows-in-body.ts'
import type { Row } from '../../../core/post/row.ts'
import { fileUrl } from '../board/row-node.ts'

/** Blocks of the post that are shown on either side of a row. */
const BESIDE = 3

export interface AroundRow {
  readonly before: readonly Block[]
  readonly after: readonly Block[]
}

/** What stands before and after a row of the post, or a place between its blocks. */
export function aroundRow({ content }: Body, at: { readonly row: string } | { readonly place: number }): AroundRow {
  const from = 'row' in at ? rowIndex({ type: 'doc', content }, at.row) : at.place
  const next = 'row' in at ? from + 1 : from
  return { before: content.slice(Math.max(0, from - BESIDE), from), after: content.slice(next, next + BESIDE) }
}

/** px that a row takes of a page in a window of this width, captions included. O(pictures + characters). */
export function heightInPage(row: Row, library: Library, house: HouseStyle, window: number): number {
  const laid = layRow(row, library, house)
  if (!laid) return 0
  const { top, after } = flowRow(laid, { y: 0, below: 0, beside: null }, house, window)
  return (after.beside?.until ?? after.y) - top
}

interface Drawn {
  readonly house: HouseStyle
  readonly library: Library
  readonly screen: ReaderScreen
  /** share of its true size at which a row is drawn at most */
  readonly at?: number
}

/** Of ways a row is never drawn larger than this share of its true size: files for that are enough. */
const DRAWN_AT = 0.6

/** The markup that readers get of a row; its ids are kept apart from those of the page and of the other screen. */
export function drawnRow(row: Row, { house, library, screen, at = DRAWN_AT }: Drawn): string {
  const laid = layRow(row, library, house)
  if (!laid) return ''
  const own = { ...row, id: `${row.id}-${screen.name}` }
  const apart: LaidRow = { ...laid, row: own, ...(laid.rest ? { rest: { ...laid.rest, row: own } } : {}) }
  const px = containerWidth(seatOf(row), house, screen.width) * at * Math.min(2, devicePixelRatio || 1)
  const html = rowHtml(apart, { house, address: fileUrl, lazy: () => false, board: { px } })
  return `<style>${remsAsPx(rowCss(apart, house))}</style>${html}`
}

/** The markup of what stands around a row, with a place for the row itself. */
export function aroundRowHtml({ before, after }: AroundRow, drawn: Drawn): string {
  const blocks = (list: readonly Block[]) =>
    list.map((block) => (isRow(block) ? drawnRow(block.attrs, drawn) : blockHtml(block))).join('')
  return `${blocks(before)}<div class="shown-way scripts"></div>${blocks(after)}`
}
