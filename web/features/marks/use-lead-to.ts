import { useCallback } from 'react'
import type { Place } from '../../../core/marks/mark.ts'
import { useBoard } from '../board/board-context.tsx'
import { reveal } from '../board/reveal.ts'
import { writeAltText } from '../ticket/picture-texts.tsx'

/** Goes to the place of a mark on the board, ready to put right what is found there. */
export function useLeadTo(): (place: Place) => void {
  const { editor, selectRow } = useBoard()
  return useCallback(
    (place) => {
      if (place.at === 'row') {
        selectRow(place.row, place.picture)
        reveal(place.row, 'center')
        if (place.field === 'alt') writeAltText()
        else editor.view.focus()
        return
      }
      selectRow(null)
      // The ticket is about the post again with the next frame.
      if (place.at === 'block') {
        editor.state.doc.forEach((node, offset, index) => {
          if (index === place.block)
            editor
              .chain()
              .setTextSelection({ from: offset + 1, to: offset + node.nodeSize - 1 })
              .scrollIntoView()
              .focus()
              .run()
        })
      } else
        requestAnimationFrame(() => {
          const name = place.at === 'title' ? '.title-field' : `[data-field=${place.at}]`
          const field = document.querySelector<HTMLElement>(name)
          // What is folded away can't be written in.
          field?.closest('details')?.setAttribute('open', '')
          field?.focus()
        })
    },
    [editor, selectRow],
  )
}
