import type { FocusPoint } from '../../core/geometry/crop-window.ts'
import { type Measures, measure } from '../../core/looks/flaws.ts'
import { greyOf, type RawPixels } from '../../core/looks/grey.ts'
import { type Lights, lightsOf } from '../../core/looks/lights.ts'
import { thumbOf } from '../../core/looks/signature.ts'
import { suggestedFocus } from './suggested-focus.ts'

/** What is seen of a picture's px at intake. */
export interface Look extends Measures {
  /** small, square and grey: what look-alikes are found by; see core/looks/signature */
  readonly thumb: Uint8Array
  /** how light and dark it is, cell by cell */
  readonly lights: Lights
  /** where the eye may go */
  readonly focus: FocusPoint
}

/** Runs in a thread: measures a picture. */
export default async function look(pixels: RawPixels): Promise<Look> {
  const grey = greyOf(pixels)
  return {
    ...measure(pixels, grey),
    thumb: thumbOf(grey),
    lights: lightsOf(pixels),
    focus: await suggestedFocus(pixels),
  }
}
