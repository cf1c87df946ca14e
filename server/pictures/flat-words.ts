import sharp from 'sharp'
import type { FlatWords } from '../../core/flat/flat-layout.ts'
import { inkOn } from '../../core/house/contrast.ts'
import { openFonts, outlined } from './outlines.ts'

/** Share of a line's height above the foot of its letters. */
const BASELINE = 0.72

interface Layer {
  readonly input: Buffer
  readonly left: number
  readonly top: number
}

/**
 * The words as layers over a file: set in the blog's own font. A line with letters that it lacks is set whole in a font of
 * the machine, which has those of other scripts where any has.
 */
export async function wordLayers(words: FlatWords, ground: string): Promise<Layer[]> {
  const colour = inkOn(ground)
  const all = await openFonts('italic')
  const layers: Layer[] = []
  const [left, width] = [Math.round(words.x), Math.max(1, Math.round(words.width))]
  let paths = ''
  for (const [i, line] of words.lines.entries()) {
    const top = i * words.line
    const own = outlined(line, words.size, all)
    if (own) {
      const x = words.fromRight ? width - own.width : 0
      paths += `<g transform="translate(${x} ${top + BASELINE * words.line})">${own.svg}</g>`
    } else layers.push(await set(line, { ...words, y: words.y + top }, colour))
  }
  const height = Math.max(1, Math.ceil(words.lines.length * words.line))
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" fill="${colour}">${paths}</svg>`
  return [{ input: Buffer.from(svg), left, top: Math.round(words.y) }, ...layers]
}

async function set(
  line: string,
  { size, line: high, x, y, width, fromRight }: FlatWords,
  colour: string,
): Promise<Layer> {
  const plain = line.replace(/[<>&]/g, (sign) => `&#${sign.charCodeAt(0)};`)
  const { data, info } = await sharp({
    text: {
      text: `<span foreground="${colour}">${plain}</span>`,
      font: `serif Italic ${size.toFixed(2)}`,
      dpi: 72,
      rgba: true,
    },
  })
    .png()
    .toBuffer({ resolveWithObject: true })
  const shrink = Math.min(1, width / info.width, high / info.height)
  const [w, h] = [info.width, info.height].map((side) => Math.max(1, Math.floor(side * shrink))) as [number, number]
  const input = shrink < 1 ? await sharp(data).resize(w, h, { fit: 'fill' }).png().toBuffer() : data
  return { input, left: Math.round(x + (fromRight ? width - w : 0)), top: Math.round(y + (high - h) / 2) }
}
