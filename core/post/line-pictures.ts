import type { LinePicture } from '../blocks/line-picture.ts'
import type { Block } from './body.ts'

interface Nested {
  readonly type?: string
  readonly attrs?: unknown
  readonly content?: unknown
}

/** Pictures within lines of text, in reading order; those of words in rows as well. O(nodes), without recursion. */
export function linePicturesIn(blocks: readonly Block[]): LinePicture[] {
  const found: LinePicture[] = []
  const stack: Nested[] = [...blocks].reverse()
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (node.type === 'linePicture') found.push(node.attrs as LinePicture)
    const words = node.type === 'row' ? (node.attrs as { words?: readonly Nested[] }).words : undefined
    const inside = (words ?? node.content ?? []) as readonly Nested[]
    if (Array.isArray(inside)) for (let i = inside.length - 1; i >= 0; i--) stack.push(inside[i]!)
  }
  return found
}

/** The same blocks, with the pictures in their lines called otherwise. As deep as posts are admitted. */
export function withLineIds<T extends Block>(blocks: readonly T[], id: (one: string) => string): T[] {
  const renamed = (node: Nested): Nested => {
    if (node.type === 'linePicture') {
      const attrs = node.attrs as LinePicture
      return { ...node, attrs: { ...attrs, id: id(attrs.id) } }
    }
    if (node.type === 'row') {
      const attrs = node.attrs as { words: readonly Nested[] }
      return { ...node, attrs: { ...attrs, words: attrs.words.map(renamed) } }
    }
    return Array.isArray(node.content) ? { ...node, content: (node.content as readonly Nested[]).map(renamed) } : node
  }
  return blocks.map((block) => renamed(block) as T)
}
