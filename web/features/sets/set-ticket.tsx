import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Library } from '../../../core/place/library.ts'
import { sortedOrder } from '../../../core/post/changes/sort-pictures.ts'
import { titleOf } from '../../../core/post/post.ts'
import type { SetPicture } from '../../../core/sets/picture-set.ts'
import type { OpenSet, SetList, Shelf } from '../../../core/wire/sets.ts'
import { capital, listed } from '../../../core/words/numbers.ts'
import { api } from '../../api/client.ts'
import { putKnown, setsChanged, setStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { NumberInput, TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { SortSelect } from '../pictures/sort-select.tsx'
import { nameOf } from '../pictures/picture-image.tsx'
import type { SheetState } from '../sheet/sheet-state.ts'
import { Wording } from './set-wording.tsx'
import type { SetEdit } from './use-set.ts'

interface Props {
  readonly open: OpenSet
  readonly library: Library
  readonly chosen: readonly string[]
  readonly change: (did: string, edit: SetEdit) => Promise<unknown>
  readonly move: (ids: readonly string[], place: number) => void
  readonly takeOut: () => void
}

/** What the set is, where it is shown, and what it says of the picture that is chosen. */
export function SetTicket({ open, library, chosen, change, move, takeOut }: Props) {
  const { set, uses } = open
  const pictures = set.pictures.map(({ id }) => library.picture(id))
  const silent = set.pictures.filter(({ alt }, i) => (alt ?? pictures[i]?.alt ?? '') === '').length
  const one = chosen.length === 1 ? set.pictures.find(({ id }) => id === chosen[0]) : undefined
  const at = one ? set.pictures.indexOf(one) : -1
  return (
    <div className="flex flex-col gap-3">
      <NameField key={set.name} name={set.name} onName={(name) => void change('rename the set', { name })} />
      <p className="figures">
        {count(set.pictures.length, 'picture')}
        {silent > 0 && `, ${silent} without alt text`}
      </p>
      {set.pictures.length > 0 && (
        <Link
          className="label-narrow underline decoration-hairline underline-offset-4 hover:decoration-ink"
          to={`/sets/${set.id}/sheet`}
        >
          The set’s wording, as a sheet
        </Link>
      )}
      {set.pictures.length > 0 && (
        <Link
          className="label-narrow underline decoration-hairline underline-offset-4 hover:decoration-ink"
          to="/pictures/sheet"
          state={{ ids: set.pictures.map(({ id }) => id), title: set.name } satisfies SheetState}
        >
          The pictures’ own texts, as a sheet
        </Link>
      )}
      {set.pictures.length > 1 && (
        <div className="grid grid-cols-2 gap-2">
          <SortSelect
            onSort={(by) => {
              const order = sortedOrder(pictures, by)
              void change('sort the set', { pictures: (now) => order.flatMap((i) => now[i] ?? []) })
            }}
          />
          <Button small onClick={() => void change('turn the set round', { pictures: (now) => [...now].reverse() })}>
            Turn round
          </Button>
        </div>
      )}
      {chosen.length > 0 && (
        <section aria-label="Chosen" className="flex flex-col gap-2 border-t border-hairline pt-2">
          <h3 className="truncate font-semibold">
            {one ? nameOfMember(library, one) : `${count(chosen.length, 'picture')} chosen`}
          </h3>
          {one && (
            <NumberInput
              label="Position in the set"
              unit={`of ${set.pictures.length}`}
              least={1}
              most={set.pictures.length}
              value={at + 1}
              onChange={(value) => value !== null && moveTo(Math.round(value) - 1)}
            />
          )}
          {one && <Wording key={one.id} member={one} library={library} change={change} />}
          <Button small onClick={takeOut} title="Delete; it stays among the pictures">
            Take out of the set
          </Button>
        </section>
      )}
      <section aria-label="Where it is shown" className="border-t border-hairline pt-2">
        <h3 className="font-semibold">{uses.length ? 'Shown in' : 'Shown in no post yet'}</h3>
        <ul className="mt-1 flex flex-col gap-0.5">
          {uses.map((use) => (
            <li key={use.post}>
              <Link className="underline decoration-hairline underline-offset-4" to={`/posts/${use.post}`}>
                {titleOf(use)}
              </Link>{' '}
              <span className="text-soft">
                as {listed(use.kinds.map((kind) => KIND_WORDS[kind]))}
                {use.behind ? ', live as it was before' : use.live ? ', live' : ''}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <Shelves id={set.id} />
      <DeleteSet open={open} />
    </div>
  )

  function moveTo(place: number) {
    if (place !== at) move(chosen, place > at ? place + 1 : place)
  }
}

const KIND_WORDS = {
  one: 'one picture',
  'side-by-side': 'a row side by side',
  patchwork: 'a patchwork',
  gallery: 'a gallery',
  slideshow: 'a slideshow',
} as const

const nameOfMember = (library: Library, { id }: SetPicture): string => {
  const picture = library.picture(id)
  return picture ? nameOf(picture) : ''
}

function NameField({ name, onName }: { name: string; onName: (name: string) => void }) {
  const [typed, setTyped] = useState(name)
  const done = () => (typed.trim() && typed.trim() !== name ? onName(typed.trim()) : setTyped(name))
  return (
    <TextInput
      label="Name of the set"
      value={typed}
      maxLength={200}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={done}
      onKeyDown={({ key }) => key === 'Enter' && done()}
    />
  )
}

/** On which shelves it stands. */
function Shelves({ id }: { id: string }) {
  const client = useQueryClient()
  const { refuse } = useNotices()
  const { data } = useQuery({ queryKey: ['sets', 'list'], queryFn: api.sets.list })
  if (!data || data.shelves.length === 0) return null
  /** Shown at once; put back where the server refuses. */
  function stand(shelf: Shelf, on: boolean) {
    const sets = on ? [...shelf.sets, id] : shelf.sets.filter((one) => one !== id)
    putKnown<SetList>(
      client,
      ['sets', 'list'],
      (now) => now && { ...now, shelves: now.shelves.map((one) => (one.id === shelf.id ? { ...one, sets } : one)) },
    )
    api.sets
      .changeShelf(shelf.id, { sets })
      .catch(refuse)
      .finally(() => void setsChanged(client))
  }
  return (
    <fieldset className="flex flex-col gap-0.5 border-t border-hairline pt-2">
      <legend className="float-left font-semibold">Stands on</legend>
      {data.shelves.map((shelf) => (
        <label key={shelf.id} className={`flex items-center gap-1.5 ${shelf.parent ? 'pl-4' : ''}`}>
          <input
            type="checkbox"
            checked={shelf.sets.includes(id)}
            onChange={({ target }) => stand(shelf, target.checked)}
          />
          {shelf.name}
        </label>
      ))}
    </fieldset>
  )
}

/** Says first which posts show it: their rows stay as they are. */
function DeleteSet({ open: { set, uses } }: { open: OpenSet }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const { say, refuse } = useNotices()
  const [sure, setSure] = useState(false)
  async function remove() {
    try {
      await api.sets.delete(set.id)
      setStore.remove(set.id)
      await navigate('/sets')
      await setsChanged(client)
      say(`“${set.name}” is deleted; its pictures stay.`, () => {
        void api.sets.bringBack(set.id).then(async (open) => {
          setStore.put([open.set])
          await setsChanged(client)
        }, refuse)
      })
    } catch (error) {
      refuse(error)
    }
  }
  return (
    <div className="border-t border-hairline pt-2">
      {sure ? (
        <div role="alert" className="flex flex-col gap-2">
          <p>
            {uses.length === 0
              ? 'No post shows it.'
              : `${capital(listed(uses.map((use) => `“${titleOf(use)}”`)))} ${uses.length === 1 ? 'shows' : 'show'} it: the rows stay as they are, and follow it no more.`}
          </p>
          <div className="flex gap-2">
            <Button small look="ink" onClick={() => void remove()}>
              Delete it
            </Button>
            <Button small onClick={() => setSure(false)}>
              Keep it
            </Button>
          </div>
        </div>
      ) : (
        <Button small onClick={() => setSure(true)}>
          Delete the set…
        </Button>
      )}
    </div>
  )
}
