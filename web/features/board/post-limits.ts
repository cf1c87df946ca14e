import { Extension } from '@tiptap/core'
import type { Node as PageNode } from '@tiptap/pm/model'
import { Plugin } from '@tiptap/pm/state'
import { MOST_BLOCKS, MOST_DEPTH } from '../../../core/post/limits.ts'
import { blockStarts, STEP_BOX } from './page-nodes.ts'
import { FROM_CONTENT } from './sync-editor.ts'

const depths = new WeakMap<PageNode, number>()

/** How deep a node goes: 1 for one that holds nothing. Remembered by the node, which never changes. */
function depthOf(node: PageNode): number {
  const known = depths.get(node)
  if (known !== undefined) return known
  let depth = 0
  node.forEach((inner) => (depth = Math.max(depth, depthOf(inner))))
  // The box of a step is no part of the post.
  const own = node.type.name === STEP_BOX ? depth : depth + 1
  depths.set(node, own)
  return own
}

/** Keeps a change out that would make the text more than a post can hold, so that what is there can always be saved. */
export const postLimits = (onRefused: (why: string) => void): Plugin =>
  new Plugin({
    filterTransaction(transaction) {
      if (!transaction.docChanged || transaction.getMeta(FROM_CONTENT)) return true
      const why =
        blockStarts(transaction.doc).length > MOST_BLOCKS
          ? `A post holds ${MOST_BLOCKS} paragraphs and rows. Part it in two; nothing of it was changed.`
          : depthOf(transaction.doc) > MOST_DEPTH
            ? 'Lists and quotes can’t stand deeper in each other. Nothing was changed.'
            : undefined
      if (why) onRefused(why)
      return why === undefined
    },
  })

export const PostLimits = Extension.create<{ onRefused: (why: string) => void }>({
  name: 'postLimits',
  addOptions: () => ({ onRefused: () => {} }),
  addProseMirrorPlugins() {
    return [postLimits(this.options.onRefused)]
  },
})
