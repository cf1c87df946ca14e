import { useEffect, useState } from 'react'
import type { OnClick } from '../../../core/post/on-click.ts'
import { isSafeAddress } from '../../../core/post/web-address.ts'
import { Select } from '../../ui/select.tsx'

const WORDS: readonly (readonly [OnClick['do'], string])[] = [
  ['nothing', 'Nothing'],
  ['enlarge', 'Enlarge'],
  ['picture-file', 'Picture file'],
  ['web-address', 'Web address'],
]

/** What a click on a picture does. An address takes effect once it is one that readers may be sent to. */
export function OnClickField({ label, value, onChange }: { label: string; value: OnClick; onChange: (value: OnClick) => void }) {
  const [does, setDoes] = useState(value.do)
  const [typed, setTyped] = useState(value.do === 'web-address' ? value.href : '')
  const [newWindow, setNewWindow] = useState(value.do === 'web-address' && value.newWindow)
  useEffect(() => {
    setDoes(value.do)
    if (value.do === 'web-address') {
      setTyped(value.href)
      setNewWindow(value.newWindow)
    }
  }, [value])
  const fault = typed !== '' && !isSafeAddress(typed)
  const send = (href: string, fresh: boolean) => {
    if (href && isSafeAddress(href)) onChange({ do: 'web-address', href, newWindow: fresh })
  }
  return (
    <div className="flex flex-col gap-1.5">
      <Select
        label={label}
        value={does}
        options={WORDS}
        onChange={(next) => {
          setDoes(next)
          if (next === 'web-address') send(typed, newWindow)
          else onChange({ do: next })
        }}
      />
      {does === 'enlarge' && <p className="label-narrow text-soft">Until the page can enlarge in place, a click opens the picture file.</p>}
      {does === 'web-address' && (
        <>
          <input
            aria-label="Web address"
            placeholder="https://…"
            className="w-full rounded-sm border border-edge bg-paper px-2 py-1"
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value)
              send(event.target.value, newWindow)
            }}
          />
          {fault && <p className="text-ruby">Start with http://, https:// or mailto:, or give a path of this blog.</p>}
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={newWindow}
              onChange={(event) => {
                setNewWindow(event.target.checked)
                send(typed, event.target.checked)
              }}
            />
            In a new window
          </label>
        </>
      )}
    </div>
  )
}
