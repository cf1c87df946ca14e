/** A font file of the blog, and the face it is. */
interface FontFile {
  readonly file: string
  readonly style: 'normal' | 'italic'
  readonly weight: string
  readonly range: string
}

const BASIC = 'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD'
/** Characters outside the first font file are in a second, fetched only where a page has them. */
const EXTENDED = 'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+1E00-1E9F,U+1EF2-1EFF,U+20A0-20AB,U+20AD-20C4,U+2113,U+2C60-2C7F,U+A720-A7FF'

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
 * Fonts that devices have, and how much larger each is set so that it runs as wide as Source Serif 4. Each figure
 * is the font's mean advance over 290 characters of posts and captions, in thousandths of its size,
 * measured in Chromium (Georgia and Times New Roman on fonts made to their widths).
 */
const STAND_INS = [
  { local: 'Georgia', upright: 428, bold: 496, italic: 438 },
  { local: 'Times New Roman', upright: 391, bold: 415, italic: 391 },
  { local: 'Liberation Serif', upright: 391, bold: 415, italic: 391 },
  { local: 'Noto Serif', upright: 461, bold: 489, italic: 450 },
] as const
const SOURCE_SERIF = { upright: 457, bold: 471, italic: 424 }
/** A hair narrower than measured: a text may rather end early than take a line more than was planned for it. */
const NARROWER = 0.99

const familyOf = (local: string) => `${local} as wide`
/** What a page is set in: while the blog's own font is missing, a font at hand that breaks lines as it does. */
export const FONT_STACK = ['Source Serif 4 Variable', ...STAND_INS.map(({ local }) => familyOf(local))].map((family) => `"${family}"`).join(',') + ',Georgia,serif'

/** The font faces of the blog. `optional`: a font that comes late is used from the next page on, for text must not move under the reader. */
export function fontFaces(): string {
  const face = (rules: string) => `@font-face{${rules}}`
  const own = FACES.map(({ file, style, weight, range }) =>
    face(`font-family:"Source Serif 4 Variable";font-style:${style};font-weight:${weight};font-display:optional;src:url(${file}) format("woff2");unicode-range:${range}`),
  )
  const standIns = STAND_INS.flatMap(({ local, upright, bold, italic }) =>
    (
      [
        ['normal', '400', local, SOURCE_SERIF.upright / upright],
        ['normal', '700', `${local} Bold`, SOURCE_SERIF.bold / bold],
        ['italic', '400', `${local} Italic`, SOURCE_SERIF.italic / italic],
      ] as const
    ).map(([style, weight, name, ratio]) => face(`font-family:"${familyOf(local)}";font-style:${style};font-weight:${weight};src:local("${name}");size-adjust:${Math.round(ratio * NARROWER * 1000) / 10}%`)),
  )
  return [...own, ...standIns].join('\n')
}

/** Markup that is set in italics by the house style: captions, quotes, the smallest headings, stressed words. */
const ITALIC = /<(figcaption|blockquote|h4|em)\b/

/** The font files that a page with this markup needs at once: a font that comes too late is not used until the next page. */
export const fontsAtOnce = (main: string): FontFileName[] => (ITALIC.test(main) ? [FACES[0].file, FACES[1].file] : [FACES[0].file])
