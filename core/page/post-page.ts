import { at } from '../geometry/line.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { READER_SCREENS } from '../house/screens.ts'
import { containerWidth } from '../house/seats.ts'
import { type LaidRow, layRow } from '../layout/lay-row.ts'
import { lineWidth } from '../layout/beside-text.ts'
import { seatOf, spaceOf } from '../layout/row.ts'
import { variantAt } from '../layout/row-layout.ts'
import { type Block, isRow, plainText } from '../post/body.ts'
import { excerptOf, type PostContent } from '../post/post.ts'
import type { Picture } from '../wire/picture.ts'
import { blogPageHtml, FONT_FILES } from './blog-page.ts'
import { escape } from './html.ts'
import { type FileAddress, jpegFile, webpFiles } from './placed-files.ts'
import { rowCss } from './row-css.ts'
import { rowHtml } from './row-html.ts'
import { textBlockHtml } from './text-html.ts'

export interface PostPageInput {
  readonly content: PostContent
  readonly house: HouseStyle
  readonly pictures: ReadonlyMap<string, Picture>
  /** day of publication, ISO; null while it was never live */
  readonly date: string | null
  readonly draft: boolean
  /** names of the house's and the post's style sheets */
  readonly houseSheet: string
  readonly postSheet: string
  readonly address: FileAddress
  readonly home: string
}

const MONTHS = 'January February March April May June July August September October November December'.split(' ')

/** "14 March 2026" of an ISO date. */
export function longDate(iso: string): string {
  const [year, month, day] = iso.slice(0, 10).split('-').map(Number)
  return `${day} ${MONTHS[month! - 1]} ${year}`
}

/** px from the top of the page to each block, by the engine for rows and by character counts for text. */
function tops(blocks: readonly Block[], laid: ReadonlyMap<Block, LaidRow>, house: HouseStyle, window: number): number[] {
  const line = house.type.fontSize * house.type.lineHeight
  const column = containerWidth('measure', house, window)
  const charactersPerLine = column / lineWidth(1, house)
  // Masthead, title and date take about eight lines.
  let y = 8 * line
  return blocks.map((block) => {
    const top = y
    const row = laid.get(block)
    if (row) {
      const width = containerWidth(seatOf(row.row), house, window)
      const variant = variantAt(row.layout, width)
      const besideText = variant.form.type === 'single' && variant.form.beside !== null
      y += besideText ? 0 : at(variant.height, width, row.layout.gap) + spaceOf(row.row, house)
    } else {
      y += (Math.ceil(plainText(block).length / charactersPerLine) + 1) * line
    }
    return top
  })
}

/** px from the top of a row to its picture; a slide that is not the first counts as far below, for nobody sees it yet. */
function topInRow({ row, layout }: LaidRow, index: number, house: HouseStyle, window: number): number {
  const width = containerWidth(seatOf(row), house, window)
  const { form, boxes } = variantAt(layout, width)
  return form.type === 'strip' && index > 0 ? Infinity : at(boxes[index]!.y, width, layout.gap)
}

/** The published page of a post and its own style sheet; and every file both of them name. */
export function postPage(input: PostPageInput): { html: string; css: string; files: string[] } {
  const { content, house, pictures, address } = input
  const blocks = content.body.content
  const laid = new Map<Block, LaidRow>()
  for (const block of blocks) {
    const row = isRow(block) ? layRow(block.attrs, pictures, house) : undefined
    if (row) laid.set(block, row)
  }
  const screens = READER_SCREENS.map((screen) => ({ ...screen, tops: tops(blocks, laid, house, screen.width) }))
  const html = blocks.map((block, i) => {
    if (!isRow(block)) return textBlockHtml(block)
    const row = laid.get(block)
    return row ? rowHtml(row, { house, address, lazy: (index) => screens.every((screen) => screen.tops[i]! + topInRow(row, index, house, screen.width) >= screen.height) }) : ''
  })
  const featured = pictures.get(content.featured?.picture ?? house.fallbackFeatured ?? '')
  const card = featured && jpegFile(featured)
  const facts = [input.date ? longDate(input.date) : 'Draft', ...content.topics].join(' · ')
  const main = `<article>
<div class="column">
<h1>${escape(content.title || 'Untitled')}</h1>
<p class="post-facts">${escape(facts)}</p>
${html.filter(Boolean).join('\n')}
</div>
</article>`
  const page = blogPageHtml(
    {
      title: content.title || 'Untitled',
      description: excerptOf(content),
      main,
      styleSheets: [input.houseSheet, input.postSheet],
      shareImage: card && { file: card.file, width: card.width, height: card.height, alt: featured.alt },
      home: input.home,
      ...(input.draft ? { robots: 'noindex' as const } : {}),
    },
    house,
    address,
  )
  const css = [...laid.values()].map((row) => rowCss(row, house)).filter(Boolean).join('\n')
  const shown = [...laid.values()].flatMap((row) => row.pictures.map(({ picture }) => picture))
  const files = new Set([
    ...FONT_FILES,
    input.houseSheet,
    input.postSheet,
    ...shown.flatMap((picture) => webpFiles(picture).map((file) => file.file)),
    ...(card ? [card.file] : []),
  ])
  return { html: page, css, files: [...files] }
}
