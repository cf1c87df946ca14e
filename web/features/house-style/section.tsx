import type { ReactNode } from 'react'

/** A part of the house style that folds to its title. */
export function Section({
  title,
  children,
  open = false,
  onOpen,
}: {
  title: string
  children: ReactNode
  open?: boolean
  onOpen?: () => void
}) {
  return (
    <details
      open={open}
      onToggle={(event) => event.currentTarget.open && onOpen?.()}
      className="border-t border-hairline"
    >
      <summary className="cursor-pointer py-2.5 font-semibold">{title}</summary>
      <div className="flex flex-col gap-2.5 pb-4">{children}</div>
    </details>
  )
}

export function YesNo({
  label,
  value,
  onChange,
}: {
  label: string
  value: boolean
  onChange: (value: boolean) => void
}) {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={value} onChange={(event) => onChange(event.target.checked)} />
      {label}
    </label>
  )
}
