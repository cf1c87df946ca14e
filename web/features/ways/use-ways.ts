import { useEffect, useRef, useState } from 'react'
import type { Way, WaysRequest } from '../../../core/layout/ways.ts'
import type { Row } from '../../../core/post/row.ts'
import type { WaysAnswer, WaysQuestion } from './ways-worker.ts'

const NONE: readonly Way[] = []

export interface AnsweredWays {
  readonly ways: readonly Way[]
  /** the row that they are for: another than was asked for, while that is worked on */
  readonly row: Row | null
  readonly working: boolean
}

/** The ways for a request, worked out in a worker; those of the request before stand until the new ones are there. */
export function useWays(request: WaysRequest | null): AnsweredWays {
  const [answer, setAnswer] = useState<{ request: WaysRequest; ways: readonly Way[] } | null>(null)
  const worker = useRef<Worker>(undefined)
  const asked = useRef({ key: 0, request: null as WaysRequest | null })

  useEffect(() => {
    const own = new Worker(new URL('./ways-worker.ts', import.meta.url), { type: 'module' })
    own.addEventListener('message', ({ data }: MessageEvent<WaysAnswer>) => {
      const { key, request: wanted } = asked.current
      if (data.key === key && wanted) setAnswer({ request: wanted, ways: data.ways })
    })
    worker.current = own
    return () => own.terminate()
  }, [])

  useEffect(() => {
    if (!request) {
      setAnswer(null)
      return
    }
    asked.current = { key: asked.current.key + 1, request }
    worker.current?.postMessage({ key: asked.current.key, request } satisfies WaysQuestion)
  }, [request])

  return {
    ways: (request && answer?.ways) || NONE,
    row: (request && answer?.request.row) ?? null,
    working: request !== null && answer?.request !== request,
  }
}
