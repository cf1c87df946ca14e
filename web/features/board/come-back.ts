import { useEffect, useRef } from 'react'
import { useBoard } from './board-context.tsx'
import { reveal } from './reveal.ts'

const NAME = 'set-row-left-from'

interface LeftFrom {
  readonly post: string
  readonly row: string
  readonly picture: number
}

/** Remembers from which picture of which row one leaves the board, for when one comes back to it in this window. */
export const leaveFrom = (left: LeftFrom): void => sessionStorage.setItem(NAME, JSON.stringify(left))

function taken(post: string): LeftFrom | undefined {
  const stored = sessionStorage.getItem(NAME)
  if (!stored) return undefined
  const left = JSON.parse(stored) as LeftFrom
  if (left.post !== post) return undefined
  sessionStorage.removeItem(NAME)
  return left
}

/** The row that one left the board from is selected and in sight again. */
export function ComeBack(): null {
  const { draft, selectRow } = useBoard()
  const [id, act] = [draft.id, useRef(selectRow)]
  act.current = selectRow
  useEffect(() => {
    // The page is laid out by the next frame.
    const frame = requestAnimationFrame(() => {
      const left = taken(id)
      if (!left || !document.getElementById(`row-${left.row}`)) return
      act.current(left.row, left.picture)
      reveal(left.row, 'nearest')
    })
    return () => cancelAnimationFrame(frame)
  }, [id, act])
  return null
}
