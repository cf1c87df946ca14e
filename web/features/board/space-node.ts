import { type Editor, Node } from '@tiptap/core'
import { NodeSelection } from '@tiptap/pm/state'
import { STEP_BOX } from './page-nodes.ts'
import { SPACE_TYPE } from '../../../core/house/text-type.ts'

/** Lines of a space that is put in. */
const FRESH = 2
const within = (lines: number): number => Math.min(SPACE_TYPE.most, Math.max(1, Math.round(lines) || 1))

/** Lines of the space that is selected; null where none is. */
export function spaceLines({ state: { selection } }: Pick<Editor, 'state'>): number | null {
  const node = selection instanceof NodeSelection ? selection.node : undefined
  return node?.type.name === 'space' ? (node.attrs.lines as number) : null
}

/** Makes the selected space so many lines higher, or lower; false where none is selected. */
export function growSpace(editor: Editor, by: number): boolean {
  const lines = spaceLines(editor)
  if (lines === null) return false
  const { from } = editor.state.selection
  return editor
    .chain()
    .command(({ tr }) => Boolean(tr.setNodeAttribute(from, 'lines', within(lines + by))))
    .setNodeSelection(from)
    .run()
}

/** The place after the block that holds the caret. `inSteps`: what is put there may stand in a step. */
export function afterBlock(editor: Editor, inSteps: boolean): number {
  const { $to } = editor.state.selection
  const depth = inSteps && $to.depth > 1 && $to.node(1).type.name === STEP_BOX ? 2 : 1
  return $to.depth ? $to.after(depth) : editor.state.selection.to
}

/** Puts a space after the block that holds the caret, and selects it. */
export function putSpace(editor: Editor): void {
  const at = afterBlock(editor, true)
  editor
    .chain()
    .focus()
    .insertContentAt(at, { type: 'space', attrs: { lines: FRESH } })
    .setNodeSelection(at)
    .run()
}

/** An empty stretch of the page: selected as a whole, grown and shrunk by plus and minus. */
export const SpaceNode = Node.create({
  name: 'space',
  group: 'block',
  atom: true,
  selectable: true,
  addAttributes: () => ({
    lines: {
      default: FRESH,
      parseHTML: (element: HTMLElement) => within(Number(element.style.getPropertyValue('--lines'))),
    },
  }),
  parseHTML: () => [{ tag: 'div.space' }],
  renderHTML: ({ node }) => ['div', { class: 'space', style: `--lines:${node.attrs.lines}` }, ['i']],
  addKeyboardShortcuts() {
    const by = (lines: number) => () => growSpace(this.editor, lines)
    return { '+': by(1), '=': by(1), '-': by(-1) }
  },
})
