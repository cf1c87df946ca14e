import { useEffect, useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { OnClick } from '../../../core/post/on-click.ts'
import { isSafeAddress } from '../../../core/post/web-address.ts'
import { CLICK_WORDS } from './choice-words.ts'
import { Select } from '../../ui/select.tsx'

/**
 * What a click on a picture does; null, where `house` says what the house has, leaves it to the house. An
 * address takes effect once it is one that readers may be sent to.
 */
export function OnClickField<T extends OnClick | null>({
  label,
  value,
  house,
  onChange,
}: {
  label: string
  value: T
  house?: HouseStyle['onClick']
  onChange: (value: OnClick | T) => void
}) {
  const [does, setDoes] = useState<OnClick['do'] | 'house'>(value?.do ?? 'house')
  const [typed, setTyped] = useState(value?.do === 'web-address' ? value.href : '')
  const [newWindow, setNewWindow] = useState(value?.do === 'web-address' && value.newWindow)
  const houseWords = CLICK_WORDS.find(([key]) => key === house)?.[1].toLowerCase()
  useEffect(() => {
    setDoes(value?.do ?? 'house')
    if (value?.do === 'web-address') {
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
        options={house ? [['house', `As the house: ${houseWords}`], ...CLICK_WORDS] : CLICK_WORDS}
        onChange={(next) => {
          setDoes(next)
          if (next === 'house') onChange(null as T)
          else if (next === 'web-address') send(typed, newWindow)
          else onChange({ do: next })
        }}
      />
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
          {fault && (
            <p className="text-ruby">Start with http://, https://, mailto: or tel:, or give a path of this blog.</p>
          )}
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
