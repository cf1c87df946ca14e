import decode from 'heic-decode'
import { readFileSync } from 'node:fs'
import { parentPort, workerData } from 'node:worker_threads'

/** What the thread answers: the upright picture's px, without their opacity where all are opaque. */
export interface DecodedHeic {
  readonly data: Uint8Array<ArrayBuffer>
  readonly width: number
  readonly height: number
  readonly channels: 3 | 4
}

// Its WebAssembly keeps what it once took: the thread ends with the picture, and gives all of it back.
const { file } = workerData as { readonly file: string }
const { data, width, height } = await decode({ buffer: readFileSync(file) })
const all = new Uint8Array(data.buffer as ArrayBuffer, data.byteOffset, data.byteLength)
let opaque = true
for (let i = 3; opaque && i < all.length; i += 4) opaque = all[i] === 255
const answer: DecodedHeic = opaque
  ? { data: withoutOpacity(all, width * height), width, height, channels: 3 }
  : { data: all, width, height, channels: 4 }
parentPort!.postMessage(answer, [answer.data.buffer])

function withoutOpacity(all: Uint8Array, pixels: number): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(3 * pixels)
  for (let from = 0, to = 0; to < out.length; from += 4, to += 3) {
    out[to] = all[from]!
    out[to + 1] = all[from + 1]!
    out[to + 2] = all[from + 2]!
  }
  return out
}
