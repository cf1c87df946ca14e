import { readFile } from 'node:fs/promises'
import path from 'node:path'
import * as hb from 'harfbuzzjs'
import sharp from 'sharp'
import { decompress } from 'wawoff2'
import type { FlatWords } from '../../core/flat/flat-layout.ts'
import type { FontFileName } from '../../core/page/fonts-css.ts'
import { inkOn } from '../../core/house/contrast.ts'
import { rootFolder } from '../root-folder.ts'
import { FONT_SOURCES } from '../press/site-files.ts'

/** Captions are set in the blog’s own italics: the common letters, and the others. */
const FILES: readonly FontFileName[] = ['source-serif-4-italic-400.woff2', 'source-serif-4-ext-italic-400.woff2']
/** Share of a line's height above the foot of its letters. */
const BASELINE = 0.72

interface OpenFont {
  readonly font: hb.Font
  readonly upem: number
  readonly letters: ReadonlySet<number>
}

let opened: Promise<readonly OpenFont[]> | undefined
const fonts = (): Promise<readonly OpenFont[]> =>
  (opened ??= Promise.all(
    FILES.map(async (file) => {
      const bytes = await decompress(await readFile(path.join(rootFolder, FONT_SOURCES[file])))
      const face = new hb.Face(new hb.Blob(bytes.slice().buffer))
      const font = new hb.Font(face)
      return { font, upem: face.upem, letters: new Set(face.collectUnicodes()) }
    }),
  ))

/** Stretches of a line that one font file has all letters of; null where none has one of them. */
function stretches(line: string, all: readonly OpenFont[]): { readonly font: OpenFont; text: string }[] | null {
  const found: { readonly font: OpenFont; text: string }[] = []
  for (const letter of line) {
    const last = found.at(-1)
    const font = all.find(({ letters }) => letters.has(letter.codePointAt(0)!))
    if (!font) return null
    if (last?.font === font) last.text += letter
    else found.push({ font, text: letter })
  }
  return found
}

/** The line as outlines, in px from where it begins, and its width; null where the font lacks a letter. */
function outlined(line: string, size: number, all: readonly OpenFont[]): { svg: string; width: number } | null {
  const parts = stretches(line, all)
  if (!parts) return null
  let [x, svg] = [0, '']
  for (const { font, text } of parts) {
    const buffer = new hb.Buffer()
    buffer.addText(text)
    buffer.guessSegmentProperties()
    hb.shape(font.font, buffer)
    const scale = size / font.upem
    const positions = buffer.getGlyphPositions()
    for (const [i, { codepoint }] of buffer.getGlyphInfos().entries()) {
      const { xAdvance, xOffset, yOffset } = positions[i]!
      const outline = font.font.glyphToPath(codepoint)
      if (outline)
        svg += `<path transform="translate(${x + xOffset * scale} ${-yOffset * scale}) scale(${scale} ${-scale})" d="${outline}"/>`
      x += xAdvance * scale
    }
  }
  return { svg, width: x }
}

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
  const all = await fonts()
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
