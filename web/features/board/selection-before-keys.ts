import { Extension } from '@tiptap/core'
import { Plugin } from '@tiptap/pm/state'

/**
 * Has the editor read the selection of the page before it handles a key. Browsers tell it of a selection later than it
 * changes, so on a busy machine a key that was pressed at once after a click or an arrow acted on the place before.
 */
export const SelectionBeforeKeys = Extension.create({
  name: 'selectionBeforeKeys',
  addProseMirrorPlugins: () => [
    new Plugin({
      props: {
        handleDOMEvents: {
          keydown: ({ dom }, event) => {
            // What a writing system composes has a selection of its own.
            if (!event.isComposing) dom.ownerDocument.dispatchEvent(new Event('selectionchange'))
            return false
          },
        },
      },
    }),
  ],
})
