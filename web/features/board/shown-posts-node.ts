import { type Editor, Node } from '@tiptap/core'
import { NodeSelection } from '@tiptap/pm/state'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { remsAsPx } from '../../../core/page/html.ts'
import { postShowCss } from '../../../core/page/post-show-css.ts'
import { postShowHtml } from '../../../core/page/post-show-html.ts'
import { slidesOf } from '../../../core/shows/choose.ts'
import type { LivePosts } from '../../../core/shows/shown-in-post.ts'
import { Told } from '../../ui/told.ts'
import { fileUrl } from '../pictures/picture-image.tsx'
import { afterBlock } from './space-node.ts'

/** What slideshows of posts are drawn from; null until it is known. */
export const livePosts = new Told<{ readonly live: LivePosts; readonly house: HouseStyle } | null>(null)

/** The slideshow of posts that is selected; null where none is. */
export function selectedShow({ state: { selection } }: Pick<Editor, 'state'>): string | null {
  const node = selection instanceof NodeSelection ? selection.node : undefined
  return node?.type.name === 'shownPosts' ? (node.attrs.show as string) : null
}

/** Puts a slideshow of posts after the block that holds the caret, or in the place of the one that is selected. */
export function putShow(editor: Editor, show: string): void {
  const { from } = editor.state.selection
  if (selectedShow(editor) !== null)
    editor
      .chain()
      .command(({ tr }) => Boolean(tr.setNodeAttribute(from, 'show', show)))
      .setNodeSelection(from)
      .run()
  else {
    const at = afterBlock(editor, false)
    editor.chain().focus().insertContentAt(at, { type: 'shownPosts', attrs: { show } }).setNodeSelection(at).run()
  }
}

/** What the page shows of it: the slides in a strip, or why there are none. */
function drawn(id: string): string {
  const known = livePosts.get()
  if (!known) return ''
  const { live, house } = known
  const show = live.shows.find((one) => one.id === id)
  const told = (words: string) => `<p class="told-none">${words}</p>`
  if (!show) return told('This slideshow of posts is not here any more. Readers see nothing in its place.')
  const slides = slidesOf(show, live.posts)
  if (slides.length === 0)
    return told('No live post has what these slides ask for. Readers see nothing in its place yet.')
  const html = postShowHtml({ ...show, comes: 'still' }, slides, { house, address: fileUrl, first: false })
  return `<style>${remsAsPx(postShowCss(show, house))}</style><div inert>${html}</div>`
}

/** A slideshow of other posts: selected as a whole, and composed on its own screen. */
export const ShownPostsNode = Node.create({
  name: 'shownPosts',
  // Between the blocks of a post alone.
  group: 'shown',
  atom: true,
  selectable: true,
  addAttributes: () => ({
    show: { default: '', parseHTML: (element: HTMLElement) => element.dataset.show ?? '' },
  }),
  parseHTML: () => [{ tag: 'div.shown-posts' }],
  renderHTML: ({ node }) => ['div', { class: 'shown-posts', 'data-show': node.attrs.show as string }],
  addNodeView: () => {
    return ({ node }) => {
      const dom = document.createElement('div')
      dom.className = 'shown-posts'
      dom.contentEditable = 'false'
      let { show } = node.attrs as { show: string }
      const draw = () => {
        dom.innerHTML = drawn(show)
      }
      draw()
      const end = livePosts.listen(draw)
      return {
        dom,
        update(next) {
          if (next.type.name !== 'shownPosts') return false
          if (next.attrs.show !== show) {
            show = next.attrs.show as string
            draw()
          }
          return true
        },
        ignoreMutation: () => true,
        destroy: end,
      }
    }
  },
})
