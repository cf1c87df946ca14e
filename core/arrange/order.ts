import type { Body } from '../post/body.ts'
import type { Picture } from '../wire/picture.ts'
import type { Pin } from './request.ts'
import { gapsBetween } from './times.ts'
import { whoSpeaks } from './words.ts'

/** In which order pictures are arranged: as they lie in the tray, as they were taken, or within an occasion as the text speaks of them. */
const ARRANGE_ORDERS = ['tray', 'taken', 'text'] as const
export type ArrangeOrder = (typeof ARRANGE_ORDERS)[number]

/** From so sure on a picture follows the words that speak of it. */
const SURE = 0.4
/** A gap as sure as this ends an occasion. */
const BREAK = 0.5

/** The pictures in the order asked for; those of a pin stay next to each other, where the first of them stands. O(n log n). */
export function inOrder(
  pictures: readonly Picture[],
  order: ArrangeOrder,
  body: Body,
  pins: readonly Pin[],
): Picture[] {
  const sorted =
    order === 'tray' ? [...pictures] : order === 'taken' ? byTime(pictures) : asTheTextSpeaks(byTime(pictures), body)
  const pinOf = new Map(pins.flatMap((pin) => pin.pictures.map((id) => [id, pin] as const)))
  const byId = new Map(sorted.map((one) => [one.id, one]))
  const placed = new Set<string>()
  return sorted.flatMap((one) => {
    const own = (pinOf.get(one.id)?.pictures ?? [one.id]).filter((id) => !placed.has(id))
    own.forEach((id) => placed.add(id))
    return own.flatMap((id) => byId.get(id) ?? [])
  })
}

const byTime = (pictures: readonly Picture[]): Picture[] =>
  [...pictures].sort((a, b) => (a.takenAt ?? a.addedAt).localeCompare(b.takenAt ?? b.addedAt))

/** Within each occasion those of which the text surely speaks go by the text; the others stay with the one before them. */
function asTheTextSpeaks(pictures: readonly Picture[], body: Body): Picture[] {
  const { sure, shares } = whoSpeaks(body, pictures)
  const gaps = gapsBetween(pictures.map(({ takenAt }) => takenAt))
  let [occasion, block] = [0, -1]
  const keys = pictures.map((picture, i) => {
    if (i > 0 && gaps[i - 1]!.breaks >= BREAK) [occasion, block] = [occasion + 1, -1]
    if (sure[i]! >= SURE) block = shares[i]![0]![0]
    return { picture, occasion, block, i }
  })
  return keys.sort((a, b) => a.occasion - b.occasion || a.block - b.block || a.i - b.i).map(({ picture }) => picture)
}
