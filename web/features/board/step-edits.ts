import type { Editor } from '@tiptap/core'
import { type Block, EMPTY_BODY } from '../../../core/post/body.ts'
import type { Caret, Edited } from '../../../core/steps/edits.ts'
import { makeSteps, moveStep, unmakeSteps } from '../../../core/steps/edits.ts'
import { stepStart } from '../../../core/steps/steps.ts'
import { DONE_WHOLE } from './sync-editor.ts'
import { bodyOf, docOf } from './page-nodes.ts'
import { caretAt, placeCaret, replaceBlocks } from './sync-blocks.ts'

/**
 * Does an edit of the blocks with the caret among them; false where it does not apply, or something is chosen. With words
 * for it, it is undone by itself, and not with the letters around it.
 */
export function editSteps(
  editor: Editor,
  edit: (blocks: readonly Block[], caret: Caret) => Edited | null,
  did?: string,
): boolean {
  const { state, view } = editor
  if (!state.selection.empty) return false
  const { content } = bodyOf(state.doc)
  const edited = edit(content, caretAt(state.doc, state.selection.head))
  if (!edited) return false
  const tr = replaceBlocks(state.tr, docOf({ ...EMPTY_BODY, content: [...edited.blocks] }, state.schema))
  if (did) tr.setMeta(DONE_WHOLE, did)
  view.dispatch(placeCaret(tr, edited.caret).scrollIntoView())
  return true
}

/** Position of the block in which the caret stands, and of the one after the last that is chosen. */
export function chosenBlocks({ state: { doc, selection } }: Pick<Editor, 'state'>): { from: number; to: number } {
  const to = selection.empty ? selection.to : Math.max(selection.from, selection.to - 1)
  return { from: caretAt(doc, selection.from).at, to: caretAt(doc, to).at + 1 }
}

/** The position of the step in which the caret stands; -1 for none. */
export const stepAtCaret = (editor: Pick<Editor, 'state'>): number =>
  stepStart(bodyOf(editor.state.doc).content, chosenBlocks(editor).from)

/** Makes what is chosen into steps, or where it is steps, into text. */
export function toggleSteps(editor: Editor): boolean {
  const { state, view } = editor
  const { from, to } = chosenBlocks(editor)
  const { content } = bodyOf(state.doc)
  const made = stepAtCaret(editor) < 0
  const next = made ? makeSteps(content, from, to) : unmakeSteps(content, from, to)
  const tr = replaceBlocks(state.tr, docOf({ ...EMPTY_BODY, content: next }, state.schema))
  view.dispatch(tr.setMeta(DONE_WHOLE, made ? 'make steps' : 'make steps into text'))
  view.focus()
  return true
}

/** Moves the step in which the caret stands; false where there is none, or no other to go past. */
export const stepStep = (editor: Editor, by: -1 | 1): boolean =>
  editSteps(editor, (blocks, caret) => moveStep(blocks, caret, by), 'move a step')
