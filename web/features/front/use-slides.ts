import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { ListedPost } from '../../../core/front/listed-post.ts'
import type { Lights } from '../../../core/looks/lights.ts'
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

/** What was found of a slide; nothing of it holds once the slide has another sign. */
interface Found {
  readonly of: string
  readonly faults: readonly SlideFault[]
  readonly mends?: readonly SlideMend[]
}

/** The question that is to be answered, and the sign of every slide as it is now, by the ids of their posts. */
interface Asked {
  readonly key: number
  readonly signs: ReadonlyMap<string, string>
}

function withAnswer(
  found: ReadonlyMap<string, Found>,
  answer: Exclude<SlidesAnswer, { failed: string }>,
  { signs }: Asked,
): ReadonlyMap<string, Found> {
  const next = new Map([...found].filter(([post]) => signs.has(post)))
  if ('faults' in answer) for (const [post, faults] of answer.faults) next.set(post, { of: signs.get(post)!, faults })
  else next.set(answer.post, { ...next.get(answer.post)!, mends: answer.mends })
  return next
}

/** The sign of a slide: all that it is judged by, in one string. */
function signsOf({ name: _, changes, ...show }: PostShow, house: HouseStyle) {
  const shared = JSON.stringify([show, house])
  return (post: ListedPost, lights: Lights | null) => shared + JSON.stringify([changes[post.id], post, lights !== null])
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
  const asked = useRef<Asked>({ key: 0, signs: new Map() })
  const held = useRef<ReadonlyMap<string, Found>>(new Map())
  const [found, setFound] = useState(held.current)
  const [failed, setFailed] = useState('')
  useEffect(() => {
    const own = new Worker(new URL('./slides-worker.ts', import.meta.url), { type: 'module' })
    worker.current = own
    own.addEventListener('message', ({ data }: MessageEvent<SlidesAnswer>) => {
      if (data.key !== asked.current.key) return
      if ('failed' in data) return setFailed(data.failed)
      held.current = withAnswer(held.current, data, asked.current)
      setFound(held.current)
    })
    own.addEventListener('error', ({ message }) => setFailed(message))
    return () => own.terminate()
  }, [])
  const slides = useMemo(() => {
    if (!show || !lights) return undefined
    const signOf = signsOf(show, house)
    return posts.map((post) => {
      const seen = lights.get(post.featured!.picture.id) ?? null
      return { slide: { show, post, house, lights: seen }, sign: signOf(post, seen) }
    })
  }, [show, posts, house, lights])
  useEffect(() => {
    if (!slides) return
    setFailed('')
    const key = asked.current.key + 1
    asked.current = { key, signs: new Map(slides.map(({ slide, sign }) => [slide.post.id, sign])) }
    const unknown = slides.filter(({ slide, sign }) => {
      const known = held.current.get(slide.post.id)
      return known?.of !== sign || (known.faults.length > 0 && !known.mends)
    })
    worker.current!.postMessage({ key, slides: unknown.map(({ slide }) => slide) } satisfies SlidesQuestion)
  }, [slides])
  const judged = useMemo(
    () =>
      posts.map((post, i): JudgedPost => {
        const known = found.get(post.id)
        if (!known || known.of !== slides?.[i]?.sign) return { post, faults: undefined, mends: undefined }
        return { post, faults: known.faults, mends: known.faults.length === 0 ? [] : known.mends }
      }),
    [posts, slides, found],
  )
  return { judged, failed }
}
