import { linePicturesFrom, withLinePictures } from '../../../core/blocks/line-picture.ts'
import { blockHtml } from '../../../core/blocks/table.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { ReaderScreen } from '../../../core/house/screens.ts'
import { widthIn } from '../../../core/layout/container.ts'
import { remsAsPx } from '../../../core/page/html.ts'
import { rowCss } from '../../../core/page/row-css.ts'
import { flowRow } from '../../../core/page/row-heights.ts'
import { rowHtml } from '../../../core/page/row-html.ts'
import { stepsHtml } from '../../../core/page/steps-html.ts'
import { type LaidRow, layRow } from '../../../core/place/lay-row.ts'
import type { Library } from '../../../core/place/library.ts'
import { type Block, type Body, isRow } from '../../../core/post/body.ts'
import { rowIndex } from '../../../core/post/changes/rows-in-body.ts'
import type { Row } from '../../../core/post/row.ts'
import { type RowWithin, stretchesOf, withinOfEach } from '../../../core/steps/steps.ts'
import { fileUrl } from '../board/row-node.ts'

/** Blocks of the post that are shown on either side of a row. */
const BESIDE = 3

/** What stands around a row of the post, or around the place where it would stand. */
export interface AroundRow {
  readonly blocks: readonly Block[]
  /** positions of the first block that is shown, and after the last */
  readonly from: number
  readonly to: number
  /** position of the row, or the place between blocks */
  readonly at: number
  readonly standing: boolean
}

export function aroundRow(body: Body, rowId: string, place: number): AroundRow {
  const { content: blocks } = body
  const found = rowIndex(body, rowId)
  const standing = found >= 0
  const at = standing ? found : place
  return { blocks, from: Math.max(0, at - BESIDE), to: at + (standing ? 1 : 0) + BESIDE, at, standing }
}

/** px that a row takes of a page in a window of this width, captions included. O(pictures + characters). */
export function heightInPage(
  row: Row,
  { library, house, within }: Pick<Drawn, 'library' | 'house' | 'within'>,
  window: number,
): number {
  const laid = layRow(row, library, house, within)
  if (!laid) return 0
  const { top, after } = flowRow(laid, { y: 0, below: 0, beside: null }, house, window)
  return (after.beside?.until ?? after.y) - top
}

interface Drawn {
  readonly house: HouseStyle
  readonly library: Library
  readonly within: RowWithin
  readonly screen: ReaderScreen
  /** share of its true size at which a row is drawn at most */
  readonly at?: number
}

/** Of ways a row is never drawn larger than this share of its true size: files for that are enough. */
const DRAWN_AT = 0.6

/** The markup that readers get of a row; its ids are kept apart from those of the page and of the other screen. */
export function drawnRow(row: Row, { house, library, within, screen, at = DRAWN_AT }: Drawn): string {
  const laid = layRow(row, library, house, within)
  if (!laid) return ''
  const own = { ...laid.row, id: `${row.id}-${screen.name}` }
  const apart: LaidRow = { ...laid, row: own, ...(laid.rest ? { rest: { ...laid.rest, row: own } } : {}) }
  const px = widthIn(laid, house, screen.width) * at * Math.min(2, devicePixelRatio || 1)
  const html = rowHtml(apart, { house, address: fileUrl, lazy: () => false, board: { px } })
  return `<style>${remsAsPx(rowCss(apart, house))}</style>${withLinePictures(html, linePicturesFrom(library, fileUrl))}`
}

/** The place for the row that is shown; it has no box of its own. */
const SHOWN = '<div class="shown-way scripts"></div>'

/** The markup of what stands around a row, with a place for the row itself. A step that is touched is shown whole. */
export function aroundRowHtml(around: AroundRow, drawn: Omit<Drawn, 'within'>): string {
  const { blocks, from, to, at, standing } = around
  const { house } = drawn
  const within = withinOfEach(blocks, house)
  const blockAt = (block: Block, i: number): string => {
    if (standing && i === at) return SHOWN
    const html = isRow(block)
      ? drawnRow(block.attrs, { ...drawn, within: within[i]! })
      : withLinePictures(blockHtml(block), linePicturesFrom(drawn.library, fileUrl))
    return !standing && i === at - 1 ? html + SHOWN : html
  }
  const shown = stretchesOf(blocks, house).map((stretch) => {
    if (stretch.type === 'block')
      return stretch.at >= from && stretch.at < to ? blockAt(blocks[stretch.at]!, stretch.at) : ''
    const steps = stretch.steps.filter((step) => step.end > from && step.at < to)
    // The row that is shown makes a step one with pictures.
    return stepsHtml(
      blocks,
      steps.map((step) => (at > step.at && at <= step.end ? { ...step, beside: step.columns } : step)),
      blockAt,
    )
  })
  return (!standing && at === 0 ? SHOWN : '') + shown.join('')
}
