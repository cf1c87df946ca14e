import type { ReactNode } from 'react'
import { Told, useTold } from './told.ts'

/** Which folds are open, by their names: what one has opened stays open for the next row. */
const open = new Told<ReadonlySet<string>>(new Set())
function setOpen(name: string, now: boolean): void {
  if (open.get().has(name) === now) return
  const next = new Set(open.get())
  if (now) next.add(name)
  else next.delete(name)
  open.set(next)
}

/** What is seldom changed, folded to a line that says what it holds. */
export function Fold({ name, told, children }: { name: string; told: string; children: ReactNode }) {
  const opened = useTold(open, (names) => names.has(name))
  return (
    <details
      data-fold={name}
      open={opened}
      onToggle={({ currentTarget }) => setOpen(name, currentTarget.open)}
      className="border-t border-hairline pt-1.5"
    >
      <summary className="label-narrow cursor-pointer truncate" title={`${name}: ${told}`}>
        <span className="font-semibold">{name}</span> <span className="text-soft">{told}</span>
      </summary>
      <div className="mt-2 flex flex-col gap-2 pb-1">{children}</div>
    </details>
  )
}
