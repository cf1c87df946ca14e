import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import type { LookAlike, Weeding } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { nothingFor, useWeed } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'

type Undo = Pick<Weeding, 'back' | 'unsettled'>
const NONE: readonly LookAlike[][] = []
export const idsOf = (group: readonly LookAlike[]): string[] => group.map(({ picture }) => picture.id)
/** What a group is known by, told the ids of its pictures. */
export const keyOf = (ids: readonly string[]): string => ids.join()

/** The groups of look-alikes that wait, and what is decided about them: out of sight at once, taken back one by one. */
export function useDecisions() {
  const { data, error } = useQuery({ queryKey: ['look-alikes'], queryFn: () => api.pictures.lookAlikes() })
  /** Groups that somebody has decided about: out of sight at once, whatever the server still has to do. */
  const [decided, setDecided] = useState<ReadonlySet<string>>(new Set())
  const groups = (data?.groups ?? NONE).filter((one) => !decided.has(keyOf(idsOf(one))))
  const wait = data && data.total - (data.groups.length - groups.length)
  useEffect(() => {
    // Once the server has it no longer there is nothing to hide: somebody may open it again elsewhere.
    const there = new Set(data?.groups.map((one) => keyOf(idsOf(one))))
    setDecided((now) =>
      [...now].every((one) => there.has(one)) ? now : new Set([...now].filter((one) => there.has(one))),
    )
  }, [data])
  const { refuse, say } = useNotices()
  const weed = useWeed()
  const undos = useRef<Undo[]>([])
  /** One after another, however quick the hand: what is taken back was done. */
  const line = useRef<Promise<unknown>>(Promise.resolve())
  const inLine = (weeding: Partial<Weeding>): Promise<boolean> => {
    const done = line.current
      .then(() => weed(weeding))
      .then(
        () => true,
        (refusal) => {
          refuse(refusal)
          return false
        },
      )
    line.current = done
    return done
  }
  const reopen = (group: string) => setDecided((now) => new Set([...now].filter((one) => one !== group)))
  async function decide(weeding: Weeding, words: string) {
    const undo = { back: weeding.aside, unsettled: weeding.settled }
    const group = keyOf(weeding.settled)
    undos.current.push(undo)
    setDecided((now) => new Set([...now, group]))
    say(words, () => void takeBack(undo))
    if (await inLine(weeding)) return
    undos.current = undos.current.filter((one) => one !== undo)
    reopen(group)
  }
  async function takeBack(undo: Undo | undefined) {
    if (!undo || !undos.current.includes(undo)) return
    undos.current = undos.current.filter((one) => one !== undo)
    // In sight again only once it is as it was: until then the list can still change under the hand.
    if (await inLine(undo)) reopen(keyOf(undo.unsettled))
    else undos.current.push(undo)
  }
  return {
    groups,
    wait,
    error: nothingFor({ data, error }),
    decide,
    takeBackLast: () => takeBack(undos.current.at(-1)),
  }
}
