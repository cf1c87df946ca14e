import type { Inline } from '../blocks/inline.ts'
import type { TextBlock } from '../blocks/table.ts'
import { isRow } from '../post/body.ts'
import type { Check } from './mark.ts'

/** Words that say nothing where links are listed without the text around them. */
const EMPTY_WORDS = /^(click |press |look |see |read )?(here|this|this link|link|more|read more|this page|page)$/i

/** Every text of a block with what it links to, in order; neighbours of one link are one. */
function linksIn(block: TextBlock): { words: string; href: string }[] {
  const inner = 'content' in block ? (block.content ?? []) : []
  const links: { words: string; href: string }[] = []
  let last: string | undefined
  for (const one of inner as readonly (Inline | TextBlock)[]) {
    if (one.type === 'text') {
      const href = one.marks?.find((mark) => mark.type === 'link')?.attrs.href
      if (href !== undefined && href === last) links[links.length - 1]!.words += one.text
      else if (href !== undefined) links.push({ words: one.text, href })
      last = href
    } else {
      last = undefined
      if (one.type !== 'hardBreak' && one.type !== 'linePicture') links.push(...linksIn(one))
    }
  }
  return links
}

/** Links are heard and listed by their own words alone. */
export const linkWords: Check = ({ content }) =>
  content.body.content.flatMap((block, i) => {
    if (isRow(block)) return []
    return linksIn(block)
      .filter(({ words }) => EMPTY_WORDS.test(words.trim().replace(/[.…:!,]+$/, '')))
      .map(({ words, href }, n) => ({
        key: `link:${i}:${n}`,
        weight: 'worth a look' as const,
        words: `The link “${words.trim()}” to ${href} does not say where it leads.`,
        place: { at: 'block' as const, block: i },
      }))
  })
