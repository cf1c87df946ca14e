import { mkdirSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { type Box, placeRow, type RowLayout } from '../core/layout/row-layout.ts'

/** What drawings of the engine are made of: boxes as numbered pictures, dimensions, words. */

const folder = path.resolve(import.meta.dirname, '../docs/drawings')
export const [PAPER, INK, SOFT, BLUE, BLUE_INK, RUBY] = [
  '#fffdf9',
  '#1d1b18',
  '#68625a',
  '#7cc3e2',
  '#14647f',
  '#b8281f',
]
export const FILLS = ['#e6c79c', '#b9cfc0', '#c7d3e0', '#e0bdb2', '#d8cfb8', '#c9c2d8', '#bcd4d8', '#dcc9d2']
const MONO = 'font-family="ui-monospace, monospace" font-size="11"'

export const rect = ({ x, y, w, h }: Box, fill: string, more = '') =>
  `<rect x="${x.toFixed(2)}" y="${y.toFixed(2)}" width="${w.toFixed(2)}" height="${h.toFixed(2)}" fill="${fill}" ${more}/>`
export const words = (x: number, y: number, text: string, fill = BLUE_INK, anchor = 'start') =>
  `<text x="${x}" y="${y}" ${MONO} fill="${fill}" text-anchor="${anchor}">${text}</text>`

/** Boxes as numbered pictures, with the corner at (x, y). */
export function pictures(boxes: readonly Box[], x: number, y: number): string {
  return boxes
    .map((box, i) => {
      const put = { ...box, x: box.x + x, y: box.y + y }
      return (
        rect(put, FILLS[i % FILLS.length]!) +
        words(put.x + put.w / 2, put.y + put.h / 2 + 4, String(i + 1), INK, 'middle')
      )
    })
    .join('')
}
export const laid = (layout: RowLayout, width: number, x: number, y: number) =>
  pictures(placeRow(layout, width).boxes, x, y)
export const dimension = (x: number, y: number, h: number, told = String(Math.round(h))) =>
  `<path d="M${x} ${y}v${h}M${x - 4} ${y}h8M${x - 4} ${y + h}h8" stroke="${BLUE}" fill="none"/>${words(x + 8, y + h / 2 + 4, told)}`

export function draw(name: string, width: number, height: number, inner: string): void {
  writeFileSync(
    path.join(folder, `${name}.svg`),
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}"><rect width="100%" height="100%" fill="${PAPER}"/>${inner}</svg>\n`,
  )
}

mkdirSync(folder, { recursive: true })
