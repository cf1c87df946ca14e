import { move } from 'piscina'
import type { RawPixels } from '../../core/looks/grey.ts'
import type { Tone } from '../../core/recipe/recipe.ts'
import { applyTone } from '../../core/recipe/tone.ts'

export interface ToneTask {
  readonly pixels: RawPixels
  readonly tone: Tone
}

/** Runs in a thread: px with a tone, in the memory that they came in. */
export default function tone({ pixels, tone: wanted }: ToneTask): ReturnType<typeof move> {
  applyTone(pixels, wanted)
  return move(pixels.data)
}
