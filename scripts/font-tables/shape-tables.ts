import * as hb from 'harfbuzzjs'
import { decompress } from 'wawoff2'
import { FONT_SOURCES } from '../../server/press/site-files.ts'
import type { FontFileName } from '../../core/page/fonts-css.ts'
import type { PackedFace, PackedTables } from '../../core/type/typeface.ts'

/** Design units in an em are multiplied by this, so that a weight between two masters is told in tenths. */
const TENTHS = 10

/** The faces in which pages are set: each from the file that has the common letters, and the one with the others. */
const FACES: Record<keyof PackedTables, { readonly files: readonly FontFileName[]; readonly weight: number }> = {
  upright: { files: ['source-serif-4.woff2', 'source-serif-4-ext.woff2'], weight: 400 },
  bold: { files: ['source-serif-4.woff2', 'source-serif-4-ext.woff2'], weight: 700 },
  italic: { files: ['source-serif-4-italic-400.woff2', 'source-serif-4-ext-italic-400.woff2'], weight: 400 },
  boldItalic: { files: ['source-serif-4-italic-700.woff2', 'source-serif-4-ext-italic-700.woff2'], weight: 700 },
}

export async function fontTables(read: (file: string) => Buffer): Promise<PackedTables> {
  const tables: Partial<Record<keyof PackedTables, PackedFace[]>> = {}
  for (const [face, { files, weight }] of Object.entries(FACES)) {
    const packed: PackedFace[] = []
    let known = new Set<string>()
    for (const file of files) {
      const bytes = await decompress(read(FONT_SOURCES[file]))
      const shaped = shaper(bytes, weight)
      // A letter that the first file has is taken from it.
      const letters = shaped.letters.filter((letter) => !known.has(letter))
      known = new Set([...known, ...letters])
      packed.push(packFace(letters, shaped.width))
    }
    tables[face as keyof PackedTables] = packed
  }
  return tables as PackedTables
}

/** Letters of a font file, and how wide it sets a text in one line, in tenths of a thousandth of the size. */
function shaper(bytes: Uint8Array, weight: number): { letters: string[]; width: (text: string) => number } {
  const face = new hb.Face(new hb.Blob(bytes.slice().buffer))
  const font = new hb.Font(face)
  const scale = face.upem * TENTHS
  font.setScale(scale, scale)
  if (face.getAxisInfos().wght) font.setVariations([new hb.Variation('wght', weight)])
  const codes = [...face.collectUnicodes()].filter((code) => code >= 0x20)
  return {
    letters: codes.map((code) => String.fromCodePoint(code)),
    width(text) {
      const buffer = new hb.Buffer()
      buffer.addText(text)
      buffer.guessSegmentProperties()
      hb.shape(font, buffer)
      const sum = buffer.getGlyphPositions().reduce((all, { xAdvance }) => all + xAdvance, 0)
      return Math.round((sum * 1000 * TENTHS) / scale)
    },
  }
}

/**
 * Letters that run alike beside others are one class: a pair is looked up by the classes of its letters. Ligatures of
 * three have a width that no pair tells; what they differ by is kept for each chain.
 */
function packFace(letters: readonly string[], width: (text: string) => number): PackedFace {
  const alone = letters.map(width)
  const beside = letters.map((left, i) => letters.map((right, j) => width(left + right) - alone[i]! - alone[j]!))
  const leftOf = classes(beside.map((row) => row.join()))
  const rightOf = classes(letters.map((_, j) => beside.map((row) => row[j]).join()))
  const first = (list: readonly number[], one: number) => list.indexOf(one)
  const pairs = Array.from({ length: Math.max(...leftOf) + 1 }, (_, left) =>
    Array.from(
      { length: Math.max(...rightOf) + 1 },
      (__, right) => beside[first(leftOf, left)]![first(rightOf, right)]!,
    ),
  )
  const index = new Map(letters.map((letter, i) => [letter, i]))
  const pairOf = (a: string, b: string) => beside[index.get(a)!]![index.get(b)!]!
  const chains: Record<string, number> = {}
  const joined = [...'fftijlbhk'].filter((letter) => index.has(letter))
  for (const a of joined)
    for (const b of joined)
      for (const c of joined) {
        const sum = [a, b, c].reduce((all, one) => all + alone[index.get(one)!]!, pairOf(a, b) + pairOf(b, c))
        const off = width(a + b + c) - sum
        if (off !== 0) chains[a + b + c] = off
      }
  return { letters: letters.join(''), alone, left: leftOf, right: rightOf, pairs, chains }
}

/** A number for each of these, the same for those that are alike. */
function classes(keys: readonly string[]): number[] {
  const numbers = new Map<string, number>()
  return keys.map((key) => {
    if (!numbers.has(key)) numbers.set(key, numbers.size)
    return numbers.get(key)!
  })
}
