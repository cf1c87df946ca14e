import { type Histogram, histogramOf } from '../../../core/recipe/histogram.ts'
import type { Tone } from '../../../core/recipe/recipe.ts'
import { applyTone } from '../../../core/recipe/tone.ts'
import { greyOf } from '../../../core/looks/grey.ts'
import { thumbOf } from '../../../core/looks/signature.ts'

/** Gives px their tone off the main thread, by the function that makes readers' files. */

export type ToneQuestion =
  | { readonly ground: string; readonly file: Blob }
  | { readonly ground: string; readonly tone: Tone; readonly key: number }
export type ToneAnswer =
  | {
      readonly key: number
      readonly ground: string
      readonly image: ImageData
      readonly histogram: Histogram
      readonly thumb: Uint8Array
    }
  | { readonly key: number; readonly image: null }

let known: { readonly name: string; readonly px: Promise<ImageData>; thumb?: Uint8Array } | undefined

async function pxOf(file: Blob): Promise<ImageData> {
  const bitmap = await createImageBitmap(file, { colorSpaceConversion: 'none', premultiplyAlpha: 'none' })
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(bitmap, 0, 0)
  return context.getImageData(0, 0, bitmap.width, bitmap.height)
}

self.addEventListener('message', async ({ data }: MessageEvent<ToneQuestion>) => {
  if ('file' in data) {
    known = { name: data.ground, px: pxOf(data.file) }
    return
  }
  const { key, ground, tone } = data
  if (known?.name !== ground) return self.postMessage({ key, image: null } satisfies ToneAnswer)
  const { data: px, width, height } = await known.px
  // What there is to see in it, whatever its tone.
  const thumb = (known.thumb ??= thumbOf(greyOf({ data: new Uint8Array(px.buffer), width, height, channels: 4 })))
  const toned = new Uint8ClampedArray(px)
  const picture = { data: new Uint8Array(toned.buffer), width, height, channels: 4 }
  applyTone(picture, tone)
  const image = new ImageData(toned, width, height)
  const answer: ToneAnswer = { key, ground, image, histogram: histogramOf(picture), thumb }
  self.postMessage(answer, { transfer: [toned.buffer] })
})
