import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import { linePicturesFrom, withLinePictures } from '../../../core/blocks/line-picture.ts'
import { blockHtml } from '../../../core/blocks/table.ts'
import type { ReaderScreen } from '../../../core/house/screens.ts'
import { escape } from '../../../core/page/html.ts'
import { stepsHtml } from '../../../core/page/steps-html.ts'
import { type Block, isRow } from '../../../core/post/body.ts'
import { stretchesOf, withinOfEach } from '../../../core/steps/steps.ts'
import { type PostContent, titleOf } from '../../../core/post/post.ts'
import { directionOf } from '../../../core/readers/languages.ts'
import { useBoard } from '../board/board-context.tsx'
import { houseSheet } from '../row-drawing/house-sheet.ts'
import { fileUrl } from '../board/row-node.ts'
import { drawnRow } from '../ways/around-row.ts'
import { underline } from './underline.ts'

/** Where a row stands on the sheet as it is drawn, px. */
export interface RowOnSheet {
  readonly id: string
  readonly top: number
  readonly left: number
  readonly width: number
  readonly height: number
}

/** The whole post in the very rules that readers get, to scale. What lies over its rows is drawn by `over`. */
export function PostSheet({
  content,
  screen,
  scale,
  spoken,
  over,
}: {
  content: PostContent
  screen: ReaderScreen
  scale: number
  /** stems that speak for a row, by its id: they are underlined in the blocks beside it */
  spoken: ReadonlyMap<string, readonly string[]>
  over?: (rows: readonly RowOnSheet[]) => React.ReactNode
}) {
  const { house, library } = useBoard()
  const host = useRef<HTMLDivElement>(null)
  const page = useRef<HTMLDivElement>(null)
  const [measured, setMeasured] = useState<{ height: number; rows: readonly RowOnSheet[] }>({ height: 0, rows: [] })

  useLayoutEffect(() => {
    const root = host.current!.shadowRoot ?? host.current!.attachShadow({ mode: 'open' })
    root.adoptedStyleSheets = [houseSheet(house), MARKS]
    const { content: blocks } = content.body
    const within = withinOfEach(blocks, house)
    const blockAt = (block: Block, i: number) =>
      isRow(block)
        ? `<div data-row="${block.attrs.id}" class="row-holder">${drawnRow(block.attrs, { house, library, within: within[i]!, screen, at: scale })}</div>`
        : `<div data-block>${withLinePictures(blockHtml(block), linePicturesFrom(library, fileUrl))}</div>`
    const html = stretchesOf(blocks, house).map((stretch) =>
      stretch.type === 'block' ? blockAt(blocks[stretch.at]!, stretch.at) : stepsHtml(blocks, stretch.steps, blockAt),
    )
    // Read apart first: pictures out of sight are not fetched before one scrolls to them.
    const made = document.createElement('template')
    made.innerHTML = `<div class="page"><div class="column scripts"><h1>${escape(titleOf(content))}</h1>${html.join('')}</div></div>`
    for (const image of made.content.querySelectorAll('img')) image.loading = 'lazy'
    root.replaceChildren(made.content)
  }, [content, house, library, screen, scale])

  useEffect(() => underline(host.current!.shadowRoot!, screen.name, spoken), [content, spoken, screen.name])

  // As it stands in the end: fonts and pictures that come may move it.
  useEffect(() => {
    const sheet = page.current!
    const measure = () => {
      const all = sheet.getBoundingClientRect()
      const rows = [...host.current!.shadowRoot!.querySelectorAll<HTMLElement>('[data-row]')].map((holder) => {
        const box = (holder.querySelector('.seat') ?? holder).getBoundingClientRect()
        const { width, height } = box
        return { id: holder.dataset.row!, top: box.top - all.top, left: box.left - all.left, width, height }
      })
      setMeasured({ height: all.height, rows })
    }
    const observer = new ResizeObserver(measure)
    observer.observe(sheet)
    measure()
    return () => observer.disconnect()
  }, [content, house, scale])

  return (
    <div
      data-sheet={screen.name}
      className="relative shrink-0 overflow-hidden bg-paper shadow-[0_2px_14px_rgb(29_27_24/0.18)]"
      style={{ width: screen.width * scale, height: measured.height }}
    >
      <div
        ref={page}
        className="pointer-events-none absolute top-0 left-0 origin-top-left"
        style={{ width: screen.width, transform: `scale(${scale})` }}
        lang={house.language}
        dir={directionOf(house.language)}
        inert
      >
        <div ref={host} />
      </div>
      {over?.(measured.rows)}
    </div>
  )
}

/** What speaks for a place is underlined as on a draft, whatever colours the house has. */
const MARKS = new CSSStyleSheet()
MARKS.replaceSync(
  ['wide', 'phone', 'tablet']
    .map((name) => `::highlight(speaks-${name}){text-decoration:underline 3px #2b9cc9;text-underline-offset:3px}`)
    .join(''),
)
