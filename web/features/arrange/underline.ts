import { stemsOf } from '../../../core/arrange/words.ts'

const WORD = /[\p{L}\p{M}\p{N}’']+/gu

/**
 * Underlines, in the block before each row and in the one after it, the words that speak of its pictures. The page itself
 * stays as it is: browsers without highlights show it plain. Returns what takes it back.
 */
export function underline(
  root: ShadowRoot,
  name: string,
  spoken: ReadonlyMap<string, readonly string[]>,
): (() => void) | undefined {
  if (typeof Highlight === 'undefined' || !CSS.highlights) return undefined
  const ranges: Range[] = []
  for (const holder of root.querySelectorAll<HTMLElement>('[data-row]')) {
    const stems = new Set(spoken.get(holder.dataset.row!) ?? [])
    if (stems.size === 0) continue
    for (const block of [holder.previousElementSibling, holder.nextElementSibling])
      if (block?.matches('[data-block]')) ranges.push(...wordsWith(block, stems))
  }
  CSS.highlights.set(`speaks-${name}`, new Highlight(...ranges))
  return () => void CSS.highlights.delete(`speaks-${name}`)
}

function* wordsWith(block: Element, stems: ReadonlySet<string>): Generator<Range> {
  const walker = document.createTreeWalker(block, NodeFilter.SHOW_TEXT)
  for (let node = walker.nextNode(); node; node = walker.nextNode())
    for (const match of node.textContent!.matchAll(WORD)) {
      if (!stemsOf(match[0]).some((stem) => stems.has(stem))) continue
      const range = new Range()
      range.setStart(node, match.index)
      range.setEnd(node, match.index + match[0].length)
      yield range
    }
}
