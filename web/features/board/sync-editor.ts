import type { Editor } from '@tiptap/core'
import type { Body } from '../../../core/post/body.ts'
import { bodyOf, docOf, hasSteps } from './page-nodes.ts'
import { replaceBlocks } from './sync-blocks.ts'

/** Marks a transaction that brings the editor up to a content that was changed elsewhere. */
export const FROM_CONTENT = 'from-content'

/** Marks a transaction that is a change by itself, with what it does in words. */
export const DONE_WHOLE = 'done-whole'

/**
 * Brings the editor's text to `body` by the smallest replacement, so that the caret, the scroll position
 * and rows that did not change stay as they are. Nodes that are the same object are not looked into.
 */
export function syncEditor(editor: Editor, body: Body): void {
  const { doc } = editor.state
  if (bodyOf(doc, body) === body) return
  const wanted = docOf(body, editor.schema)
  const start = doc.content.findDiffStart(wanted.content)
  if (start === null) return
  if (hasSteps(doc) || hasSteps(wanted)) {
    editor.view.dispatch(
      replaceBlocks(editor.state.tr, wanted).setMeta(FROM_CONTENT, true).setMeta('addToHistory', false),
    )
    return
  }
  const end = doc.content.findDiffEnd(wanted.content)!
  // Where old and new text repeat each other the two ends may overlap; both are moved apart alike.
  const overlap = Math.max(0, start - Math.min(end.a, end.b))
  const slice = wanted.slice(start, end.b + overlap)
  editor.view.dispatch(
    editor.state.tr
      .replace(start, end.a + overlap, slice)
      .setMeta(FROM_CONTENT, true)
      .setMeta('addToHistory', false),
  )
  // A replacement across levels can be fitted differently by the editor: then the whole is taken.
  if (!editor.state.doc.eq(wanted))
    editor.view.dispatch(
      editor.state.tr.replaceWith(0, editor.state.doc.content.size, wanted.content).setMeta(FROM_CONTENT, true),
    )
}
