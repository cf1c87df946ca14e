import type { Editor } from '@tiptap/core'
import { rowBeside, takeWordsIn } from '../../../core/post/changes/words-in-row.ts'
import type { Board } from './board-context.tsx'
import { chosenBlocks } from './step-edits.ts'

/** Takes the words in which the caret stands into the row beside them, and selects that row; false where there is none. */
export function intoRow(
  { change, latest }: Board['draft'],
  editor: Pick<Editor, 'state'>,
  selectRow: Board['selectRow'],
): boolean {
  const { from } = chosenBlocks(editor)
  const row = rowBeside(latest().body, from)
  if (!row) return false
  change('take words into a row', (post) => ({ ...post, body: takeWordsIn(post.body, from, row.id) }))
  selectRow(row.id)
  return true
}
