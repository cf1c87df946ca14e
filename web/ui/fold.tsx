import { type ReactNode, useSyncExternalStore } from 'react'

/** Which folds are open, by their names: what one has opened stays open for the next row. */
const open = new Set<string>()
const listeners = new Set<() => void>()
function setOpen(name: string, now: boolean): void {
  if (open.has(name) === now) return
  if (now) open.add(name)
  else open.delete(name)
  for (const tell of listeners) tell()
}
const useOpen = (name: string): boolean =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell)
      return () => void listeners.delete(tell)
    },
    () => open.has(name),
  )

/** What is seldom changed, folded to a line that says what it holds. */
export function Fold({ name, told, children }: { name: string; told: string; children: ReactNode }) {
  const opened = useOpen(name)
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
