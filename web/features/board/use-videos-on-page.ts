import type { Editor } from '@tiptap/core'
import type { Block } from '../../../core/post/body.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { useVideosHere } from '../videos/use-videos-here.ts'
import type { PostDraft } from './draft-sides.ts'
import { newRowId } from './new-row-id.ts'
import { caretAt } from './sync-blocks.ts'

/**
 * A video whose address is pasted, or typed, alone on a line stands there; where it can't be had, its address does. One
 * writes on while it is looked up: the hands are left where they are.
 */
export function useVideosOnPage(draft: PostDraft, editor: Editor): (words: string) => boolean {
  const take = useVideosHere(draft.id)
  return (words) => {
    const { at } = caretAt(editor.state.doc, editor.state.selection.head)
    const before = draft.latest().body.content[at - 1]
    const put = (did: string, block: Block) =>
      draft.change(did, (post) => {
        const { content } = post.body
        // After the block that it came after, wherever that is by now.
        const found = before ? content.indexOf(before) : -1
        const place = found < 0 ? Math.min(at, content.length) : found + 1
        return {
          ...post,
          body: { ...post.body, content: [...content.slice(0, place), block, ...content.slice(place)] },
        }
      })
    return take(words, {
      set: (pictureId) => {
        draft.receive([pictureId], [])
        put('set a video', { type: 'row', attrs: makeRow(newRowId(), [pictureId]) })
      },
      keep: (address) => put('keep an address', { type: 'paragraph', content: [{ type: 'text', text: address }] }),
    })
  }
}
