import type { ReactNode } from 'react'

/** A line of tools: where the board is narrow they stand closer, so that none is out of sight. */
export const TOOL_LINE =
  'flex min-w-0 shrink-0 items-center gap-0.5 overflow-x-auto border-b border-hairline bg-card px-3 py-1 max-[1160px]:gap-0 max-[1160px]:px-2 max-[1160px]:[&_button]:px-1'

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
      className={`label-narrow shrink-0 rounded-sm px-2 py-0.5 whitespace-nowrap ${on ? 'bg-ink text-paper' : 'hover:bg-board-deep'}`}
    >
      {label}
    </button>
  )
}
