import type { FlatPointers } from '../../core/flat/flat-pointers.ts'
import { openFonts, outlined } from './outlines.ts'

/** Share of a label's height at which its letters stand. */
const BASELINE = 0.68

/** What points at things in a picture, as one drawing over it. Letters that the blog's own type lacks are the machine's. */
export async function pointerLayer(
  { paths, stroke, under, edge, labels }: FlatPointers,
  { width, height }: { readonly width: number; readonly height: number },
  { ink, ground }: { readonly ink: string; readonly ground: string },
): Promise<Buffer> {
  const fonts = await openFonts('bold')
  const lines = paths.map((d) => `<path d="${d}"/>`).join('')
  const drawn = labels.map(({ x, y, w, h, corner, size, text }) => {
    const plate = `<rect x="${x - w / 2}" y="${y - h / 2}" width="${w}" height="${h}" rx="${corner}" fill="${ink}" stroke="${ground}" stroke-width="${edge}"/>`
    const own = outlined(text, size, fonts)
    const foot = y - h / 2 + BASELINE * h
    return own
      ? `${plate}<g fill="${ground}" transform="translate(${x - own.width / 2} ${foot})">${own.svg}</g>`
      : `${plate}<text x="${x}" y="${foot}" text-anchor="middle" font-family="serif" font-weight="700" font-size="${size}" fill="${ground}">${escaped(text)}</text>`
  })
  return Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><g fill="none" stroke-linecap="round" stroke-linejoin="round"><g stroke="${ground}" stroke-width="${under}">${lines}</g><g stroke="${ink}" stroke-width="${stroke}">${lines}</g></g>${drawn.join('')}</svg>`,
  )
}

const escaped = (text: string): string =>
  text.replace(/[<>&]/g, (sign) => `&#${sign.charCodeAt(0)};`).replace(/[\p{Cc}\ufffe\uffff]/gu, '')
