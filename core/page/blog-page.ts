import type { HouseStyle } from '../house/house-style.ts'
import { attributes, escape } from './html.ts'
import type { FileAddress } from './placed-files.ts'

/** Names of the files that every page of the blog needs beside its own. */
export const FONT_FILES = [
  'source-serif-4.woff2',
  'source-serif-4-italic.woff2',
  'source-serif-4-ext.woff2',
  'source-serif-4-ext-italic.woff2',
] as const

export interface BlogPage {
  readonly title: string
  readonly description: string
  /** markup of the page between masthead and foot */
  readonly main: string
  readonly styleSheets: readonly string[]
  readonly shareImage?: { readonly file: string; readonly width: number; readonly height: number; readonly alt: string }
  /** path of the list from this page */
  readonly home: string
  readonly robots?: 'noindex'
}

/** A whole document. It carries no script and no inline style sheet. */
export function blogPageHtml(page: BlogPage, house: HouseStyle, address: FileAddress): string {
  const meta = (values: Record<string, string | number>) => `<meta${attributes(values)}>`
  const share = page.shareImage
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escape(page.title)}</title>
${[
  page.description ? meta({ name: 'description', content: page.description }) : '',
  page.robots ? meta({ name: 'robots', content: page.robots }) : '',
  meta({ property: 'og:title', content: page.title }),
  share ? meta({ property: 'og:image', content: address(share.file) }) : '',
  share ? meta({ property: 'og:image:alt', content: share.alt }) : '',
  `<link${attributes({ rel: 'preload', href: address(FONT_FILES[0]), as: 'font', type: 'font/woff2', crossorigin: true })}>`,
  ...page.styleSheets.map((file) => `<link${attributes({ rel: 'stylesheet', href: address(file) })}>`),
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
