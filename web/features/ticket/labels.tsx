import { useState } from 'react'
import { TextInput } from '../../ui/field.tsx'

/** Short words that are typed one after another, each of which can be taken off again. */
export function Labels({
  label,
  one,
  labels,
  most,
  longest,
  field,
  onChange,
}: {
  label: string
  /** what one of them is called: "topic" */
  one: string
  labels: readonly string[]
  most: number
  longest: number
  /** the name by which a mark leads here */
  field?: string
  /** `did` is what undo says */
  onChange: (did: string, next: (labels: readonly string[]) => string[]) => void
}) {
  const [typed, setTyped] = useState('')
  const add = () => {
    const word = typed.trim()
    setTyped('')
    if (word && labels.length < most && !labels.some((other) => other.toLowerCase() === word.toLowerCase()))
      onChange(`add the ${one} ${word}`, (now) => [...now, word])
  }
  return (
    <div>
      <TextInput
        label={label}
        data-field={field}
        value={typed}
        maxLength={longest}
        disabled={labels.length >= most}
        placeholder={labels.length < most ? 'Type one and press Enter' : `${most}, as many as a post has`}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={add}
        onKeyDown={(event) => {
          if (event.key === 'Enter' || event.key === ',') {
            event.preventDefault()
            add()
          }
        }}
      />
      <ul className="mt-1.5 flex flex-wrap gap-1.5">
        {labels.map((word) => (
          <li key={word} className="flex items-center gap-1 border border-hairline bg-paper pl-2">
            {word}
            <button
              type="button"
              aria-label={`Take the ${one} ${word} off`}
              className="px-1.5 text-soft hover:text-ink"
              onClick={() => onChange(`take the ${one} ${word} off`, (now) => now.filter((other) => other !== word))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}
