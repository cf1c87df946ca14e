import type { Node as PageNode } from '@tiptap/pm/model'
import { NodeSelection, Selection, TextSelection, type Transaction } from '@tiptap/pm/state'
import type { Caret } from '../../../core/steps/edits.ts'
import { blockStarts } from './page-nodes.ts'

/** Where a position of the document is, said by its block; positions between blocks belong to the block after. */
export function caretAt(doc: PageNode, position: number): Caret {
  const starts = blockStarts(doc)
  let at = 0
  while (at + 1 < starts.length && starts[at + 1]! <= position) at++
  return { at, offset: Math.max(0, position - (starts[at] ?? 0) - 1) }
}

/** The position in the document of what was said by its block. */
function positionOf(doc: PageNode, { at, offset }: Caret): number {
  const starts = blockStarts(doc)
  const start = starts[Math.min(at, starts.length - 1)] ?? 0
  return Math.min(start + 1 + offset, doc.content.size)
}

/** Puts the caret into a block. */
export function placeCaret(tr: Transaction, caret: Caret): Transaction {
  return tr.setSelection(Selection.near(tr.doc.resolve(positionOf(tr.doc, caret))))
}

/**
 * Replaces the blocks that differ from `wanted`, each with all that it holds. The selection stays in its block where that
 * is still there: blocks that went or came before it are counted out.
 */
export function replaceBlocks(tr: Transaction, wanted: PageNode): Transaction {
  const { doc, selection } = tr
  const [count, other] = [doc.childCount, wanted.childCount]
  const most = Math.min(count, other)
  let from = 0
  while (from < most && doc.child(from).eq(wanted.child(from))) from++
  let same = 0
  while (same < most - from && doc.child(count - 1 - same).eq(wanted.child(other - 1 - same))) same++
  if (from === count && from === other) return tr
  const position = (node: PageNode, index: number) => {
    let at = 0
    for (let i = 0; i < index; i++) at += node.child(i).nodeSize
    return at
  }
  const anchor = caretAt(doc, selection.anchor)
  const head = caretAt(doc, selection.head)
  const onNode = selection instanceof NodeSelection
  const moved = blocksMoved(doc, wanted)
  tr.replaceWith(
    position(doc, from),
    position(doc, count - same),
    wanted.content.cut(position(wanted, from), position(wanted, other - same)),
  )
  if (onNode) {
    const start = blockStarts(tr.doc)[moved(anchor.at)]
    const node = start === undefined ? null : tr.doc.nodeAt(start)
    return node && NodeSelection.isSelectable(node) ? tr.setSelection(NodeSelection.create(tr.doc, start!)) : tr
  }
  const to = (caret: Caret) => tr.doc.resolve(positionOf(tr.doc, { ...caret, at: moved(caret.at) }))
  return tr.setSelection(TextSelection.between(to(anchor), to(head)))
}

/** Where a block has gone: those after all that differs keep their distance from the end. */
function blocksMoved(doc: PageNode, wanted: PageNode): (at: number) => number {
  const [was, will] = [blocks(doc), blocks(wanted)]
  const most = Math.min(was.length, will.length)
  let same = 0
  while (same < most && was[was.length - 1 - same]!.eq(will[will.length - 1 - same]!)) same++
  return (at) => (at >= was.length - same ? at + will.length - was.length : Math.min(at, will.length - 1))
}

function blocks(doc: PageNode): PageNode[] {
  return blockStarts(doc).map((start) => doc.nodeAt(start)!)
}
