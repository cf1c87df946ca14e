import { shareLost } from '../geometry/crop-window.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { LEAST_SIDE } from './fold.ts'
import type { Box, Form } from './row-layout.ts'
import { DWARFED, endlessOnPhone, WAY_WEIGHTS } from './way-weights.ts'

/** What readers would mind in a row, measured in its boxes. */

/** px, or px², below which there is nothing to speak of: gaps may take all of the width, and more. */
const NOTHING = 1e-6

/** What is wrong on a wide screen or a phone, dear enough to come after everything that is not; 0 where nothing is. */
export function faultsOf(
  laid: LaidRow,
  boxes: readonly Box[],
  phone: { boxes: readonly Box[]; height: number },
): number {
  const over = (value: number, limit: number, weight: number) =>
    value > limit + 1e-6 ? weight * (1 + Math.log(value / Math.max(NOTHING, limit))) : 0
  const side = Math.min(...[...boxes, ...phone.boxes].map((box) => Math.min(box.w, box.h)))
  const areas = boxes.map((box) => box.w * box.h)
  const others = areas.filter((_, i) => !laid.pictures[i]!.placed.lead)
  const lost = Math.max(0, ...(laid.layout.crops ?? []).map(shareLost))
  return (
    over(LEAST_SIDE, side + 0.5, WAY_WEIGHTS.illegible) +
    over(Math.max(...others) / Math.min(...areas), DWARFED, WAY_WEIGHTS.dwarfing) +
    over(phone.height, endlessOnPhone(boxes.length), WAY_WEIGHTS.endless) +
    (lost > 0.5 ? WAY_WEIGHTS.cutAway * (1 + lost) : 0)
  )
}

/** Whether one picture is left over below the others. */
export function leavesOne(form: Form, pictures: number): boolean {
  if (form.type === 'cells') return form.columns > 1 && pictures % form.columns === 1
  return form.type === 'lines' && form.counts.at(-1) === 1 && form.counts.some((count) => count > 1)
}

export const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length

/** Standard deviation of the log areas; a lead may be larger. */
export function spreadOfAreas(boxes: readonly Box[], { pictures }: LaidRow): number {
  return spreadOf(boxes.filter((_, i) => !pictures[i]!.placed.lead))
}

/** Standard deviation of the log areas. */
export function spreadOf(boxes: readonly Box[]): number {
  const logs = boxes.map((box) => Math.log(box.w > 0 && box.h > 0 ? Math.max(NOTHING, box.w * box.h) : NOTHING))
  if (logs.length < 2) return 0
  const middle = mean(logs)
  return Math.sqrt(mean(logs.map((log) => (log - middle) ** 2)))
}

/** How much of the last line, or of the feet of the columns, stays empty: 0 to 1. */
export function holes({ layout }: LaidRow, boxes: readonly Box[], height: number): number {
  const { form } = layout.variants[0]!
  if (form.type === 'cells') return (form.columns - (boxes.length % form.columns || form.columns)) / form.columns
  if (form.type === 'lines') return form.ragged ? 0.5 : 0
  if (form.type !== 'placed') return 0
  const feet = new Map<number, number>()
  for (const box of boxes) feet.set(box.x, Math.max(feet.get(box.x) ?? 0, box.y + box.h))
  return (Math.max(...feet.values()) - Math.min(...feet.values())) / Math.max(1, height / 3)
}
