import { useEffect } from 'react'
import { movePicture } from '../../../core/post/changes/order-pictures.ts'
import { stepComposition } from '../ways/step-composition.ts'
import type { Board } from './board-context.tsx'
import { followClick } from './follow-click.ts'
import { keysOf } from './keys.ts'
import { playShow } from './row-node.ts'

/** Keys of the row that is selected, while the focus is on the page. */
export function useRowKeys(board: Board): void {
  const { editor, selectedRow: row, selectedPicture, selectRow, changeRow, openWays } = board
  useEffect(() => {
    if (!row) return
    const text = editor.view.dom
    const last = row.pictures.length - 1
    const at = selectedPicture ?? 0
    const choose = (by: -1 | 1) =>
      selectRow(row.id, selectedPicture === null ? 0 : Math.min(last, Math.max(0, at + by)))
    const move = (by: -1 | 1) => {
      const to = at + by
      if (to < 0 || to > last) return
      changeRow('move a picture', row.id, (now) => movePicture(now, at, to))
      selectRow(row.id, to)
    }
    const compose = (by: -1 | 1) => (row.kind === 'patchwork' ? stepComposition(board, row, by) : undefined)
    const ofRow = keysOf('row', {
      pictureOn: () => move(1),
      pictureBack: () => move(-1),
      nextPicture: () => choose(1),
      pictureBefore: () => choose(-1),
      ways: () => openWays(row.id),
      nextComposition: () => compose(1),
      compositionBefore: () => compose(-1),
      tryClick: () => followClick(board, row, at),
      play: () => {
        const show = text.querySelector<HTMLElement>(`[data-row-id="${CSS.escape(row.id)}"] .show`)
        if (show) playShow(show, board.house)
      },
      leave: () => selectRow(null),
    })
    const onKey = (event: KeyboardEvent) => {
      ofRow(event)
      // A letter typed over a selected row would take its place.
      const command = event.ctrlKey || event.metaKey || event.altKey
      if (event.key.length === 1 && !command) event.preventDefault()
    }
    text.addEventListener('keydown', onKey, true)
    return () => text.removeEventListener('keydown', onKey, true)
  }, [board, editor, row, selectedPicture, selectRow, changeRow, openWays])
}
