import { memo } from 'react'
import { SideSheet } from '../../ui/side-sheet.tsx'
import { useBoard } from '../board/board-context.tsx'
import { reveal } from '../board/reveal.ts'
import { nameOfRow } from '../board/spoken-row.ts'
import { PostTicket } from './post-ticket.tsx'
import { RowTicket } from './row-ticket.tsx'

/** Tells and changes everything about the selected row; about the post when no row is selected. */
export const Ticket = memo(function Ticket() {
  const { selectedRow } = useBoard()
  return (
    <SideSheet
      label="Ticket"
      name={selectedRow ? nameOfRow(selectedRow) : 'The post'}
      onUnfolded={() => selectedRow && reveal(selectedRow.id)}
    >
      {selectedRow ? <RowTicket key={selectedRow.id} row={selectedRow} /> : <PostTicket />}
    </SideSheet>
  )
})
