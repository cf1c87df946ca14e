import { useCallback, useEffect, useRef, useState } from 'react'
import type { Arrangement, ArrangeRequest } from '../../../core/arrange/request.ts'
import { picturesShown, type PostContent } from '../../../core/post/post.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import type { ArrangeAnswer, ArrangeQuestion, Measured } from './arrange-worker.ts'

/** A proposal, and what it would make of the page once that is worked out. */
export interface Proposal {
  readonly arrangement: Arrangement
  readonly wide?: Measured
  readonly phone?: Measured
}

export interface Arrangements {
  readonly proposals: readonly Proposal[]
  /** those that are there are not for this request */
  readonly working: boolean
  /** so many are still on their way */
  readonly coming: number
  /** why there is none */
  readonly failed: string | null
  /** asks for one more, other than those that are there */
  readonly more: () => void
}

/** So many proposals lie beside each other at first. */
const FIRST_PROPOSALS = 3

/** Proposals for a request, worked out in a worker; those of the request before stand until the first new one is there. */
export function useArrangements(
  request: ArrangeRequest | null,
  content: PostContent,
  picture: (id: string) => Picture | undefined,
): Arrangements {
  const [proposals, setProposals] = useState<readonly Proposal[]>([])
  const [working, setWorking] = useState(false)
  const [coming, setComing] = useState(0)
  const [failed, setFailed] = useState<string | null>(null)
  const worker = useRef<Worker | null>(null)
  const key = useRef(0)
  /** what comes next takes the place of all that are there */
  const anew = useRef(true)
  const latest = useRef({ request, content, picture, proposals })
  latest.current = { request, content, picture, proposals }

  useEffect(() => {
    const own = new Worker(new URL('./arrange-worker.ts', import.meta.url), { type: 'module' })
    own.addEventListener('message', ({ data }: MessageEvent<ArrangeAnswer>) => {
      if (data.key !== key.current) return
      if ('failed' in data) {
        setFailed(data.failed)
        setWorking(false)
        setComing(0)
      } else if ('proposal' in data) {
        const before = anew.current ? [] : undefined
        anew.current = false
        setFailed(null)
        setWorking(false)
        setComing((left) => left - 1)
        setProposals((list) => [...(before ?? list), { arrangement: data.proposal }])
      } else {
        const { at, wide, phone } = data
        setProposals((list) => list.map((one, i) => (i === at ? { ...one, wide, phone } : one)))
      }
    })
    worker.current = own
    return () => own.terminate()
  }, [])

  const ask = useCallback((past: readonly Proposal[], wanted: number) => {
    const now = latest.current
    if (!now.request || !worker.current) return
    anew.current = past.length === 0
    setWorking(past.length === 0)
    setComing(wanted)
    worker.current.postMessage({
      key: ++key.current,
      request: now.request,
      content: now.content,
      shown: picturesShown(now.content).flatMap((id) => now.picture(id) ?? []),
      past: past.map(({ arrangement }) => arrangement),
      wanted,
    } satisfies ArrangeQuestion)
  }, [])

  useEffect(() => {
    if (request) return ask([], FIRST_PROPOSALS)
    key.current++
    setProposals([])
    setWorking(false)
    setComing(0)
  }, [request, ask])
  const more = useCallback(() => ask(latest.current.proposals, 1), [ask])
  return { proposals, working, coming, failed, more }
}
