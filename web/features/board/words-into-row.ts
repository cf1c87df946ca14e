import type { Editor } from '@tiptap/core'
import { NodeSelection } from '@tiptap/pm/state'
import { rowIndex } from '../../../core/post/changes/rows-in-body.ts'
import { rowBeside, takeWordsIn } from '../../../core/post/changes/words-in-row.ts'
import { blockStarts, bodyOf, docOf } from './page-nodes.ts'
import { chosenBlocks } from './step-edits.ts'
import { replaceBlocks } from './sync-blocks.ts'
import { DONE_WHOLE } from './sync-editor.ts'

/** Takes the words in which the caret stands into the row beside them, and selects that row; false where there is none. */
export function intoRow(editor: Editor): boolean {
  const { state, view } = editor
  if (state.selection instanceof NodeSelection) return false
  const body = bodyOf(state.doc)
  const { from } = chosenBlocks(editor)
  const row = rowBeside(body, from)
  if (!row) return false
  const next = takeWordsIn(body, { from, to: from + 1 }, row.id)
  if (!next) return false
  const tr = replaceBlocks(state.tr, docOf(next, state.schema)).setMeta(DONE_WHOLE, 'take words into a row')
  const start = blockStarts(tr.doc)[rowIndex(next, row.id)]
  if (start !== undefined) tr.setSelection(NodeSelection.create(tr.doc, start))
  view.dispatch(tr)
  view.focus()
  return true
}
