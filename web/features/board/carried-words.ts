import type { Editor } from '@tiptap/core'
import { type Body, plainText } from '../../../core/post/body.ts'
import { changeRow, findRow, moveBlock, rowIndex, type Target } from '../../../core/post/changes/rows-in-body.ts'
import {
  changeWords,
  giveWordsBack,
  isWords,
  type Stretch,
  takeWordsIn,
} from '../../../core/post/changes/words-in-row.ts'
import { chosenBlocks } from './step-edits.ts'

/** Words that are carried: whole blocks of the text, or a column of words of a row. */
export type CarriedWords =
  | ({ readonly type: 'words' } & Stretch)
  | { readonly type: 'column'; readonly row: string; readonly index: number }

/** Whole paragraphs that are chosen, where one of them was pressed: less than that is dragged as text is. */
export function chosenWordsAt(
  editor: Editor,
  body: Body,
  { x, y }: { x: number; y: number },
): CarriedWords | undefined {
  const { selection, doc } = editor.state
  if (selection.empty || !editor.view.editable) return undefined
  const { $from, $to } = selection
  const at = editor.view.posAtCoords({ left: x, top: y })?.pos
  if (at === undefined || at < selection.from || at > selection.to) return undefined
  // Three presses choose up to the end of the paragraph, or to the beginning of the next.
  const whole = $from.parentOffset === 0 && ($to.parentOffset === $to.parent.content.size || $to.parentOffset === 0)
  if (!whole || doc.textBetween(selection.from, selection.to).trim() === '') return undefined
  const stretch = chosenBlocks(editor)
  return body.content.slice(stretch.from, stretch.to).every(isWords) ? { type: 'words', ...stretch } : undefined
}

/** Whether they can be let go there. */
export const wordsFit = (body: Body, carried: CarriedWords, target: Target): boolean =>
  target.type === 'place' || wordsLetGo(body, carried, target) !== body

/** The body after they were let go there; itself where nothing changes. */
export function wordsLetGo(body: Body, carried: CarriedWords, target: Target): Body {
  if (carried.type === 'words')
    return target.type === 'place'
      ? moveBlock(body, carried.from, target.place, carried.to)
      : (takeWordsIn(body, carried, target.row, target.at) ?? body)
  if (target.type === 'place') return giveWordsBack(body, carried.row, carried.index, target.place)
  if (target.row === carried.row)
    return changeRow(body, carried.row, (row) => changeWords(row, carried.index, { at: target.at }))
  // From row to row by way of the text behind the row that they leave.
  const length = findRow(body, carried.row)?.words[carried.index]?.content.length ?? 0
  const from = rowIndex(body, carried.row) + 1
  const out = giveWordsBack(body, carried.row, carried.index, from)
  return takeWordsIn(out, { from, to: from + length }, target.row, target.at) ?? body
}

/** Their first words, to be shown beside the pointer. */
export function firstWords(body: Body, carried: CarriedWords): string {
  const blocks =
    carried.type === 'words'
      ? body.content.slice(carried.from, carried.to)
      : (findRow(body, carried.row)?.words[carried.index]?.content ?? [])
  const words = blocks.map(plainText).join(' ').trim()
  return words.length > 60 ? `${words.slice(0, 60).replace(/\s+\S*$/, '')}…` : words
}
