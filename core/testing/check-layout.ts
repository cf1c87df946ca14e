import { at } from '../geometry/line.ts'
import { boxAt, type RowLayout, variantAt } from '../layout/row-layout.ts'

/** Allowed rounding, px. */
const NEAR = 1e-6

/** Throws, naming the fault, unless the layout keeps what `RowLayout` promises at container width `width`. */
export function checkLayout(layout: RowLayout, aspects: readonly number[], width: number): void {
  const fault = (text: string): never => {
    throw new Error(`at ${width} px: ${text}`)
  }
  const froms = layout.variants.map((variant) => variant.from)
  if (froms.at(-1) !== 0) fault(`the narrowest variant starts at ${froms.at(-1)}, not 0`)
  if (froms.some((from, i) => i > 0 && from >= froms[i - 1]!))
    fault(`variants start at ${froms.join(', ')}, not falling`)
  const variant = variantAt(layout, width)
  const boxes = variant.boxes.map((box) => boxAt(box, width, layout.gap))
  if (boxes.length !== aspects.length) fault(`${boxes.length} boxes for ${aspects.length} pictures`)
  const height = at(variant.height, width, layout.gap)
  boxes.forEach((box, i) => {
    if (!(box.w > 0 && box.h > 0)) fault(`picture ${i} is ${box.w} × ${box.h}`)
    const crop = layout.crops?.[i]
    const shown = crop ? (aspects[i]! * crop.width) / crop.height : aspects[i]!
    if (Math.abs(box.w / box.h / shown - 1) > NEAR)
      fault(`picture ${i} has the shape ${box.w / box.h} instead of ${shown}`)
    // A strip is moved along: what is wider than the row is out of sight.
    const frame =
      variant.form.type === 'strip' ? (width - (variant.form.across - 1) * layout.gap) / variant.form.across : width
    const right = variant.form.type === 'strip' ? (i + 1) * frame + i * layout.gap : width
    if (box.x < -NEAR || box.y < -NEAR || box.x + box.w > right + NEAR || box.y + box.h > height + NEAR)
      fault(`picture ${i} reaches out of the row`)
    boxes.slice(i + 1).forEach((other, j) => {
      const apartX = Math.max(other.x - box.x - box.w, box.x - other.x - other.w)
      const apartY = Math.max(other.y - box.y - box.h, box.y - other.y - other.h)
      if (Math.max(apartX, apartY) < layout.gap - NEAR) fault(`pictures ${i} and ${i + 1 + j} are closer than the gap`)
    })
  })
}
