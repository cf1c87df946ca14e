import type { HouseStyle } from '../house/house-style.ts'
import { escape } from './html.ts'

/** Files that every page of a blog names: the house's style sheet and its icon. */
export interface HouseFiles {
  readonly sheet: string
  readonly icon: string
}

/** The first letters of the first two words: `initialsOf('Slack Line')` is "SL". */
export function initialsOf(name: string): string {
  const words = name.normalize('NFC').match(/[\p{L}\p{N}][\p{L}\p{N}\p{M}'’]*/gu) ?? []
  return words
    .slice(0, 2)
    .map((word) => [...word][0]!.toUpperCase())
    .join('')
}

/** The blog's icon: its initials, in the colours of the house. An SVG without anything that could be fetched or run. */
export function siteIcon({ blogName, colours: { ground, ink } }: HouseStyle): string {
  const letters = initialsOf(blogName)
  const size = letters.length > 1 ? 34 : 44
  const place = `x="32" y="${32 + size * 0.35}" text-anchor="middle"`
  const type = `fill="${ground}" font-family="Georgia, serif" font-size="${size}" font-weight="700"`
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 64 64">
<rect width="64" height="64" rx="6" fill="${ink}"/>
<text ${place} ${type}>${escape(letters)}</text>
</svg>
`
}
