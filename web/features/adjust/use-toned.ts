import { useEffect, useRef, useState } from 'react'
import type { Histogram } from '../../../core/recipe/histogram.ts'
import { type Recipe, recipeText, type Tone } from '../../../core/recipe/recipe.ts'
import { api } from '../../api/client.ts'
import type { ToneAnswer, ToneQuestion } from './toned-worker.ts'

/** px that are asked for: those of the file that most places of a page take. */
const GROUND_WIDTH = 1080
const MOST_HAD = 4
/** While a frame is still being changed its ground is not asked for, ms. */
const REST_MS = 180

export interface Toned {
  /** the ground that it was made of, as a recipe without tone in its text */
  readonly ground: string
  readonly image: ImageData
  readonly histogram: Histogram
  /** what there is to see in the ground, small and grey */
  readonly thumb: Uint8Array
}

/**
 * The px of a picture in this frame, with this tone: to the px what its file of that width will be. The frame is the
 * server's, the tone is given here while rulers move; the newest counts.
 */
export function useToned(id: string, frame: Recipe, tone: Tone) {
  const [toned, setToned] = useState<Toned>()
  const [error, setError] = useState<unknown>()
  const worker = useRef<Worker>(undefined)
  /** the ground that the worker has */
  const laid = useRef('')
  const wanted = useRef(tone)
  /** grounds that were had before, the last ones: the sheet is lifted and laid back at once */
  const had = useRef(new Map<string, Blob>())
  const line = useRef({ key: 0, busy: false, again: false })
  const name = recipeText(frame)

  const ask = useRef(() => undefined as void)
  ask.current = () => {
    if (!laid.current || !worker.current) return
    if (line.current.busy) {
      line.current.again = true
      return
    }
    line.current = { key: line.current.key + 1, busy: true, again: false }
    const question: ToneQuestion = { key: line.current.key, ground: laid.current, tone: wanted.current }
    worker.current.postMessage(question)
  }

  useEffect(() => {
    const own = new Worker(new URL('./toned-worker.ts', import.meta.url), { type: 'module' })
    own.addEventListener('message', ({ data }: MessageEvent<ToneAnswer>) => {
      line.current.busy = false
      if (data.image) setToned({ ground: data.ground, image: data.image, histogram: data.histogram, thumb: data.thumb })
      if (line.current.again) ask.current()
    })
    worker.current = own
    line.current = { key: 0, busy: false, again: false }
    return () => own.terminate()
  }, [])

  useEffect(() => {
    if (laid.current === name) return
    const leaving = new AbortController()
    const timer = setTimeout(
      async () => {
        try {
          const file = had.current.get(name) ?? (await api.pictures.ground(id, frame, GROUND_WIDTH, leaving.signal))
          if (leaving.signal.aborted) return
          had.current.delete(name)
          had.current = new Map([...had.current, [name, file] as const].slice(-MOST_HAD))
          worker.current?.postMessage({ ground: name, file } satisfies ToneQuestion)
          laid.current = name
          setError(undefined)
          ask.current()
        } catch (failed) {
          if (!leaving.signal.aborted) setError(failed)
        }
      },
      laid.current && !had.current.has(name) ? REST_MS : 0,
    )
    return () => {
      clearTimeout(timer)
      leaving.abort()
    }
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- the frame is what its text says
  }, [id, name])

  const { light, contrast, warmth, saturation, sharpness } = tone
  useEffect(() => {
    wanted.current = { light, contrast, warmth, saturation, sharpness }
    ask.current()
  }, [light, contrast, warmth, saturation, sharpness])

  return { toned, working: toned?.ground !== name, error }
}
