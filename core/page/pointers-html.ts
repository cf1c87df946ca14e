import { type CropWindow, WHOLE } from '../geometry/crop-window.ts'
import {
  inWindow,
  isSeen,
  labelWidth,
  placedPointers,
  type PlacedPointer,
  POINTER_TYPE,
} from '../pointers/placed-pointers.ts'
import type { Pointer } from '../post/pointers.ts'
import { aspectOf } from '../place/shape-in-row.ts'
import type { Picture } from '../wire/picture.ts'
import { attributes, escape, figure } from './html.ts'

/** Units of the drawing: the width of the picture. */
const UNITS = 1000

/**
 * What points at things, over a picture: numbers and words as a list in its order, for everybody; rings and arrows drawn,
 * with what they say for those who do not see them. Places are shares of the whole picture; what of it is seen stands
 * in four variables, so that the same list lies on the whole of it where it is enlarged. `style` places it over the image.
 */
export function pointersHtml(
  pointers: readonly Pointer[],
  picture: Picture,
  window: CropWindow = WHOLE,
  style = '',
): string {
  const placed = placedPointers(pointers, picture)
  const high = UNITS / aspectOf(picture)
  const { x: cx, y: cy, width: cw, height: ch } = window
  const seen = Object.entries({ cx, cy, cw, ch })
    .map(([name, share]) => `--${name}:${figure(share)}`)
    .join(';')
  const shape = `--shape:${figure(aspectOf(picture))}`
  const box = ({ x, y, width, height }: CropWindow) =>
    [x * UNITS, y * high, width * UNITS, height * high].map(figure).join(' ')
  const drawn = placed.map((one) => drawing(one, high)).join('')
  const view = { viewBox: box(window), 'data-whole': box(WHOLE), 'aria-hidden': 'true' }
  const svg = drawn ? `<svg${attributes(view)}>${drawn}</svg>` : ''
  const items = placed.map((one) => itemHtml(one, window)).join('')
  const list = items ? `<ol>${items}</ol>` : ''
  const shown = {
    class: `pointers${window === WHOLE ? ' whole' : ''}`,
    style: [seen, shape, style].filter(Boolean).join(';'),
  }
  return `<div${attributes(shown)}>${svg}${list}</div>`
}

function itemHtml(pointer: PlacedPointer, window: CropWindow): string {
  const { kind, says, at } = pointer
  if (kind === 'ring' || kind === 'arrow') return says ? `<li class="unseen">${escape(says)}</li>` : ''
  const half = labelWidth(pointer) / 2
  return `<li${attributes({
    class: `${kind === 'number' ? 'disc' : 'word'}${isSeen(inWindow(at, window)) ? '' : ' off'}`,
    style: `--x:${figure(at.x)};--y:${figure(at.y)};--half:${figure(half)}`,
  })}><span>${escape(pointer.text)}</span>${kind === 'number' && says ? `<span class="unseen">: ${escape(says)}</span>` : ''}</li>`
}

/** Ground first, then the line itself: it is seen on light and on dark. */
const twice = (shape: string): string => `<g class="under">${shape}</g>${shape}`

function drawing(pointer: PlacedPointer, high: number): string {
  const [x, y] = [pointer.at.x * UNITS, pointer.at.y * high]
  if (pointer.kind === 'ring')
    return twice(`<circle cx="${figure(x)}" cy="${figure(y)}" r="${figure(pointer.radius * UNITS)}"/>`)
  if (pointer.kind !== 'arrow') return ''
  return twice(
    `<path d="${arrowPath([pointer.from.x * UNITS, pointer.from.y * high], [x, y], POINTER_TYPE.head * UNITS)}"/>`,
  )
}

type Point = readonly [x: number, y: number]

/** A line with a head at its tip, `head` long; no longer than half of the line. */
export function arrowPath([x1, y1]: Point, [x, y]: Point, head: number): string {
  const length = Math.hypot(x - x1, y - y1)
  const long = Math.min(head, length / 2)
  const angle = Math.atan2(y - y1, x - x1)
  const side = (by: number) => `${figure(x - long * Math.cos(angle + by))} ${figure(y - long * Math.sin(angle + by))}`
  return `M${figure(x1)} ${figure(y1)}L${figure(x)} ${figure(y)}M${side(0.5)}L${figure(x)} ${figure(y)}L${side(-0.5)}`
}
