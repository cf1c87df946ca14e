import { allPictures, type LaidRow } from '../place/lay-row.ts'
import type { FilterTag } from '../post/filter-tags.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { say } from '../readers/words.ts'
import { attributes, escape, figure } from './html.ts'

export const tagId = (rowId: string, key: string): string => `row-${rowId}-tag-${key}`
/** Class of the pictures that have the tag, so written that it stands in a selector as it is. */
export const tagClass = (key: string): string => `tag-${key}`

export const classesOfTags = (tags: readonly string[], filter: readonly FilterTag[]): string[] =>
  filter.filter(({ tag }) => tags.includes(tag)).map(({ key }) => tagClass(key))

/** One link for each tag: addresses that work by themselves, through the style sheet. */
export function filterHtml(laid: LaidRow, tags: readonly FilterTag[], house: HouseStyle): string {
  const { id } = laid.row
  const link = (href: string, words: string, count: number, own: Record<string, string>) =>
    `<li><a${attributes({ href: `#${href}`, ...own })}>${escape(words)} <span>${count}</span></a></li>`
  const all = link(`row-${id}`, say(house, 'all'), allPictures(laid).length, { 'data-tag': '' })
  return `<nav${attributes({ class: 'filter', 'aria-label': say(house, 'onlyPicturesOf') })}><ul>${all}${tags.map(({ tag, key, count }) => link(tagId(id, key), tag, count, { 'data-tag': key, id: tagId(id, key) })).join('')}</ul></nav>`
}

/**
 * The rules that leave only the pictures of one tag, of what is shown first and of the rest alike. Even cells
 * close up by themselves; elsewhere what is left runs on in lines of about the height the gallery has.
 */
export function filterCss(laid: LaidRow, tags: readonly FilterTag[]): string {
  const id = `.page #row-${laid.row.id}`
  const only = tags.map(
    ({ key }) =>
      `${id}:is([data-tag="${key}"],:has(#${tagId(laid.row.id, key)}:target)) .pic:not(.${tagClass(key)}){display:none}`,
  )
  const filtered = `${id}:is([data-tag],:has(.filter :target))`
  const { form } = laid.layout.variants[0]!
  const whole = laid.rest
    ? `${filtered} .parts :is(.row,.rest).rest,${filtered} .parts .row.row{display:contents}${filtered} .more{display:none}`
    : ''
  if (form.type === 'cells') return onScreen([...only, whole])
  const shapes = allPictures(laid).map(({ shape }) => shape.aspect)
  const flow =
    `${id}{--mean:${figure(shapes.reduce((sum, aspect) => sum + aspect, 0) / shapes.length)}}` +
    `${filtered} ${laid.rest ? '.parts' : '.row.row'}{display:flex;flex-flow:row wrap;gap:var(--gap);height:auto}` +
    `${filtered} .row>.pic:nth-child(n){position:static;flex:none;max-width:none;width:min(100%,var(--a)*${Math.round(1000 / Math.max(1, laid.row.gallery.across)) / 10}cqi/var(--mean));--h:auto}` +
    `@container row (width < 420px){${filtered} .row>.pic:nth-child(n){width:min(100%,var(--a)*46cqi/var(--mean))}}`
  return onScreen([...only, flow, whole])
}

/** What a reader chose is not what goes on paper. */
const onScreen = (rules: readonly string[]): string => `@media screen{${rules.join('')}}`
