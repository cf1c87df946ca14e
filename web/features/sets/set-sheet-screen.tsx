import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useParams } from 'react-router'
import { membersOf, type SetWording } from '../../../core/sets/picture-set.ts'
import { shownWording, worded } from '../../../core/sets/worded.ts'
import type { Picture, PictureChanges } from '../../../core/wire/picture.ts'
import { OpenSet } from '../../../core/wire/sets.ts'
import { api, Away, Refused } from '../../api/client.ts'
import { putKnown, setsChanged, setStore, useLibrary } from '../../api/queries.ts'
import { type Column, SET_COLUMNS } from '../sheet/columns.ts'
import { SheetChanges } from '../sheet/sheet-changes.ts'
import { Sheet } from '../sheet/sheet.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { useSet } from './use-set.ts'

const NONE: readonly string[] = []

/** The wording of a set as a sheet: what it says of each of its pictures, in every post that shows it. */
export function SetSheetScreen() {
  const { id = '' } = useParams()
  return <SetSheet key={id} id={id} />
}

function SetSheet({ id }: { id: string }) {
  const client = useQueryClient()
  const { open, error } = useSet(id)
  const ids = useMemo(() => open?.set.pictures.map((one) => one.id) ?? NONE, [open])
  const { library, ready } = useLibrary(ids)
  /** What was written, until the set has it. */
  const [written, setWritten] = useState<ReadonlyMap<string, SetWording>>(new Map())
  const pictures = useMemo(
    () =>
      open?.set.pictures.flatMap((member): Picture[] => {
        const picture = library.picture(member.id)
        return picture ? [{ ...picture, ...shownWording(member, picture), ...written.get(member.id) }] : []
      }) ?? [],
    [open, library, written],
  )
  useEffect(() => {
    document.title = `Describe ${open?.set.name ?? 'a set'} · Set Row`
  }, [open?.set.name])

  const latest = useRef({ pictures, library })
  latest.current = { pictures, library }
  const [changes] = useState(() => {
    const wordingOf = ({ alt, caption, credit }: Picture): SetWording => ({ alt, caption, credit })
    /** Over the set as it is; changed elsewhere meanwhile, over what it has become. */
    async function save(wanted: PictureChanges['changes'], again = true): Promise<readonly Picture[]> {
      const { set } = client.getQueryData<OpenSet>(['sets', id])!
      const texts = new Map(wanted.map(({ id: one, change }) => [one, change]))
      const members = membersOf(set).map((member) => {
        const picture = latest.current.library.picture(member.id)
        return picture ? worded(member, texts.get(member.id) ?? {}, picture) : member
      })
      const put = (next: OpenSet) => {
        putKnown(client, ['sets', id], next)
        setStore.put([next.set])
      }
      try {
        put(await api.sets.change(id, { version: set.version, did: 'word its pictures', pictures: members }))
      } catch (failed) {
        const here = failed instanceof Refused ? OpenSet.safeParse(failed.problem.detail).data : undefined
        if (!here || !again) throw failed
        put(here)
        return save(wanted, false)
      }
      setWritten((now) => {
        const left = new Map(now)
        for (const { id: one, change } of wanted) if (same(left.get(one), change)) left.delete(one)
        return left
      })
      return []
    }
    return new SheetChanges({
      get: (one) => latest.current.pictures.find((picture) => picture.id === one),
      show: (shown) => {
        latest.current = { ...latest.current, pictures: replaced(latest.current.pictures, shown) }
        setWritten((now) => new Map([...now, ...shown.map((one) => [one.id, wordingOf(one)] as const)]))
      },
      save,
      isAway: (failed) => failed instanceof Away,
    })
  })
  if (error) return <Unavailable error={error} />
  const posts = open?.uses.length ?? 0
  const members = new Map(open?.set.pictures.map((member) => [member.id, member]))
  /** The picture's own text, which the set has no other for. */
  const inherited = (one: string, key: Column['key']) => {
    const own = { ...members.get(one), ...written.get(one) }[key as keyof SetWording]
    return own === undefined || own === library.picture(one)?.[key]
  }
  return (
    <Sheet
      pictures={pictures}
      columns={SET_COLUMNS}
      inherited={inherited}
      changes={changes}
      more={null}
      ready={open !== undefined && ready}
      back={[`/sets/${id}`, open?.set.name ?? 'The set']}
      about={
        <p className="flex-1 text-right text-soft">
          What is written here is the set’s, in {posts === 1 ? 'the post that shows' : 'every post that shows'} it;{' '}
          <i>slanting</i>, what its pictures say themselves.
        </p>
      }
      onLeft={() => void setsChanged(client)}
    />
  )
}

/** What was saved is what stands there: nothing newer was written. */
const same = (now: SetWording | undefined, saved: SetWording): boolean =>
  now !== undefined && Object.entries(saved).every(([field, text]) => now[field as keyof SetWording] === text)

const replaced = (all: readonly Picture[], some: readonly Picture[]): Picture[] => {
  const byId = new Map(some.map((one) => [one.id, one]))
  return all.map((one) => byId.get(one.id) ?? one)
}
