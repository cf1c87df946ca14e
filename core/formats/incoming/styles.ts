import type { Element } from './tree.ts'

/** The few styles that say how pictures stand: those in place, and of style sheets in the page those of plain selectors. */

const READ = new Set([
  'float',
  'display',
  'width',
  'max-width',
  'flex-basis',
  'columns',
  'column-count',
  'grid-template-columns',
  'text-align',
  'font-weight',
  'font-style',
  'text-decoration',
  'text-decoration-line',
  'vertical-align',
  'white-space',
])
export type Style = Readonly<Record<string, string>>
export type StyleSheet = ReadonlyMap<string, Style>

const NONE: StyleSheet = new Map()
const MOST_RULES = 20_000

function declared(text: string): Record<string, string> {
  const style: Record<string, string> = {}
  for (const part of text.split(';')) {
    const at = part.indexOf(':')
    const name = part.slice(0, Math.max(0, at)).trim().toLowerCase()
    if (READ.has(name))
      style[name] = part
        .slice(at + 1)
        .replace(/!\s*important/i, '')
        .trim()
        .toLowerCase()
  }
  return style
}

/** Rules of `tag`, `.class`, `tag.class` and `#id`. Those of media queries count like any others: the last one wins. */
export function styleSheet(css: string): StyleSheet {
  if (!css.trim()) return NONE
  const sheet = new Map<string, Style>()
  const rules = css.replace(/\/\*[^]*?\*\//g, '').matchAll(/([^{};]+)\{([^{}]*)\}/g)
  let count = 0
  for (const [, selectors, body] of rules) {
    if (count++ > MOST_RULES) break
    const style = declared(body!)
    if (Object.keys(style).length === 0) continue
    for (const selector of selectors!.split(',')) {
      const name = selector.trim().toLowerCase()
      if (/^(?:[a-z][\w-]*)?(?:[.#][\w-]+)?$/.test(name) && name) sheet.set(name, { ...sheet.get(name), ...style })
    }
  }
  return sheet
}

export function styleOf({ tag, attrs }: Element, sheet: StyleSheet): Style {
  const own = attrs.style ? declared(attrs.style) : undefined
  if (sheet.size === 0) return own ?? {}
  const classes = (attrs.class ?? '').toLowerCase().split(/\s+/).filter(Boolean)
  const id = attrs.id?.toLowerCase()
  const names = [
    tag,
    ...classes.map((name) => `.${name}`),
    ...classes.map((name) => `${tag}.${name}`),
    ...(id ? [`#${id}`, `${tag}#${id}`] : []),
  ]
  return Object.assign({}, ...names.map((name) => sheet.get(name) ?? {}), own ?? {}) as Style
}

/** How many columns a grid of this template has; undefined where it says none. */
export function gridColumns(style: Style): number | undefined {
  const template = style['grid-template-columns']
  if (!template || template === 'none') return undefined
  const repeated = /repeat\(\s*(\d+)\s*,/.exec(template)
  if (repeated) return Number(repeated[1])
  if (/repeat\(/.test(template)) return undefined
  return (
    template
      .replace(/\([^)]*\)/g, '')
      .split(/\s+/)
      .filter(Boolean).length || undefined
  )
}

export function columnsOf(style: Style): number | undefined {
  const count = Number(/\b(\d+)\b(?!px|em|rem|%)/.exec(style['column-count'] ?? style.columns ?? '')?.[1])
  return count >= 1 && count <= 40 ? count : undefined
}

/** A length in px or per cent, as attributes and styles have it. */
export function lengthIn(text: string | undefined): { unit: 'px' | '%'; value: number } | undefined {
  const [, number, unit] = /^\s*(\d+(?:\.\d+)?)\s*(px|%|)\s*$/.exec(text ?? '') ?? []
  const value = Number(number)
  return number === undefined || value <= 0 ? undefined : { unit: unit === '%' ? '%' : 'px', value }
}
