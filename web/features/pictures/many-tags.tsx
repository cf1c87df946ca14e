import { useId, useState } from 'react'
import type { Picture } from '../../../core/wire/picture.ts'
import { ALL_PICTURES } from '../../../core/wire/picture-search.ts'
import { usePictureChoices } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'

interface Props {
  readonly pictures: readonly Picture[]
  /** new tags of each picture, and what was done in words */
  readonly onChange: (tagsOf: (picture: Picture) => string[], words: string) => void
}

const same = (one: string, two: string) => one.toLowerCase() === two.toLowerCase()

/** The tags of several pictures: what all have, what some have, and one more for all. */
export function ManyTags({ pictures, onChange }: Props) {
  const id = useId()
  const [typed, setTyped] = useState('')
  const used = usePictureChoices(ALL_PICTURES)?.tags ?? []
  const counts = new Map<string, number>()
  for (const { tags } of pictures) for (const tag of tags) counts.set(tag, (counts.get(tag) ?? 0) + 1)
  const give = (tag: string) =>
    onChange(({ tags }) => (tags.some((one) => same(one, tag)) ? tags : [...tags, tag]), `have the tag “${tag}”`)
  const take = (tag: string) =>
    onChange(({ tags }) => tags.filter((one) => !same(one, tag)), `no longer have the tag “${tag}”`)
  function giveTyped() {
    const tag = typed.trim().slice(0, 60)
    setTyped('')
    if (tag !== '') give(used.find(({ value }) => same(value, tag))?.value ?? tag)
  }
  return (
    <div>
      <label htmlFor={id} className="label-narrow mb-0.5 block text-soft">
        A tag for all of them
      </label>
      <input
        id={id}
        list={`${id}-used`}
        className="w-full rounded-sm border border-edge bg-paper px-2 py-1"
        placeholder="Type it, then Enter"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && giveTyped()}
        onBlur={giveTyped}
      />
      <datalist id={`${id}-used`}>
        {used.map(({ value }) => (
          <option key={value}>{value}</option>
        ))}
      </datalist>
      <ul className="mt-2">
        {[...counts]
          .sort(([, a], [, b]) => b - a)
          .map(([tag, n]) => (
            <li key={tag} className="flex items-center gap-1 border-b border-hairline py-0.5">
              <span className="min-w-0 flex-1 truncate">{tag}</span>
              {n < pictures.length && (
                <>
                  <span className="figures">
                    {n} of {pictures.length}
                  </span>
                  <Button small look="plain" aria-label={`Give all the tag ${tag}`} onClick={() => give(tag)}>
                    Give all
                  </Button>
                </>
              )}
              <Button small look="plain" aria-label={`Take the tag ${tag} off`} onClick={() => take(tag)}>
                Take off
              </Button>
            </li>
          ))}
      </ul>
    </div>
  )
}
