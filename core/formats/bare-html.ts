/** Posts in the forms in which others read them. */
import { heightAt } from '../files/ladder.ts'
import { lineFile, withLinePictures } from '../blocks/line-picture.ts'
import { blockHtml } from '../blocks/table.ts'
import { pickWidth } from '../files/ladder.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { containerWidth } from '../house/seats.ts'
import { rowInWindow } from '../layout/row-in-window.ts'
import { attributes, escape } from '../page/html.ts'
import { webpFiles } from '../page/placed-files.ts'
import { admitted } from '../type/admitted.ts'
import { allPictures, creditText, type LaidRow } from '../place/lay-row.ts'
import type { PlacedPost } from '../place/place-post.ts'
import type { RowPicture } from '../place/resolve.ts'
import { type Block, isRow } from '../post/body.ts'
import { captionsOf, clickOf } from '../post/effective.ts'
import { addressOfClick } from '../post/on-click.ts'
import type { Row } from '../post/row.ts'
import { textsInRow } from '../post/texts.ts'
import { stretchesOf } from '../steps/steps.ts'

/** Blanks between images in a paragraph are so wide, at most, px: what is side by side stays so. */
const BLANK = 4
/** Device px for each CSS px that files are chosen for. */
const DENSITY = 2

export interface BareSetting {
  /** the full address of a file of the blog */
  readonly file: (name: string) => string
  /** the full address of a post, from its path on the front page */
  readonly post: (href: string) => string
}

/**
 * A post without any style: text, and each row as a paragraph of images as wide as the engine has them at the measure, so
 * that those side by side stay so where they have room. It reads well where everything but plain HTML is dropped, and all
 * its addresses are full ones.
 */
export const bareHtml = (post: PlacedPost, setting: BareSetting): string =>
  withLinePictures(
    plainHtml(post, setting, (row) => rowHtml(row, post, setting)),
    (id, wide, alt) => lineHtml(id, wide, alt, { post, setting }),
  )

/** A picture in a line, as high as letters are that nobody has set larger. */
function lineHtml(
  id: string,
  wide: number,
  alt: string | undefined,
  { post, setting }: { post: PlacedPost; setting: BareSetting },
): string {
  const picture = post.library.picture(id)
  const file = picture && lineFile(picture, wide)
  if (!picture || !file) return alt ?? ''
  const size = { width: Math.max(1, Math.round(wide * LINE_PX)), height: LINE_PX }
  return `<img${attributes({ src: setting.file(file) })} alt="${alt ?? escape(picture.alt)}"${attributes(size)}>`
}
const LINE_PX = 18

/** Text as plain HTML, with rows as they are asked for, and pictures in lines still to be put in. */
export function plainHtml(post: PlacedPost, setting: BareSetting, rowAs: (row: LaidRow) => string): string {
  const { blocks, house, laid, shown } = post
  const blockAt = (block: Block): string => {
    const posts = shown.get(block)
    if (posts) {
      const links = posts.slides.map(
        ({ title, href }) => `<li><a${attributes({ href: setting.post(href) })}>${escape(title)}</a></li>`,
      )
      return `<ul>${links.join('')}</ul>`
    }
    if (!isRow(block)) return blockHtml(block)
    const row = laid.get(block)
    return row ? rowAs(row) : ''
  }
  return stretchesOf(blocks, house)
    .flatMap((stretch) => {
      if (stretch.type === 'block') return [blockAt(blocks[stretch.at]!)]
      return stretch.steps.map((step) => {
        const inside = blocks.slice(step.at, step.end).map(blockAt).join('\n')
        return `<ol${attributes({ start: step.number === 1 ? undefined : step.number })}><li>${inside}</li></ol>`
      })
    })
    .filter(Boolean)
    .join('\n')
    .replace(FORMS, '')
}

/** Empty stretches and what scrolls by itself are style alone. What is written can't read so: it is escaped. */
const FORMS =
  /<div class="space"[^>]*><i><\/i><\/div>|<div class="scrolls" tabindex="0">|(?<=<\/table>)<\/div>|(?<=<pre) tabindex="0"|(?<=<code) class="[^"]*"/g

function rowHtml(row: LaidRow, { house }: PlacedPost, setting: BareSetting): string {
  const measure = containerWidth('measure', house, house.measure + 2 * house.margin)
  const { boxes, form } = rowInWindow(row, house, house.measure + 2 * house.margin)
  const widest = Math.max(...boxes.map(({ x, w }) => x + w))
  const images = allPictures(row).map((one, i) => {
    // What waits to be asked for is as wide as what stands first.
    const wide = boxes[i]?.w ?? boxes[0]!.w
    const width = form.type === 'strip' ? measure : wide * Math.min(1, measure / widest)
    return imageHtml(one, Math.max(1, Math.floor(width) - BLANK), { row: row.row, house, setting })
  })
  const words = row.row.words.map(({ content }) => content.map(blockHtml).join('\n'))
  return [`<p>${images.join('\n')}</p>`, captionsHtml(row, house), ...words].filter(Boolean).join('\n')
}

interface ImagePlace {
  readonly row: Row
  readonly house: HouseStyle
  readonly setting: BareSetting
}

function imageHtml({ picture, placed }: RowPicture, width: number, { row, house, setting }: ImagePlace): string {
  const { file } = setting
  const files = webpFiles(picture)
  const wanted = pickWidth(
    files.map((one) => one.width),
    width * DENSITY,
  )
  const src = files.find((one) => one.width === wanted)
  if (!src) return ''
  const { alt } = textsInRow(placed, picture)
  const height = heightAt(picture, width)
  const image = `<img${attributes({ src: file(src.file), alt, width, height })}>`
  const href = clickAddress({ picture, placed }, row, house, file)
  return href === undefined ? image : `<a${attributes({ href })}>${image}</a>`
}

/** Where a click leads without any script: to its own largest file, where it would be enlarged. */
export function clickAddress(
  { picture, placed }: Pick<RowPicture, 'picture' | 'placed'>,
  row: Row,
  house: HouseStyle,
  file: BareSetting['file'],
): string | undefined {
  const { video } = picture
  if (video) return video.from === 'address' ? video.page : file(video.file)
  const click = clickOf(row, placed, house)
  if (click.do === 'web-address') return addressOfClick(click, placed, picture)
  const largest = webpFiles(picture).at(-1)
  return largest && (click.do === 'picture-file' || click.do === 'enlarge') ? file(largest.file) : undefined
}

/** Captions and credits as text, in the order of their pictures; of the row, where it has one for all. */
function captionsHtml(laid: LaidRow, house: HouseStyle): string {
  const texts = allPictures(laid).map(({ placed, picture }) => textsInRow(placed, picture))
  const own = captionsOf(laid.row, house)
  const captions =
    own === 'row' ? [admitted(laid.row.caption)] : own === 'none' ? [] : texts.map(({ caption }) => caption)
  const credits = [...new Set(texts.map(({ credit }) => credit).filter(Boolean))]
  const lines = [...captions.filter(Boolean), creditText(credits, house)].filter(Boolean)
  return lines.length ? `<p><em>${lines.map(escape).join('<br>')}</em></p>` : ''
}
