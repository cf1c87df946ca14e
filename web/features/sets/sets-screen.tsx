import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { SetSummary, Shelf } from '../../../core/wire/sets.ts'
import { api } from '../../api/client.ts'
import { nothingFor, setsChanged, useLibrary } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { SearchField } from '../../ui/search-field.tsx'
import { count } from '../../ui/words.ts'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { Waiting } from '../shell/waiting.tsx'
import { Behind } from '../publish/behind.tsx'
import { NameDialog } from './name-dialog.tsx'
import { SetStrip } from './set-strip.tsx'
import { SetsBin } from './sets-bin.tsx'

const fits = (words: string, name: string) => name.toLocaleLowerCase().includes(words.trim().toLocaleLowerCase())

/** Shelves with their sets as strips; sets that stand on none at the end. */
export function SetsScreen() {
  const navigate = useNavigate()
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const { data, error } = useQuery({ queryKey: ['sets', 'list'], queryFn: api.sets.list })
  const fault = nothingFor({ data, error })
  const [words, setWords] = useState('')
  const [naming, setNaming] = useState<'set' | Shelf | { readonly on: string | null } | null>(null)
  useEffect(() => {
    document.title = 'Sets · Set Row'
  }, [])
  const ids = useMemo(() => data?.sets.flatMap(({ first }) => first) ?? [], [data])
  const { library } = useLibrary(ids)
  if (fault) return <Unavailable error={fault} />
  const sets = new Map(data?.sets.map((set) => [set.id, set]))
  const shelves = data?.shelves ?? []
  const shelved = new Set(shelves.flatMap((shelf) => shelf.sets))
  const loose = data?.sets.filter(({ id }) => !shelved.has(id)) ?? []

  async function takeAway({ id, name, parent, sets: own }: Shelf) {
    const inner = shelves.filter((shelf) => shelf.parent === id)
    await api.sets.deleteShelf(id)
    await setsChanged(client)
    const again = async () => {
      const made = await api.sets.makeShelf(name, parent)
      await api.sets.changeShelf(made.id, { sets: own })
      for (const shelf of inner) await api.sets.changeShelf(shelf.id, { parent: made.id })
      await setsChanged(client)
    }
    say(`The shelf “${name}” is taken away; its sets stay.`, () => void again().catch(refuse))
  }

  const strips = (list: readonly SetSummary[]) => (
    <ul className="flex flex-wrap gap-3 px-1 pt-1">
      {list.map((set) => (
        <li key={set.id}>
          <Link to={`/sets/${set.id}`} className="block hover:outline hover:outline-edge">
            <SetStrip set={set} library={library} />
          </Link>
        </li>
      ))}
    </ul>
  )
  const shelf = (one: Shelf) => {
    const whole = fits(words, one.name)
    const own = one.sets.flatMap((id) => sets.get(id) ?? []).filter(({ name }) => whole || fits(words, name))
    const inner = shelves.filter(({ parent }) => parent === one.id)
    const found = inner.some(
      (sub) => fits(words, sub.name) || sub.sets.some((id) => fits(words, sets.get(id)?.name ?? '')),
    )
    if (words.trim() && !whole && own.length === 0 && !found) return null
    return (
      <section key={one.id} aria-label={`Shelf ${one.name}`} className={one.parent ? 'mt-4 ml-6' : 'mt-6'}>
        {own.length > 0
          ? strips(own)
          : inner.length === 0 && <p className="px-1 text-soft">Nothing stands on it yet.</p>}
        <div className="mt-2 flex flex-wrap items-center gap-x-2 border-t-[5px] border-[#b9ab96] bg-[#cfc4b3] px-2 py-1">
          <h2 className="font-semibold">{one.name}</h2>
          <span className="figures flex-1 text-ink!">{count(one.sets.length, 'set')}</span>
          {!one.parent && (
            <Button small look="plain" onClick={() => setNaming({ on: one.id })}>
              Shelf on it…
            </Button>
          )}
          <Button small look="plain" onClick={() => setNaming(one)}>
            Rename…
          </Button>
          <Button
            small
            look="plain"
            title="Its sets stay among the sets"
            onClick={() => void takeAway(one).catch(refuse)}
          >
            Take the shelf away
          </Button>
        </div>
        {inner.map(shelf)}
      </section>
    )
  }
  const looseFound = loose.filter(({ name }) => fits(words, name))

  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="flex-1 text-[#c9c1b4]">{data && count(data.sets.length, 'set')}</span>
        <Button look="on-ink" onClick={() => setNaming({ on: null })}>
          New shelf…
        </Button>
        <button
          type="button"
          className="rounded-sm bg-paper px-3 py-1.5 font-medium text-ink hover:bg-white"
          onClick={() => setNaming('set')}
        >
          New set…
        </button>
      </TopBar>
      <main className="board-grid min-h-0 flex-1 overflow-y-auto px-6 py-4">
        <div className="mx-auto max-w-[1180px]">
          <div className="mb-3 flex items-center gap-3">
            <SearchField label="Search sets and shelves" value={words} onChange={setWords} />
          </div>
          <Behind />
          {!data && <Waiting what="the sets" />}
          {data?.sets.length === 0 && shelves.length === 0 && (
            <p className="mx-auto max-w-[52ch] py-16 text-center">
              A set is a group of pictures in an order, with words of its own. Rows in any number of posts can show it,
              each in its own way: change the set, and all of them follow. Make one here, from a row’s ticket, or from
              pictures that you choose among the pictures.
            </p>
          )}
          {shelves.filter(({ parent }) => parent === null).map(shelf)}
          {looseFound.length > 0 && (
            <section aria-label="On no shelf" className="mt-6">
              {shelves.length > 0 && <h2 className="mb-1 px-1 font-semibold">On no shelf</h2>}
              {strips(looseFound)}
            </section>
          )}
          <SetsBin />
        </div>
      </main>
      {naming === 'set' && (
        <NameDialog
          title="New set"
          action="Make the set"
          onClose={() => setNaming(null)}
          onName={async (name) => {
            const { set } = await api.sets.make({ name, pictures: [] })
            await setsChanged(client)
            await navigate(`/sets/${set.id}`)
          }}
        />
      )}
      {naming !== null && naming !== 'set' && (
        <NameDialog
          title={'name' in naming ? 'Rename the shelf' : 'New shelf'}
          action={'name' in naming ? 'Rename' : 'Make the shelf'}
          {...('name' in naming ? { value: naming.name } : {})}
          onClose={() => setNaming(null)}
          onName={async (name) => {
            if ('name' in naming) await api.sets.changeShelf(naming.id, { name })
            else await api.sets.makeShelf(name, naming.on)
            await setsChanged(client)
          }}
        />
      )}
    </div>
  )
}
