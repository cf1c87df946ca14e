import { type Editor, Node } from '@tiptap/core'
import type { Node as PageNode } from '@tiptap/pm/model'
import { type Command, Selection, TextSelection } from '@tiptap/pm/state'
import {
  addColumnAfter,
  addColumnBefore,
  addRowAfter,
  addRowBefore,
  deleteColumn,
  deleteRow,
  deleteTable,
  findTable,
  goToNextCell,
  isInTable,
  selectedRect,
  tableEditing,
} from '@tiptap/pm/tables'
import { MOST_COLUMNS, MOST_TABLE_ROWS } from '../../../core/post/limits.ts'
import { afterBlock } from './space-node.ts'

/** Rows and columns of a table that is put in. */
const FRESH = { rows: 3, columns: 3 }

/** The table that holds the caret. */
export function tableAtCaret({
  state,
}: Pick<Editor, 'state'>): { heads: boolean; rows: number; columns: number } | null {
  const found = isInTable(state) ? findTable(state.selection.$head) : null
  if (!found) return null
  const { node } = found
  return { heads: node.attrs.heads as boolean, rows: node.childCount, columns: node.firstChild!.childCount }
}

/** Puts an empty table after the block that holds the caret, with the caret in its first cell. */
export function putTable(editor: Editor): void {
  const at = afterBlock(editor, true)
  const row = { type: 'tableRow', content: Array.from({ length: FRESH.columns }, () => ({ type: 'tableCell' })) }
  const content = Array.from({ length: FRESH.rows }, () => row)
  editor
    .chain()
    .focus()
    .insertContentAt(at, { type: 'table', attrs: { heads: true }, content })
    .setTextSelection(at + 3)
    .run()
}

/** What can be done with the rows and columns of a table, in the words in which it is offered. */
export const TABLE_EDITS = {
  'Row above': addRowBefore,
  'Row below': addRowAfter,
  'Column before': addColumnBefore,
  'Column after': addColumnAfter,
  'Take row out': deleteRow,
  'Take column out': deleteColumn,
  'Take table out': deleteTable,
} as const satisfies Record<string, Command>

export function editTable(editor: Editor, edit: Command): void {
  editor.view.focus()
  edit(editor.state, editor.view.dispatch)
}

/** Whether the table has room for what this would add. */
export function hasRoom(edit: Command, table: { rows: number; columns: number }): boolean {
  if (edit === addRowBefore || edit === addRowAfter) return table.rows < MOST_TABLE_ROWS
  return edit === addColumnBefore || edit === addColumnAfter ? table.columns < MOST_COLUMNS : true
}

/** Makes the first row what says what stands in the columns, or a row like all others. */
export function toggleHeads(editor: Editor): void {
  const found = findTable(editor.state.selection.$head)
  if (found)
    editor.view.dispatch(editor.state.tr.setNodeAttribute(found.pos, 'heads', !(found.node.attrs.heads as boolean)))
}

/** On past the table; where nothing follows, a paragraph does. */
const leave: Command = (state, dispatch) => {
  const found = isInTable(state) ? findTable(state.selection.$head) : null
  if (!found) return false
  const end = found.pos + found.node.nodeSize
  const tr = state.tr
  const next = Selection.findFrom(tr.doc.resolve(end), 1, true)
  if (!next) tr.insert(end, state.schema.nodes.paragraph!.create())
  dispatch?.(tr.setSelection(next ?? TextSelection.create(tr.doc, end + 1)).scrollIntoView())
  return true
}

/** Down from the last row leads on past the table. */
const down: Command = (state, dispatch) => {
  if (!isInTable(state) || !state.selection.empty) return false
  const { bottom, map } = selectedRect(state)
  return bottom === map.height ? leave(state, dispatch) : false
}

/** In a cell nothing is split: the line breaks. */
const breakLine: Command = (state, dispatch) => {
  if (!isInTable(state)) return false
  dispatch?.(state.tr.replaceSelectionWith(state.schema.nodes.hardBreak!.create()).scrollIntoView())
  return true
}

const nextOrNew: Command = (state, dispatch, view) => {
  if (!isInTable(state)) return false
  if (goToNextCell(1)(state, dispatch)) return true
  if (!view || !dispatch) return true
  addRowAfter(view.state, view.dispatch)
  return goToNextCell(1)(view.state, view.dispatch)
}

/** What ProseMirror's tables know their nodes by. */
const ROLES = { table: 'table', tableRow: 'row', tableCell: 'cell' } as const

const cell = { colspan: { default: 1, rendered: false }, rowspan: { default: 1, rendered: false } }

/** A table: rows of cells, and in each cell one piece of text. */
export const Tables = [
  Node.create({
    name: 'table',
    group: 'block',
    content: 'tableRow+',
    isolating: true,
    extendNodeSchema: ({ name }) => (name in ROLES ? { tableRole: ROLES[name as keyof typeof ROLES] } : {}),
    addAttributes: () => ({ heads: { default: false, parseHTML: hasHeads, rendered: false } }),
    parseHTML: () => [{ tag: 'table' }],
    renderHTML: ({ node }) => [
      'div',
      { class: 'scrolls' },
      ['table', (node as PageNode).attrs.heads ? { class: 'heads' } : {}, ['tbody', 0]],
    ],
    addKeyboardShortcuts() {
      const by = (command: Command) => () => command(this.editor.state, this.editor.view.dispatch, this.editor.view)
      return {
        Tab: by(nextOrNew),
        'Shift-Tab': by(goToNextCell(-1)),
        Enter: by(breakLine),
        'Mod-Enter': by(leave),
        ArrowDown: by(down),
      }
    },
    addProseMirrorPlugins: () => [tableEditing()],
  }),
  Node.create({
    name: 'tableRow',
    content: 'tableCell+',
    parseHTML: () => [{ tag: 'tr' }],
    renderHTML: () => ['tr', 0],
  }),
  Node.create({
    name: 'tableCell',
    content: 'inline*',
    isolating: true,
    addAttributes: () => cell,
    parseHTML: () => [{ tag: 'td' }, { tag: 'th' }],
    renderHTML: () => ['td', 0],
  }),
]

const hasHeads = (table: HTMLElement): boolean => {
  const first = table.querySelector('tr')
  return (
    table.querySelector('thead') !== null ||
    (first !== null && first.children.length > 0 && [...first.children].every((one) => one.tagName === 'TH'))
  )
}
