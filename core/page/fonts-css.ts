/** A font file of the blog, and the face it is. */
interface FontFile {
  readonly file: string
  readonly style: 'normal' | 'italic'
  readonly weight: string
  readonly range: string
}

const BASIC =
  'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD'
/** Characters outside the first font file are in a second, fetched only where a page has them. */
const EXTENDED =
  'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+1E00-1E9F,U+1EF2-1EFF,U+20A0-20AB,U+20AD-20C4,U+2113,U+2C60-2C7F,U+A720-A7FF'

/** Upright text comes in two weights on every page: one variable file. Bold italics are rare: a file a weight, each 40 % of the variable one. */
const FACES = [
  { file: 'source-serif-4.woff2', style: 'normal', weight: '200 900', range: BASIC },
  { file: 'source-serif-4-italic-400.woff2', style: 'italic', weight: '400', range: BASIC },
  { file: 'source-serif-4-italic-700.woff2', style: 'italic', weight: '700', range: BASIC },
  { file: 'source-serif-4-ext.woff2', style: 'normal', weight: '200 900', range: EXTENDED },
  { file: 'source-serif-4-ext-italic-400.woff2', style: 'italic', weight: '400', range: EXTENDED },
  { file: 'source-serif-4-ext-italic-700.woff2', style: 'italic', weight: '700', range: EXTENDED },
] as const satisfies readonly FontFile[]
export type FontFileName = (typeof FACES)[number]['file']

/** Names of the font files that every page of the blog may fetch. */
export const FONT_FILES: readonly FontFileName[] = FACES.map(({ file }) => file)

/**
 * Fonts that devices have, and how much wider each runs than Source Serif 4, in thousandths: of 111 sentences and
 * captions of posts, 97 in 100 run no wider. A text may rather end early than take a line more than was planned for
 * it. Measured in Chromium; Times New Roman and Liberation Serif have the widths of Tinos, Noto Serif those of Droid
 * Serif, from which it was drawn; Georgia's figures come from its published widths.
 */
const STAND_INS = [
  { local: 'Georgia', upright: 949, bold: 1067, italic: 1049 },
  { local: 'Times New Roman', upright: 864, bold: 889, italic: 944 },
  { local: 'Liberation Serif', upright: 864, bold: 889, italic: 944 },
  { local: 'Noto Serif', upright: 1015, bold: 1049, italic: 1082 },
  { local: 'Droid Serif', upright: 1015, bold: 1049, italic: 1082 },
  { local: 'DejaVu Serif', upright: 1094, bold: 1175, italic: 1206 },
] as const
/** Some systems have DejaVu Serif without its italics: there its upright letters, as wide as those, stand for them. */
const UPRIGHT_ITALICS = { local: 'DejaVu Serif', italic: 1206 }

const UPRIGHT = 'font-style:normal;font-weight:400'
const BOLD = 'font-style:normal;font-weight:700'
const ITALIC = 'font-style:italic;font-weight:400'
const familyOf = (local: string) => `${local} as wide`
const ITALIC_FAMILY = 'Upright for italics'
/** What a page is set in: while the blog's own font is missing, a font at hand that breaks lines as it does. */
export const FONT_STACK =
  ['Source Serif 4 Variable', ...STAND_INS.map(({ local }) => familyOf(local)), ITALIC_FAMILY]
    .map((family) => `"${family}"`)
    .join(',') + ',Georgia,serif'

/** The faces of the blog. `optional`: a font that comes late is used from the next page on, for text must not move. */
export function fontFaces(): string {
  const face = (rules: string) => `@font-face{${rules}}`
  const own = FACES.map(({ file, style, weight, range }) =>
    face(
      `font-family:"Source Serif 4 Variable";font-style:${style};font-weight:${weight};font-display:optional;` +
        `src:url(${file}) format("woff2");unicode-range:${range}`,
    ),
  )
  const standIn = (family: string, type: string, local: string, width: number) =>
    face(`font-family:"${family}";${type};src:local("${local}");size-adjust:${Math.floor(1_000_000 / width) / 10}%`)
  const standIns = STAND_INS.flatMap(({ local, upright, bold, italic }) => [
    standIn(familyOf(local), UPRIGHT, local, upright),
    standIn(familyOf(local), BOLD, `${local} Bold`, bold),
    standIn(familyOf(local), ITALIC, `${local} Italic`, italic),
  ])
  const italics = standIn(ITALIC_FAMILY, ITALIC, UPRIGHT_ITALICS.local, UPRIGHT_ITALICS.italic)
  return [...own, ...standIns, italics].join('\n')
}

/** The font files that a page needs at once: a font that comes too late is not used until the next page. */
export const fontsAtOnce = (italics: boolean): FontFileName[] =>
  italics ? [FACES[0].file, FACES[1].file] : [FACES[0].file]
