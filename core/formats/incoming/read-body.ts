import type { Block } from '../../post/body.ts'
import type { RowFault } from '../row-text/read.ts'
import { readBlocks } from './blocks.ts'
import { markdownHtml } from './markdown.ts'
import type { IncomingPictures } from './rows.ts'
import { styleSheet } from './styles.ts'
import { type Element, type Page, parsePage } from './tree.ts'

export interface BodySetting {
  readonly pictures: IncomingPictures
  readonly newRowId: () => string
  /** px of a line of text in the house that it comes into */
  readonly measure: number
}

/** What of a text was understood, and what was not. */
export interface ReadBody {
  readonly blocks: readonly Block[]
  readonly faults: readonly RowFault[]
  /** what is left out, in words, and how often */
  readonly leftOut: ReadonlyMap<string, number>
  /** addresses of what plays */
  readonly players: readonly string[]
}

export interface Written {
  readonly markdown: boolean
  /** the page's own address, where it has one */
  readonly base: string
}

/** The blocks of these elements of a page. */
export function readBody(page: Page, from: Element, written: Written, setting: BodySetting): ReadBody {
  const faults: RowFault[] = []
  const leftOut = new Map<string, number>()
  const players: string[] = []
  const blocks = readBlocks(from.children, {
    ...setting,
    ...written,
    sheet: styleSheet(page.styles),
    leave: (what) => void leftOut.set(what, (leftOut.get(what) ?? 0) + 1),
    fault: (fault) => void faults.push(fault),
    player: (address) => void players.push(address),
  })
  return { blocks, faults, leftOut, players }
}

/** The blocks of a text in Markdown without front matter. */
export function readMarkdownBody(text: string, setting: BodySetting, before = 0): ReadBody {
  const page = parsePage(markdownHtml(text, before))
  return readBody(page, page.body, { markdown: true, base: '' }, setting)
}
