import type { HouseStyle } from '../house/house-style.ts'
import { directionOf } from '../readers/languages.ts'
import { fontsAtOnce } from './fonts-css.ts'
import { FEEDS } from '../wire/blog-host.ts'
import { framePolicy } from './page-policy.ts'
import { attributes, escape } from './html.ts'
import type { FileAddress } from './placed-files.ts'

export interface BlogPage {
  readonly title: string
  readonly description: string
  /** markup of the page between masthead and foot */
  readonly main: string
  readonly icon: string
  readonly styleSheets: readonly string[]
  /** it needs italic letters at once */
  readonly italics?: boolean
  /** `address` is a full one where it is known: share cards are read from elsewhere */
  readonly shareImage?: {
    readonly address: string
    readonly width: number
    readonly height: number
    readonly alt: string
  }
  /** path of the list from this page */
  readonly home: string
  readonly robots?: 'noindex'
  /** the script element, where the page needs one */
  readonly script?: string
  /** hosts of videos that may be shown in it; left out, none */
  readonly frames?: readonly string[]
}

/**
 * A font is known before it is needed, or a first visit would be read without it (see `fontFaces`), but comes after the
 * style sheets and the first picture: on a slow line it would hold them up and be too late all the same.
 */
const FONT_AHEAD = { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: true, fetchpriority: 'low' } as const

const feedLinks = (home: string): string[] =>
  Object.entries(FEEDS).map(
    ([name, type]) => `<link${attributes({ rel: 'alternate', type: type.split(';')[0], href: `${home}${name}` })}>`,
  )

/** A whole document. It carries no inline script and no inline style sheet. */
export function blogPageHtml(page: BlogPage, house: HouseStyle, address: FileAddress): string {
  const meta = (values: Record<string, string | number>) => `<meta${attributes(values)}>`
  const share = page.shareImage
  return `<!doctype html>
<html${attributes({ lang: house.language, dir: directionOf(house.language) })}>
<head>
<meta charset="utf-8">${page.frames?.length ? `\n${meta({ 'http-equiv': 'Content-Security-Policy', content: framePolicy(page.frames) })}` : ''}
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escape(page.title)}</title>
${[
  page.description ? meta({ name: 'description', content: page.description }) : '',
  page.robots ? meta({ name: 'robots', content: page.robots }) : '',
  meta({ property: 'og:title', content: page.title }),
  share ? meta({ property: 'og:image', content: share.address }) : '',
  share ? meta({ property: 'og:image:alt', content: share.alt }) : '',
  ...page.styleSheets.map((file) => `<link${attributes({ rel: 'stylesheet', href: address(file) })}>`),
  ...fontsAtOnce(page.italics ?? false).map((file) => `<link${attributes({ ...FONT_AHEAD, href: address(file) })}>`),
  `<link${attributes({ rel: 'icon', href: address(page.icon), type: 'image/svg+xml' })}>`,
  page.script ?? '',
  // A page that is only looked at has no blog around it.
  ...(page.home === '#' ? [] : feedLinks(page.home)),
]
  .filter(Boolean)
  .join('\n')}
</head>
<body class="page">
<header class="masthead"><div class="column"><a${attributes({ href: page.home })}>${escape(house.blogName)}</a>${house.blogLine ? `<span>${escape(house.blogLine)}</span>` : ''}</div></header>
<main>
${page.main}
</main>
<footer class="foot"><div class="column">${escape(house.blogName)}</div></footer>
</body>
</html>
`
}
