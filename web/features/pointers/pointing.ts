import { type FocusPoint, onPicture } from '../../../core/geometry/crop-window.ts'
import { LONGEST_SAID, LONGEST_WORD, type Pointer, RING } from '../../../core/post/pointers.ts'
import type { PlacedPicture } from '../../../core/post/row.ts'

/** What becomes of pointers by what a hand does; places are shares of the upright original. */

export const KINDS = ['number', 'word', 'ring', 'arrow'] as const
export type PointerKind = (typeof KINDS)[number]

export const KIND_NAMES: Record<PointerKind, string> = { number: 'Number', word: 'Word', ring: 'Ring', arrow: 'Arrow' }

/** Where an arrow begins, and how large a ring is, until a hand says otherwise. */
const [BEGINS, WIDE] = [0.18, 0.08]

/** A new one of this kind at this place. An arrow begins towards the middle of the picture. */
export function newPointer(kind: PointerKind, at: FocusPoint): Pointer {
  const place = onPicture(at)
  switch (kind) {
    case 'number':
      return { kind, at: place, says: '' }
    case 'word':
      return { kind, at: place, says: 'Word' }
    case 'ring':
      return { kind, at: place, radius: WIDE, says: '' }
    case 'arrow': {
      const towards = (value: number) => value + (value > 0.5 ? -BEGINS : BEGINS)
      return { kind, at: place, from: onPicture({ x: towards(place.x), y: towards(place.y) }), says: '' }
    }
  }
}

/** Moved by so much, an arrow with where it begins. */
export function moved(pointer: Pointer, by: FocusPoint): Pointer {
  const on = ({ x, y }: FocusPoint) => onPicture({ x: x + by.x, y: y + by.y })
  return pointer.kind === 'arrow'
    ? { ...pointer, at: on(pointer.at), from: on(pointer.from) }
    : { ...pointer, at: on(pointer.at) }
}

/** The other end of an arrow, or the edge of a ring, put here. `aspect` is the original's. */
export function stretched(pointer: Pointer, to: FocusPoint, aspect: number): Pointer {
  if (pointer.kind === 'arrow') return { ...pointer, from: onPicture(to) }
  if (pointer.kind !== 'ring') return pointer
  const radius = Math.hypot(to.x - pointer.at.x, (to.y - pointer.at.y) / aspect)
  return { ...pointer, radius: Math.min(RING.most, Math.max(RING.least, radius)) }
}

/** Larger or smaller by a step. */
export const resized = (pointer: Pointer, by: number): Pointer =>
  pointer.kind === 'ring'
    ? { ...pointer, radius: Math.min(RING.most, Math.max(RING.least, pointer.radius * (1 + by))) }
    : pointer

/** With what it says; a word says at least something. */
export function saying(pointer: Pointer, text: string): Pointer {
  if (pointer.kind !== 'word') return { ...pointer, says: text.slice(0, LONGEST_SAID) }
  return text.trim() === '' ? pointer : { ...pointer, says: text.slice(0, LONGEST_WORD) }
}

/** One place earlier or later: the order in which they are counted and read. */
export function reordered(pointers: readonly Pointer[], index: number, by: 1 | -1): Pointer[] {
  const to = index + by
  const out = [...pointers]
  if (to < 0 || to >= out.length) return out
  ;[out[index], out[to]] = [out[to]!, out[index]!]
  return out
}

export function withPointers(placed: PlacedPicture, pointers: readonly Pointer[]): PlacedPicture {
  const { pointers: _, ...rest } = placed
  return pointers.length === 0 ? rest : { ...rest, pointers: [...pointers] }
}
