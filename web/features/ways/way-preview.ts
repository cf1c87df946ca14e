import { Extension } from '@tiptap/core'
import { Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view'
import type { Row } from '../../../core/post/row.ts'
import { drawRow, type RowSurroundings } from '../board/row-node.ts'

interface Shown {
  readonly row: Row
  /** place between blocks, counted from 0 */
  readonly place: number
}

const key = new PluginKey<Shown | null>('way-preview')

/** Shows a row in the page that is not in the post: nothing is changed until a way is taken. */
export function showPreview(view: EditorView, shown: Shown | null): void {
  if (!view.isDestroyed && key.getState(view.state) !== shown)
    view.dispatch(view.state.tr.setMeta(key, { shown }).setMeta('addToHistory', false))
}

export const WayPreview = Extension.create({
  name: 'wayPreview',
  addProseMirrorPlugins() {
    const surroundings = (): RowSurroundings => this.editor.storage.row
    return [
      new Plugin<Shown | null>({
        key,
        state: {
          init: () => null,
          apply: (transaction, before) => {
            const change = transaction.getMeta(key) as { shown: Shown | null } | undefined
            return change ? change.shown : transaction.docChanged ? null : before
          },
        },
        props: {
          decorations(state) {
            const shown = key.getState(state)
            if (!shown) return null
            let position = 0
            for (let i = 0; i < Math.min(shown.place, state.doc.childCount); i++)
              position += state.doc.child(i).nodeSize
            const draw = () => {
              const dom = document.createElement('div')
              dom.className = 'row-holder preview'
              dom.contentEditable = 'false'
              drawRow(dom, shown.row, surroundings())
              return dom
            }
            return DecorationSet.create(state.doc, [
              Decoration.widget(position, draw, { side: -1, key: JSON.stringify(shown.row) }),
            ])
          },
        },
      }),
    ]
  },
})
