import { useMemo } from 'react'
import { rowIndex } from '../../../core/post/changes/rows-in-body.ts'
import { useBoard } from './board-context.tsx'
import { spokenRow } from './spoken-row.ts'

/** Says the row that is gone to, moved, or turned into another kind; what else changes of it is told at the row. */
export function SpokenRow() {
  const board = useBoard()
  const { selectedRow, draft } = board
  const at = selectedRow && rowIndex(draft.content.body, selectedRow.id)
  const words = useMemo(
    () => (selectedRow ? spokenRow(selectedRow, board) : ''),
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- said anew only when it is another, elsewhere, or of another kind
    [selectedRow?.id, selectedRow?.kind, at],
  )
  return (
    <output className="sr-only" aria-live="polite">
      {words}
    </output>
  )
}
