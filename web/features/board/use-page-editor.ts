import type { KnownPictures } from '../../api/queries.ts'
import { getSchema } from '@tiptap/core'
import { type Editor, useEditor } from '@tiptap/react'
import type { Schema } from '@tiptap/pm/model'
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { useEffect, useRef } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { cleanPaste } from './clean-paste.ts'
import { editorExtensions } from './editor-extensions.ts'
import { bodyOf, docOf } from './page-nodes.ts'
import { reveal } from './reveal.ts'
import { redrawRows } from './row-node.ts'
import { redrawSteps } from './step-nodes.ts'
import { DONE_WHOLE, FROM_CONTENT, syncEditor } from './sync-editor.ts'
import { TYPING } from './post-draft.ts'
import type { PostDraft } from './draft-sides.ts'

interface EditorEvents {
  /** the caret or the selected row has moved */
  onSelection: (editor: Editor) => void
  /** a change was kept out, for this reason */
  onRefused: (why: string) => void
  /** words that hold nothing but the address of a video are taken: true */
  onWords: (words: string) => boolean
}

/** The text editor on the page. Typing becomes a change of the post; a change of the post made elsewhere comes back here. */
export function usePageEditor(
  draft: PostDraft,
  house: HouseStyle,
  { library, ready }: KnownPictures,
  { onSelection, onRefused, onWords }: EditorEvents,
): Editor {
  const { change, content, latest, subscribe } = draft
  const events = useRef({ onSelection, onRefused, onWords, change })
  events.current = { onSelection, onRefused, onWords, change }

  const editor = useEditor({
    extensions: editorExtensions((why) => events.current.onRefused(why)),
    // Steps stand in boxes while they are edited.
    content: docOf(content.body, schemaOf()).toJSON(),
    injectCSS: false,
    editorProps: {
      attributes: { 'aria-label': 'Text of the post', role: 'textbox', 'aria-multiline': 'true', class: 'page-text' },
      transformPastedHTML: cleanPaste,
      // A row's own element has no box; its seat has.
      handleScrollToSelection: (view) => {
        const { selection } = view.state
        if (!(selection instanceof NodeSelection)) return false
        reveal(selection.node.attrs.id as string)
        return true
      },
      handleDOMEvents: {
        drop: (_view, event) => {
          if (event.dataTransfer?.files.length) event.preventDefault()
          return Boolean(event.dataTransfer?.files.length)
        },
      },
      handlePaste: (view, event) => {
        const { clipboardData: data } = event
        if (data?.files.length && !data.types.includes('text/html')) return true
        besideRow(view)
        // The address of a video in a place of its own, and not within words.
        return emptyLine(view) && events.current.onWords(data?.getData('text/plain') ?? '')
      },
      handleKeyDown: (view, event) => {
        if (event.key !== 'Enter' || event.shiftKey || event.ctrlKey || event.altKey || event.metaKey) return false
        const { $head, empty } = view.state.selection
        if (!empty || $head.parent.type.name !== 'paragraph' || $head.parentOffset < $head.parent.content.size)
          return false
        if (!events.current.onWords($head.parent.textContent)) return false
        view.dispatch(view.state.tr.delete($head.start(), $head.end()))
        return true
      },
    },
    onUpdate: ({ editor: now, transaction }) => {
      if (transaction.getMeta(FROM_CONTENT)) return
      // What was done as a whole is undone as a whole; letters go together.
      const did = transaction.getMeta(DONE_WHOLE) as string | undefined
      events.current.change(
        did ?? 'typing',
        (post) => withBody(post, bodyOf(now.state.doc, post.body)),
        did ? undefined : TYPING,
      )
    },
    onSelectionUpdate: ({ editor: now }) => events.current.onSelection(now),
    onTransaction: ({ editor: now, transaction }) => transaction.docChanged && events.current.onSelection(now),
  })

  // Links on the board are for reading, not for leaving. Heard before all others: the click that ends a drag where it
  // began is kept from everybody else.
  useEffect(() => {
    const stay = (event: MouseEvent) => {
      const link = (event.target as Element).closest('a')
      if (link && editor.view.dom.contains(link)) event.preventDefault()
    }
    window.addEventListener('click', stay, true)
    return () => window.removeEventListener('click', stay, true)
  }, [editor])

  useEffect(() => {
    Object.assign(editor.storage.row, { house, library, ready })
    redrawRows(editor.view, editor.storage.row)
    redrawSteps(editor)
  }, [editor, house, library, ready])

  // At once, not with the next drawing, which may be of a moment that the editor has left behind.
  useEffect(() => {
    const follow = () => editor.isDestroyed || syncEditor(editor, latest().body)
    follow()
    return subscribe(follow)
  }, [editor, latest, subscribe])

  return editor
}

let schema: Schema | undefined
/** The schema for what is opened; editors make their own of the same extensions. */
const schemaOf = (): Schema => (schema ??= getSchema(editorExtensions()))

/** What is pasted while a row is selected comes after it, and not in its place. */
function besideRow(view: EditorView): void {
  const { state } = view
  const { selection } = state
  if (!(selection instanceof NodeSelection) || selection.node.type.name !== 'row') return
  const tr = state.tr.insert(selection.to, state.schema.nodes.paragraph!.create())
  view.dispatch(tr.setSelection(TextSelection.create(tr.doc, selection.to + 1)))
}

/** Whether the caret stands in a paragraph with nothing in it. */
function emptyLine({ state: { selection } }: EditorView): boolean {
  const { $head, empty } = selection
  return empty && $head.parent.type.name === 'paragraph' && $head.parent.content.size === 0
}

const withBody = (post: PostContent, body: PostContent['body']): PostContent =>
  body === post.body ? post : { ...post, body }
