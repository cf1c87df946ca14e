import { useEffect, useState } from 'react'
import type { Library } from '../../../core/place/library.ts'
import { LONGEST } from '../../../core/post/limits.ts'
import type { SetPicture } from '../../../core/sets/picture-set.ts'
import { TextArea } from '../../ui/field.tsx'
import { FIELDS } from '../ticket/picture-fields.ts'
import type { SetEdit } from './use-set.ts'

interface WordingProps {
  readonly member: SetPicture
  readonly library: Library
  readonly change: (did: string, edit: SetEdit) => Promise<unknown>
}

/** The set's own wording of a picture; where it has none, the picture's stands. */
export function Wording({ member, library, change }: WordingProps) {
  const picture = library.picture(member.id)
  return FIELDS.map(([field, label, hint]) => (
    <WordingField
      key={field}
      label={label}
      hint={hint}
      most={LONGEST[field]}
      own={member[field]}
      inherited={picture?.[field] ?? ''}
      onOwn={(value) =>
        void change(`write the set’s ${label.toLowerCase()}`, {
          pictures: (now) =>
            now.map((one) => {
              if (one.id !== member.id) return one
              const { [field]: _, ...rest } = one
              return value === undefined ? rest : { ...rest, [field]: value }
            }),
        })
      }
    />
  ))
}

interface WordingFieldProps {
  readonly label: string
  readonly hint: string
  readonly most: number
  readonly own: string | undefined
  readonly inherited: string
  readonly onOwn: (value: string | undefined) => void
}

function WordingField({ label, hint, most, own, inherited, onOwn }: WordingFieldProps) {
  const [typed, setTyped] = useState<string>()
  useEffect(() => setTyped(undefined), [own])
  return (
    <TextArea
      label={label}
      placeholder={inherited || hint}
      value={typed ?? own ?? inherited}
      className="min-h-0"
      rows={1}
      maxLength={most}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={() => {
        if (typed !== undefined && typed !== (own ?? inherited)) onOwn(typed)
        else setTyped(undefined)
      }}
      note={
        <p className="label-narrow mt-0.5 text-soft">
          {own === undefined ? (
            'The picture’s own; what is typed here is the set’s.'
          ) : (
            <>
              The set’s wording.{' '}
              <button type="button" className="underline underline-offset-2" onClick={() => onOwn(undefined)}>
                Use the picture’s
              </button>
            </>
          )}
        </p>
      }
    />
  )
}
