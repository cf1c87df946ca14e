import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { ListedPost } from '../../../core/front/listed-post.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { SlideFault } from '../../../core/shows/slide-faults.ts'
import type { SlideMend } from '../../../core/shows/slide-mends.ts'
import type { PostShow } from '../../../core/shows/show.ts'
import { api } from '../../api/client.ts'
import type { SlidesAnswer, SlidesQuestion } from './slides-worker.ts'

/** A slide with what was found of it; undefined while it is being looked for. */
export interface JudgedPost {
  readonly post: ListedPost
  readonly faults: readonly SlideFault[] | undefined
  readonly mends: readonly SlideMend[] | undefined
}

interface Found {
  readonly faults: readonly (readonly SlideFault[])[]
  readonly mends: Readonly<Record<number, readonly SlideMend[]>>
}

/** How bad a slide is: the sheet begins with the worst. */
const badness = (faults: readonly SlideFault[] = []): number =>
  faults.reduce((sum, { contrast, needs }) => sum + (contrast && needs ? needs / contrast : 1), 0)

export const worstFirst = (slides: readonly JudgedPost[]): JudgedPost[] =>
  [...slides].sort((a, b) => badness(b.faults) - badness(a.faults))

/** The slides judged at every width, and mended as far as that has been worked out; `failed` says why it was not. */
export function useSlides(show: PostShow | undefined, posts: readonly ListedPost[], house: HouseStyle) {
  const ids = useMemo(() => [...new Set(posts.map(({ featured }) => featured!.picture.id))], [posts])
  const lights = useQuery({
    queryKey: ['lights', ids],
    queryFn: () => api.front.lights(ids),
    enabled: ids.length > 0,
    // Those that nobody has looked at yet are looked at in the meantime.
    refetchInterval: ({ state }) => (state.data && state.data.size < ids.length ? 2000 : false),
  }).data
  const worker = useRef<Worker>(undefined)
  const key = useRef(0)
  const [found, setFound] = useState<Found>()
  const [failed, setFailed] = useState('')
  useEffect(() => {
    const own = new Worker(new URL('./slides-worker.ts', import.meta.url), { type: 'module' })
    worker.current = own
    own.addEventListener('message', ({ data }: MessageEvent<SlidesAnswer>) => {
      if (data.key !== key.current) return
      if ('failed' in data) setFailed(data.failed)
      else if ('faults' in data) setFound({ faults: data.faults, mends: {} })
      else setFound((now) => now && { ...now, mends: { ...now.mends, [data.at]: data.mends } })
    })
    own.addEventListener('error', ({ message }) => setFailed(message))
    return () => own.terminate()
  }, [])
  useEffect(() => {
    if (!show || !lights) return
    setFound(undefined)
    setFailed('')
    const question: SlidesQuestion = {
      key: ++key.current,
      slides: posts.map((post) => ({ show, post, house, lights: lights.get(post.featured!.picture.id) ?? null })),
    }
    worker.current!.postMessage(question)
  }, [show, posts, house, lights])
  const judged = useMemo(
    () =>
      posts.map((post, i): JudgedPost => {
        const faults = found?.faults[i]
        return { post, faults, mends: faults?.length === 0 ? [] : found?.mends[i] }
      }),
    [posts, found],
  )
  return { judged, failed }
}
