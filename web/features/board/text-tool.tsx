import type { ReactNode } from 'react'

/** One form that text can take, or one thing that is put into it. */
export function Tool({
  on,
  label,
  title,
  onPress,
}: {
  on?: boolean
  label: ReactNode
  title: string
  onPress: () => void
}) {
  return (
    <button
      type="button"
      aria-pressed={on ?? false}
      title={title}
      // The text keeps the caret.
      onMouseDown={(event) => event.preventDefault()}
      onClick={onPress}
      className={`label-narrow rounded-sm px-2 py-0.5 whitespace-nowrap ${on ? 'bg-ink text-paper' : 'hover:bg-board-deep'}`}
    >
      {label}
    </button>
  )
}
