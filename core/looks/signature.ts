import { type Grey, resized, transposed } from './grey.ts'

/** Side of the small square picture from which both hashes are worked out, px. */
export const THUMB = 32

/**
 * What a picture looks like in 128 bits: four numbers of 32 bits, first the difference hash, then the hash of the
 * cosine transform. Alone, either says of many pictures that they are alike which are not; added up they seldom do.
 */
export type Signature = Uint32Array

/** A picture's thumb in one of its eight orientations: turned by quarters, and mirrored or not. */
export type Orientation = 0 | 1 | 2 | 3 | 4 | 5 | 6 | 7
export const ORIENTATIONS: readonly Orientation[] = [0, 1, 2, 3, 4, 5, 6, 7]

/** Which bits of an orientation say what: mirrored across, mirrored down, rows and columns exchanged. */
const [ACROSS, DOWN, EXCHANGED] = [1, 2, 4]

/** `THUMB` × `THUMB` brightnesses, whatever the picture's shape. */
export const thumbOf = (grey: Grey): Uint8Array =>
  Uint8Array.from(resized(grey, THUMB, THUMB).data, (value) => Math.round(value))

/** @param thumb as `thumbOf` gives it */
export function turned(thumb: Uint8Array, orientation: Orientation): Uint8Array {
  const out = new Uint8Array(thumb.length)
  for (let y = 0; y < THUMB; y++)
    for (let x = 0; x < THUMB; x++) {
      const fromX = orientation & ACROSS ? THUMB - 1 - x : x
      const fromY = orientation & DOWN ? THUMB - 1 - y : y
      out[y * THUMB + x] = thumb[orientation & EXCHANGED ? fromX * THUMB + fromY : fromY * THUMB + fromX]!
    }
  return out
}

/** Whether an orientation lays the picture on its side. */
export const onItsSide = (orientation: Orientation): boolean => (orientation & EXCHANGED) !== 0

export function signatureOf(thumb: Uint8Array): Signature {
  const grey = { data: Float32Array.from(thumb), width: THUMB, height: THUMB }
  return Uint32Array.from([...packed(differences(grey)), ...packed(cosineSigns(grey))])
}

/** Whether each of 8 × 8 areas is brighter than the next one to its right. */
function differences(grey: Grey): boolean[] {
  const { data } = resized(grey, 9, 8)
  return Array.from({ length: 64 }, (_, i) => {
    const at = Math.floor(i / 8) * 9 + (i % 8)
    return data[at]! < data[at + 1]!
  })
}

/** Lowest frequencies that are looked at, each way. */
const LOW = 8
const COSINES = Array.from({ length: LOW }, (_, k) =>
  Float32Array.from({ length: THUMB }, (_, x) => Math.cos((Math.PI * k * (x + 0.5)) / THUMB)),
)

/**
 * Signs of the 8 × 8 lowest frequencies but for the mean. A picture that is turned or mirrored has the same numbers,
 * in other places and with other signs.
 */
function cosineSigns(grey: Grey): boolean[] {
  const rows = transposed({ data: transformed(grey), width: LOW, height: THUMB })
  const both = transformed(rows)
  // Row by row of the transposed: the first index goes down the picture.
  return Array.from(both, (value, i) => i !== 0 && value > 0)
}

/** The lowest frequencies of each row. */
function transformed({ data, width, height }: Grey): Float32Array {
  const out = new Float32Array(LOW * height)
  for (let y = 0; y < height; y++)
    for (let k = 0; k < LOW; k++) {
      let sum = 0
      for (let x = 0; x < width; x++) sum += data[y * width + x]! * COSINES[k]![x]!
      out[y * LOW + k] = sum
    }
  return out
}

function packed(bits: readonly boolean[]): [number, number] {
  let [first, second] = [0, 0]
  for (let i = 0; i < 32; i++) {
    if (bits[i]) first |= 1 << i
    if (bits[32 + i]) second |= 1 << i
  }
  return [first >>> 0, second >>> 0]
}

/** How many of the 128 bits differ between two signatures in columns of such, by their places. O(1). */
export function distance(a: Uint32Array, b: Uint32Array, atA = 0, atB = 0): number {
  let bits = 0
  for (let i = 0; i < 4; i++) bits += ones(a[4 * atA + i]! ^ b[4 * atB + i]!)
  return bits
}

function ones(value: number): number {
  let v = value - ((value >>> 1) & 0x55555555)
  v = (v & 0x33333333) + ((v >>> 2) & 0x33333333)
  return (((v + (v >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24
}
