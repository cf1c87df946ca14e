import { clsx } from 'clsx'
import { type RefObject, useEffect, useRef, useState } from 'react'
import type { Cell } from './cells.ts'

interface Props {
  readonly label: string
  /** what stands in it at first */
  readonly from: string
  /** what stands in it now, for whoever ends it from outside */
  readonly latest: RefObject<string>
  readonly onLeave: () => void
  /** written; `by` says which way to go on */
  readonly onDone: (text: string, by: Cell) => void
}

/** A cell that is written into: Enter and Tab go on, Escape leaves it as it was, Alt Enter begins a new line. */
export function Editing({ label, from, latest, onLeave, onDone }: Props) {
  const [text, setText] = useState(from)
  latest.current = text
  const field = useRef<HTMLTextAreaElement>(null)
  useEffect(() => {
    const own = field.current!
    own.focus()
    own.setSelectionRange(own.value.length, own.value.length)
  }, [])
  return (
    <textarea
      ref={field}
      aria-label={label}
      className="absolute top-0 left-0 z-20 field-sizing-content max-h-48 min-h-full w-full resize-none border border-ink bg-white px-[7px] py-[3px] leading-tight outline-none"
      value={text}
      onChange={(event) => setText(event.target.value)}
      onKeyDown={(event) => {
        // While letters are put together from several keys, these keys are that program's.
        if (event.nativeEvent.isComposing) return
        const { key, shiftKey, altKey } = event
        if (key === 'Escape') onLeave()
        else if (key === 'Enter' && !altKey) onDone(text, { row: shiftKey ? -1 : 1, column: 0 })
        else if (key === 'Tab') onDone(text, { row: 0, column: shiftKey ? -1 : 1 })
        else if (key === 'Enter') setText(`${text}\n`)
        else return event.stopPropagation()
        event.preventDefault()
        event.stopPropagation()
      }}
    />
  )
}

/** What stands in a cell that is not being written in. */
export const CellText = ({ text, faulty, inherited }: { text: string; faulty: boolean; inherited: boolean }) => (
  <span className={clsx('line-clamp-2 break-words', faulty && 'text-ruby', inherited && 'text-soft italic')}>
    {text}
  </span>
)
