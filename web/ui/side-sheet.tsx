import { type ReactNode, useEffect, useRef, useState } from 'react'
import { clsx } from 'clsx'

/** Class of what has something and its side sheet in it, as most screens divide: the sheet beside it, or at its foot. */
export const BESIDE_SHEET =
  'grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_320px] max-lg:grid-cols-1 max-lg:grid-rows-[minmax(200px,1fr)_minmax(40px,auto)]'

/** Whether it is unfolded where it lies at the foot: what was chosen last holds for the next one too. */
let unfolded = false

/**
 * What is told of the thing in hand: a column at the side, or, where the window has no room for one, a sheet at
 * its foot that folds to a line. It takes room of its own and lies over nothing.
 */
export function SideSheet({
  label,
  name,
  className,
  onUnfolded,
  children,
}: {
  label: string
  /** what it is about, said on the line while it is folded */
  name: string
  className?: string
  /** it has been unfolded, and what it is about has less room */
  onUnfolded?: () => void
  children: ReactNode
}) {
  const [open, setOpen] = useState(unfolded)
  const latest = useRef(onUnfolded)
  useEffect(() => {
    latest.current = onUnfolded
  })
  useEffect(() => {
    if (open) latest.current?.()
  }, [open])
  return (
    <aside
      aria-label={label}
      data-region="ticket"
      className={clsx(
        'side-sheet flex min-h-0 flex-col bg-card max-lg:col-span-full max-lg:max-h-[36vh] max-sm:max-h-[54vh]',
        className,
      )}
    >
      <button
        type="button"
        aria-expanded={open}
        className="flex min-h-[40px] shrink-0 items-center gap-3 border-t border-ink px-4 text-left lg:hidden"
        onClick={() => setOpen((unfolded = !open))}
      >
        <b className="min-w-0 truncate">{name}</b>
        <span className="flex-1" />
        <span className="underline decoration-hairline underline-offset-4">{open ? 'Fold' : 'Unfold'}</span>
      </button>
      <div className={clsx('side-sheet-body min-h-0 flex-1 overflow-y-auto px-4 py-2.5', !open && 'max-lg:hidden')}>
        {children}
      </div>
    </aside>
  )
}
