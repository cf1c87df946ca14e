import type { HouseStyle } from '../house/house-style.ts'
import { allPictures, captionBelow, captionUnder, type LaidRow } from '../place/lay-row.ts'
import type { PlacedPost } from '../place/place-post.ts'
import type { Inline } from '../blocks/inline.ts'
import type { TextBlock } from '../blocks/table.ts'
import { isRow } from '../post/body.ts'
import { captionsOf, standsOver } from '../post/effective.ts'
import { textsInRow } from '../post/texts.ts'

/** What the house style sets in italics: captions, quotes, the smallest headings, stressed words. */

/** Whether the row shows a caption or a credit anywhere. */
export function hasCaption(laid: LaidRow, house: HouseStyle): boolean {
  const under = captionUnder(laid, house)
  if (under.caption || under.credits.length) return true
  const over = standsOver(captionsOf(laid.row, house))
  return allPictures(laid).some((one) => {
    const { caption, credit } = over ? textsInRow(one.placed, one.picture) : captionBelow(laid.row, one, house)
    return caption !== '' || credit !== ''
  })
}

const stressed = (content: readonly Inline[] | undefined): boolean =>
  content?.some((part) => part.type === 'text' && part.marks?.some(({ type }) => type === 'italic')) ?? false

function hasItalics(block: TextBlock): boolean {
  switch (block.type) {
    case 'paragraph':
    case 'step':
      return stressed(block.content)
    case 'heading':
      return Boolean(block.content?.length) && (block.attrs.level === 4 || stressed(block.content))
    case 'blockquote':
      return true
    case 'table':
      return block.content.some((row) => row.content.some((cell) => stressed(cell.content)))
    case 'codeBlock':
    case 'horizontalRule':
    case 'space':
    case 'shownPosts':
    case 'stepsEnd':
      return false
    default:
      return block.content.some((item) => item.content.some(hasItalics))
  }
}

/** Whether the page of the post needs its italic letters at once. O(characters) at worst. */
export const needsItalics = ({ blocks, laid, house }: PlacedPost): boolean =>
  blocks.some((block) => {
    const row = laid.get(block)
    if (!isRow(block)) return hasItalics(block)
    return (
      row !== undefined && (hasCaption(row, house) || row.row.words.some(({ content }) => content.some(hasItalics)))
    )
  })
