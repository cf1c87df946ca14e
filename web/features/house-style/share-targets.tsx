import { useState } from 'react'
import { ShareTarget } from '../../../core/house/house-style.ts'
import { Button } from '../../ui/button.tsx'
import { TextInput } from '../../ui/field.tsx'

/** Where readers may share a picture to: a name and an address template each. A target counts once both are right. */
export function ShareTargets({
  targets,
  onChange,
}: {
  targets: readonly ShareTarget[]
  onChange: (targets: ShareTarget[]) => void
}) {
  const [name, setName] = useState('')
  const [address, setAddress] = useState('')
  const checked = ShareTarget.safeParse({ name: name.trim(), address: address.trim() })
  const fault =
    address && !checked.success ? checked.error.issues.find((issue) => issue.path[0] === 'address')?.message : undefined
  return (
    <div className="flex flex-col gap-2">
      {targets.length === 0 && <p className="text-soft">No places to share to yet.</p>}
      <ul className="flex flex-col gap-1">
        {targets.map((target, i) => (
          <li key={`${target.name} ${i}`} className="flex items-baseline gap-2">
            <span className="font-medium">{target.name}</span>
            <span className="figures min-w-0 flex-1 truncate" title={target.address}>
              {target.address}
            </span>
            <button
              type="button"
              className="label-narrow underline underline-offset-4"
              aria-label={`Take “${target.name}” out`}
              onClick={() => onChange(targets.filter((_, other) => other !== i))}
            >
              Take out
            </button>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-col gap-1.5 border-t border-hairline pt-2"
        onSubmit={(event) => {
          event.preventDefault()
          if (!checked.success) return
          onChange([...targets, checked.data])
          setName('')
          setAddress('')
        }}
      >
        <TextInput
          label="Name of a place to share to"
          placeholder="Send by e-mail"
          value={name}
          maxLength={40}
          onChange={(event) => setName(event.target.value)}
        />
        <TextInput
          label="Its address, with {address}, {picture} and {text}"
          placeholder="mailto:?subject={text}&body={address}"
          value={address}
          maxLength={500}
          onChange={(event) => setAddress(event.target.value)}
          note={fault && <p className="label-narrow mt-0.5 text-ruby">{fault.replace(/^expected/, 'Needs')}</p>}
        />
        <div>
          <Button small type="submit" disabled={!checked.success || targets.length >= 12}>
            Add it
          </Button>
        </div>
      </form>
    </div>
  )
}
