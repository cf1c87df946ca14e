import {
  type InputHTMLAttributes,
  type ReactNode,
  type TextareaHTMLAttributes,
  useEffect,
  useId,
  useState,
} from 'react'
import { clsx } from 'clsx'

const BOX = 'w-full rounded-sm border border-edge bg-paper px-2 py-1 placeholder:text-[#767068]'

/** A label beside its control, in the narrow type of a ticket. */
export function Line({ label, children, top }: { label: string; children: ReactNode; top?: boolean }) {
  return (
    <div className={clsx('grid grid-cols-[76px_1fr] gap-2', top ? 'items-start' : 'items-center')}>
      <span className={clsx('label-narrow text-soft', top && 'pt-1')}>{label}</span>
      <div className="min-w-0">{children}</div>
    </div>
  )
}

export function TextInput({
  label,
  hidden,
  note,
  className,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { label: string; hidden?: boolean; note?: ReactNode }) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className={hidden ? 'sr-only' : 'label-narrow mb-0.5 block text-soft'}>
        {label}
      </label>
      <input id={id} className={clsx(BOX, className)} {...rest} />
      {note}
    </div>
  )
}

export function TextArea({
  label,
  hidden,
  note,
  className,
  ...rest
}: TextareaHTMLAttributes<HTMLTextAreaElement> & { label: string; hidden?: boolean; note?: ReactNode }) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className={hidden ? 'sr-only' : 'label-narrow mb-0.5 block text-soft'}>
        {label}
      </label>
      <textarea id={id} className={clsx(BOX, 'field-sizing-content min-h-14 resize-y', className)} {...rest} />
      {note}
    </div>
  )
}

/** A length. Typing is free; what is typed counts on Enter, on leaving, and with the arrow keys. */
export function NumberInput({
  label,
  value,
  unit,
  least,
  most,
  step = 1,
  empty,
  onChange,
}: {
  label: string
  value: number | null
  unit: string
  least: number
  most: number
  step?: number
  /** shown and allowed when there is no value of its own */
  empty?: string
  onChange: (value: number | null) => void
}) {
  const [typed, setTyped] = useState<string>()
  useEffect(() => setTyped(undefined), [value])
  // As many decimals as a step has, and at least one: a length that was worked out is seldom whole.
  const fine = step < 0.1 ? 100 : 10
  const shown = typed ?? (value === null ? '' : String(Math.round(value * fine) / fine))
  const commit = (text: string) => {
    const number = Number(text.replace(',', '.').replace(/[^\d.-]/g, ''))
    if (text.trim() === '' && empty !== undefined) onChange(null)
    else if (text.trim() !== '' && Number.isFinite(number)) onChange(Math.min(most, Math.max(least, number)))
    setTyped(undefined)
  }
  return (
    <span className="flex items-center rounded-sm border border-edge bg-paper focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-ink">
      <input
        aria-label={unit ? `${label}, ${unit}` : label}
        inputMode="decimal"
        className="min-w-0 flex-1 bg-transparent px-2 py-1 font-mono text-[0.87em] outline-none placeholder:text-[#767068]"
        value={shown}
        placeholder={empty}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed !== undefined && commit(typed)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit(shown)
          // With Alt the arrows move the row.
          if (event.altKey) return
          const by = event.key === 'ArrowUp' ? step : event.key === 'ArrowDown' ? -step : 0
          if (by) {
            event.preventDefault()
            onChange(
              Math.min(
                most,
                Math.max(least, (value ?? Number(empty?.match(/\d+/)?.[0] ?? 0)) + by * (event.shiftKey ? 10 : 1)),
              ),
            )
          }
        }}
      />
      <span className="pr-2 font-mono text-[0.8em] text-soft">{unit}</span>
    </span>
  )
}
