import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useRef } from 'react'
import { membersOf, type SetMember } from '../../../core/sets/picture-set.ts'
import { OpenSet } from '../../../core/wire/sets.ts'
import { api, Refused } from '../../api/client.ts'
import { nothingFor, putKnown, setsChanged, setStore } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'

export interface SetEdit {
  readonly name?: string
  readonly pictures?: (now: SetMember[]) => SetMember[]
}

/** A set with where it is shown, and its changes: one after another, each over the one before, shown at once. */
export function useSet(id: string) {
  const client = useQueryClient()
  const { refuse } = useNotices()
  const { data: open, error } = useQuery({ queryKey: ['sets', id], queryFn: () => api.sets.open(id) })
  const line = useRef<Promise<unknown>>(Promise.resolve())

  const put = useCallback(
    (next: OpenSet) => {
      putKnown(client, ['sets', id], next)
      setStore.put([next.set])
    },
    [client, id],
  )
  const inTurn = useCallback(
    (work: () => Promise<OpenSet>) => {
      line.current = line.current.then(async () => {
        try {
          put(await work())
          void setsChanged(client)
        } catch (failed) {
          const here = failed instanceof Refused ? OpenSet.safeParse(failed.problem.detail).data : undefined
          if (here) put(here)
          else void client.invalidateQueries({ queryKey: ['sets', id] })
          refuse(failed)
        }
      })
      return line.current
    },
    [client, id, put, refuse],
  )
  const change = useCallback(
    (did: string, { name, pictures }: SetEdit) =>
      inTurn(async () => {
        const now = client.getQueryData<OpenSet>(['sets', id])!
        const next = pictures?.(membersOf(now.set))
        const tags = new Map(now.set.pictures.map((one) => [one.id, one.tags]))
        putKnown<OpenSet>(client, ['sets', id], {
          ...now,
          set: {
            ...now.set,
            ...(name === undefined ? {} : { name }),
            ...(next ? { pictures: next.map((one) => ({ ...one, tags: tags.get(one.id) ?? [] })) } : {}),
          },
        })
        return api.sets.change(id, {
          version: now.set.version,
          did,
          ...(name === undefined ? {} : { name }),
          ...(next ? { pictures: next } : {}),
        })
      }),
    [client, id, inTurn],
  )
  const step = useCallback((by: -1 | 1) => inTurn(() => api.sets.step(id, by)), [id, inTurn])
  return { open, error: nothingFor({ data: open, error }), change, step }
}
