import fc from 'fast-check'
import { expect, it } from 'vitest'
import { type Inline, inlineHtml, inlineLetters } from '../core/blocks/inline.ts'
import { linePicturesFrom, withLinePictures } from '../core/blocks/line-picture.ts'
import { libraryOf } from '../core/place/library.ts'
import { countLines } from '../core/type/count-lines.ts'
import { FACES } from '../core/type/typeface.ts'
import { launchBrowser } from './browser.ts'
import { openInBlogsFont } from './in-the-blogs-font.ts'

/** Words as bloggers write them, in nine languages whose letters the blog's font has. */
const LANGUAGES: Record<string, string> = {
  en: 'the wind was north-west, eight to ten, and dry until noon; “First up!” said Orla (who else?), and off it flew: affluent, official, waffle, A/B, 3–4 m/s, on/off, well-made kites',
  de: 'der Wind drehte auf Nordwest; „Fertig?“ fragte Wilf. Drachenschnur, Schäkel, Auffangseil, Böen bis 6–7 Bft, Größe 1,20 m – und Schifffahrtsübungsgelände am Kleinen-Hafen-Weg',
  fr: 'le vent s’est levé d’un coup\u202f; « Prête\u202f? » dit-elle. L’aile, l’œil, la ficelle, c’est-à-dire 12\u202f% de plus, qu’il a fallu rattraper, aujourd’hui même, là-haut',
  es: '¿Quién lo sujeta? —preguntó Inés—. ¡Arriba, arriba! El niño, la cometa, el año pasado, a 8 km/h, viento sur-sureste, y la señal de siempre: «ya»',
  pl: 'źdźbło trawy, żaden latawiec, święto łąki, gdzież – zapytała Łucja – jest biało-czerwony ogon? Wiatr 5–6 m/s, ścieżka, chrząszcz, później',
  cs: 'příliš žluťoučký drak letěl nad hrází; „Drž!“ řekl Jiří, větrná čtvrť, šňůra č. 3, severo-západní vítr, ještě chvíli, a dost',
  hu: 'a sárkány fölszállt, „Húzd!” – kiáltotta Őze; űrhajó, gyöngyös zsinór, észak-nyugati szél, 4–5 m/s, később, mindenütt, tükörfúró',
  tr: 'uçurtma göğe yükseldi; “Çek!” dedi Işıl. Rüzgâr kuzey-batı, ığdır ipi, şimdi, ağaçların üstünde, 3–4 m/sn, gökyüzü, öğle',
  sv: 'draken steg över vassen; ”Släpp!” sa Åke. Nord-väst, åtta-tio knop, snöre, färdig, på/av, i går – och så höjden: 40 m, vindöga',
}
const WORDINGS = 500
const SEED = 20261127
const WIDTHS = [80, 97, 121, 150, 186, 233, 290, 351, 422, 480, 560, 640]
/** As captions and the text are set. */
const TYPES = [
  { as: 'captions', size: 14, face: FACES.italic, css: 'italic 400' },
  { as: 'text', size: 18.5, face: FACES.upright, css: '400' },
  { as: 'headings', size: 26, face: FACES.bold, css: '700' },
]

const wording = fc
  .tuple(fc.constantFrom(...Object.keys(LANGUAGES)), fc.array(fc.nat(), { minLength: 1, maxLength: 40 }))
  .map(([language, picks]) => {
    const words = LANGUAGES[language]!.split(' ')
    return picks.map((pick) => words[pick % words.length]!).join(' ')
  })
  .map((text): Inline[] => [{ type: 'text', text }])

/** The same with small pictures between any two letters, as wide as they may be. */
const pictured = fc
  .tuple(wording, fc.array(fc.tuple(fc.nat(), fc.integer({ min: 10, max: 800 })), { minLength: 1, maxLength: 5 }))
  .map(([[words], pictures]): Inline[] => {
    const letters = Array.from((words as { text: string }).text)
    const after = new Map(pictures.map(([place, wide]) => [place % letters.length, wide / 100]))
    return letters.flatMap((text, i): Inline[] => {
      const wide = after.get(i)
      const letter: Inline = { type: 'text', text }
      return wide ? [letter, { type: 'linePicture', attrs: { id: 'aaaa', wide, alt: '' } }] : [letter]
    })
  })

const IN_LINES = linePicturesFrom(libraryOf([]), () => '')
const htmlOf = (content: Inline[]): string => withLinePictures(inlineHtml(content), IN_LINES)

it.each([
  ['five hundred wordings in nine languages', wording],
  ['five hundred of them with small pictures in their lines', pictured],
] as const)(
  '%s take as many lines as counted, and never one more',
  async (_, of) => {
    const wordings = fc.sample<Inline[]>(of, { numRuns: WORDINGS, seed: SEED })
    const browser = await launchBrowser()
    const page = await (await browser.newContext({ viewport: null })).newPage()
    await openInBlogsFont(
      page,
      '<style>p{margin:0;position:absolute;line-height:40px;overflow-wrap:break-word;text-rendering:geometricPrecision;font-synthesis:none}.letter{display:inline-block;height:1em;max-width:100%;vertical-align:-.12em}</style>',
    )
    const found = await page.evaluate(
      async ({ texts, widths, types }) => {
        const out: number[][] = []
        for (const { size, css } of types) {
          const all = texts.map((text) => {
            const one = document.body.appendChild(document.createElement('p'))
            one.innerHTML = text
            one.style.font = `${css} ${size}px/40px "Source Serif 4 Variable"`
            return one
          })
          await document.fonts.load(
            `${css} ${size}px "Source Serif 4 Variable"`,
            texts.join('').replace(/<[^>]*>/g, ''),
          )
          for (const width of widths) {
            for (const one of all) one.style.width = `${width}px`
            out.push(all.map((one) => Math.round(one.getBoundingClientRect().height / 40)))
          }
          for (const one of all) one.remove()
        }
        return out
      },
      { texts: wordings.map(htmlOf), widths: WIDTHS, types: TYPES.map(({ size, css }) => ({ size, css })) },
    )
    await browser.close()
    TYPES.forEach(({ as, size, face }, type) => {
      let [more, fewer] = [0, 0]
      const first: string[] = []
      WIDTHS.forEach((width, i) =>
        wordings.forEach((words, j) => {
          const counted = countLines(inlineLetters(words), width, size, face)
          const lines = found[type * WIDTHS.length + i]![j]!
          if (lines > counted) {
            more++
            first.push(`${lines} lines of ${width} px, not ${counted}: ${htmlOf(words)}`)
          } else if (lines < counted) fewer++
        }),
      )
      const all = WIDTHS.length * wordings.length
      console.log(`${as}: of ${all} counts ${more} too few, ${fewer} too many (${((100 * fewer) / all).toFixed(1)} %)`)
      expect(first.slice(0, 5), as).toEqual([])
      expect(fewer / all, as).toBeLessThan(0.03)
    })
  },
  100_000,
)
