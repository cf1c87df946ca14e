import fc from 'fast-check'
import { LONGEST_SAID, LONGEST_WORD, type Pointer, RING } from '../post/pointers.ts'

/** Any pointer that a picture of a row may have. */

const words = fc.string({ minLength: 1, maxLength: LONGEST_WORD }).filter((value) => value.trim() !== '')
const place = fc.record({
  x: fc.double({ min: 0, max: 1, noNaN: true }),
  y: fc.double({ min: 0, max: 1, noNaN: true }),
})
const says = fc.string({ maxLength: LONGEST_SAID })
export const pointer: fc.Arbitrary<Pointer> = fc.oneof(
  fc.record({ kind: fc.constant('number' as const), at: place, says }),
  fc.record({ kind: fc.constant('word' as const), at: place, says: words }),
  fc.record({
    kind: fc.constant('ring' as const),
    at: place,
    radius: fc.double({ min: RING.least, max: RING.most, noNaN: true }),
    says,
  }),
  fc.record({ kind: fc.constant('arrow' as const), at: place, from: place, says }),
)
