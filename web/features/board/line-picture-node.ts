import { type Editor, Node } from '@tiptap/core'
import type { Node as ProseMirrorNode } from '@tiptap/pm/model'
import { lineFile } from '../../../core/blocks/line-picture.ts'
import { lineWidth } from '../../../core/type/line-letter.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { pictureStore } from '../../api/queries.ts'
import { fileUrl } from './row-node.ts'

/** Puts a picture where the caret is, as high as the letters there. False where no words may stand. */
export const putLinePicture = (editor: Editor, picture: Picture): boolean =>
  editor
    .chain()
    .focus()
    .insertContent({ type: 'linePicture', attrs: { id: picture.id, wide: lineWidth(picture), alt: null } })
    .run()

/** Draws it as readers see it, as soon as it is known what picture it is. */
function draw(image: HTMLImageElement, { attrs }: ProseMirrorNode): void {
  const picture = pictureStore.get(attrs.id as string)
  const file = picture && lineFile(picture, attrs.wide as number)
  image.style.width = `${attrs.wide}em`
  image.alt = (attrs.alt as string | null) ?? picture?.alt ?? ''
  if (file && image.getAttribute('src') !== fileUrl(file)) image.src = fileUrl(file)
  image.classList.toggle('away', picture === null)
}

/** A small picture within a line of text: one letter for the caret, selected by a press. */
export const LinePictureNode = Node.create({
  name: 'linePicture',
  group: 'inline',
  inline: true,
  atom: true,
  selectable: true,
  addAttributes: () => ({
    id: { default: '', parseHTML: (element: HTMLElement) => element.dataset.linePicture ?? '' },
    wide: { default: 1, parseHTML: (element: HTMLElement) => Number(element.dataset.wide) || 1 },
    alt: { default: null, parseHTML: (element: HTMLElement) => element.dataset.alt ?? null },
  }),
  parseHTML: () => [{ tag: 'img[data-line-picture]' }],
  renderHTML: ({ node: { attrs } }) => [
    'img',
    {
      class: 'letter',
      'data-line-picture': attrs.id,
      'data-wide': attrs.wide,
      ...(attrs.alt === null ? {} : { 'data-alt': attrs.alt }),
    },
  ],
  addNodeView() {
    return ({ node }) => {
      let shown = node
      const dom = document.createElement('img')
      dom.className = 'letter'
      dom.draggable = false
      draw(dom, shown)
      pictureStore.want([node.attrs.id as string])
      const leave = pictureStore.subscribe(() => draw(dom, shown))
      return {
        dom,
        update(next) {
          if (next.type !== shown.type) return false
          shown = next
          draw(dom, shown)
          return true
        },
        destroy: leave,
      }
    }
  },
})
