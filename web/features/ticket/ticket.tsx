import { memo } from 'react'
import { useBoard } from '../board/board-context.tsx'
import { PostTicket } from './post-ticket.tsx'
import { RowTicket } from './row-ticket.tsx'

/** Tells and changes everything about the selected row; about the post when no row is selected. */
export const Ticket = memo(function Ticket() {
  const { selectedRow } = useBoard()
  return (
    <aside aria-label="Ticket" data-region="ticket" className="min-h-0 overflow-y-auto bg-card px-4 py-2.5">
      {selectedRow ? <RowTicket key={selectedRow.id} row={selectedRow} /> : <PostTicket />}
    </aside>
  )
})
