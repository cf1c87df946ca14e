import { readFile } from 'node:fs/promises'
import path from 'node:path'
import * as hb from 'harfbuzzjs'
import { decompress } from 'wawoff2'
import type { FontFileName } from '../../core/page/fonts-css.ts'
import { FONT_SOURCES } from '../press/site-files.ts'
import { rootFolder } from '../root-folder.ts'

/** Letters of the blog's own type as outlines, for files that are drawn here. */

export interface OpenFont {
  readonly font: hb.Font
  readonly upem: number
  readonly letters: ReadonlySet<number>
}

/** The blog's own type: the common letters, and the others. Captions are set in its italics, what points at things in bold. */
const FILES = {
  italic: ['source-serif-4-italic-400.woff2', 'source-serif-4-ext-italic-400.woff2'],
  bold: ['source-serif-4.woff2', 'source-serif-4-ext.woff2'],
} as const satisfies Record<string, readonly FontFileName[]>
const BOLD = 700

const opened: Partial<Record<keyof typeof FILES, Promise<readonly OpenFont[]>>> = {}
/** Opened when they are first needed. */
export const openFonts = (face: keyof typeof FILES): Promise<readonly OpenFont[]> =>
  (opened[face] ??= Promise.all(
    FILES[face].map(async (file) => {
      const bytes = await decompress(await readFile(path.join(rootFolder, FONT_SOURCES[file])))
      const opened = new hb.Face(new hb.Blob(bytes.slice().buffer))
      const font = new hb.Font(opened)
      if (face === 'bold') font.setVariations([new hb.Variation('wght', BOLD)])
      return { font, upem: opened.upem, letters: new Set(opened.collectUnicodes()) }
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
export function outlined(line: string, size: number, all: readonly OpenFont[]): { svg: string; width: number } | null {
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
