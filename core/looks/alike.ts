import {
  distance,
  type Orientation,
  ORIENTATIONS,
  onItsSide,
  type Signature,
  signatureOf,
  turned,
} from './signature.ts'

/**
 * Differing bits, of 127, below which two pictures that may have been taken at the same time are look-alikes: another
 * moment of a burst, the same scene a step further.
 */
const NEAR = 26
/** The same where nothing says when one of them was taken: only copies that were saved anew, scaled, cropped a little. */
const COPY = 20
/** A copy that was turned or mirrored must be nearer, for seven more chances come with it. */
const TURNED_COPY = 16
/** Pictures taken further apart than this are two on purpose, however alike. */
const SAME_VISIT_MS = 30 * 60_000
/** A turned copy has the other's shape, as far as whole px allow. */
const SAME_SHAPE = 0.03

/** What two pictures are compared by, beside their signatures. */
export interface Seen {
  /** upright, width / height */
  readonly aspect: number
  /** local time of the camera, ms as if it were UTC; NaN where it is not known */
  readonly taken: number
}

/** As a picture has it, for `Seen`. */
export const takenMs = (takenAt: string | null): number => (takenAt === null ? NaN : Date.parse(`${takenAt}Z`))

/** The signatures of a picture as it may lie in a copy of it: as it is first, then turned and mirrored. */
export const signaturesOf = (thumb: Uint8Array): readonly Signature[] =>
  ORIENTATIONS.map((orientation) => signatureOf(orientation === 0 ? thumb : turned(thumb, orientation)))

/**
 * Whether one is enough of two pictures. Of the first the signatures in all orientations are given, of the second one,
 * at its place in a column of such.
 */
export function areAlike(
  [one, signatures]: readonly [Seen, readonly Signature[]],
  [two, column, place = 0]: readonly [Seen, Uint32Array, number?],
): boolean {
  const apart = Math.abs(one.taken - two.taken)
  if (apart > SAME_VISIT_MS) return false
  if (distance(signatures[0]!, column, 0, place) <= (Number.isNaN(apart) ? COPY : NEAR)) return true
  return ORIENTATIONS.slice(1).some(
    (orientation) =>
      sameShape(one, two, orientation) && distance(signatures[orientation]!, column, 0, place) <= TURNED_COPY,
  )
}

/** Whether two pictures look nearly the same, whenever they were taken. */
export const closeBy = (one: Signature, two: Signature): boolean => distance(one, two) <= NEAR

function sameShape(one: Seen, two: Seen, orientation: Orientation): boolean {
  const other = onItsSide(orientation) ? 1 / two.aspect : two.aspect
  return Math.abs(Math.log(one.aspect / other)) <= SAME_SHAPE
}
