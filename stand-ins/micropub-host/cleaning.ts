import sanitize from 'sanitize-html'

/** How hosts clean what they are sent, from one that drops every style to one that keeps them whole. */
export const CLEANINGS = ['strict', 'plain styles', 'open'] as const
export type Cleaning = (typeof CLEANINGS)[number]

const TAGS =
  'p br hr h2 h3 h4 blockquote ul ol li pre code div span a b strong i em s del sub sup img figure figcaption'.split(
    ' ',
  )
const TABLES = ['table', 'thead', 'tbody', 'tr', 'th', 'td']
const LENGTH = /^\d+(\.\d+)?(px|%|em)?$/
/** What a careful host keeps: nothing that reckons, and nothing that lays out. */
const PLAIN_STYLES = {
  '*': {
    width: [LENGTH],
    'max-width': [LENGTH],
    float: [/^(left|right|none)$/],
    margin: [/^[\d.a-z% ]+$/],
    clear: [/^\w+$/],
  },
}

/** The HTML as such a host keeps it. */
export function cleaned(html: string, cleaning: Cleaning): string {
  if (cleaning === 'open') return html.replace(/<script\b[\s\S]*?<\/script>/gi, '')
  const styles = cleaning === 'plain styles'
  return sanitize(html, {
    allowedTags: styles ? [...TAGS, ...TABLES] : TAGS,
    allowedAttributes: {
      a: ['href'],
      img: ['src', 'alt', 'width', 'height'],
      ol: ['start'],
      ...(styles ? { '*': ['style'] } : {}),
    },
    allowedStyles: styles ? PLAIN_STYLES : {},
  })
}
