import { GALLERY_FORMS, GALLERY_ORDERS } from '../../kinds/gallery/options.ts'
import { makeRow } from '../../post/changes/make-row.ts'
import { type Composition, partsOf } from '../../post/composition.ts'
import { MOST_PICTURES_IN_ROW, PICTURE_WIDTH, ROW_WIDTH } from '../../post/limits.ts'
import type { OnClick } from '../../post/on-click.ts'
import {
  CAPTION_PLACES,
  GROUNDS,
  MOST_BORDER,
  MOST_CORNER,
  MOVES,
  PLACE_MARKS,
  REVEALS,
  SLIDE_SECONDS,
  THROUGH,
} from '../../post/row-choices.ts'
import type { Row } from '../../post/row.ts'
import { webAddress } from '../../post/web-address.ts'
import { SEATS } from '../../house/seats.ts'
import { freshOptions } from '../../kinds/options.ts'
import { type Field, isWhy, numberOf, oneOf, quoted, unquoted, why, wordsOf, yesOrNo } from './fields.ts'

/** Every choice of a row as text; what a fresh row has is not said. */

/** How a value is written, and how it is read. */
type Form<V> = readonly [(value: NonNullable<V>) => string, (text: string) => V | { readonly why: string }]

const FRESH_ROW = makeRow('fresh', ['fresh'])

/** A choice that stands in the row itself. */
function own<K extends keyof Row>(name: string, key: K, [write, read]: Form<Row[K]>): Field<Row> {
  return {
    name,
    write: (row) => (row[key] === FRESH_ROW[key] ? undefined : write(row[key] as NonNullable<Row[K]>)),
    read(row, text) {
      const value = read(text)
      return isWhy(value) ? value : { ...row, [key]: value }
    },
  }
}

type Kind = 'one' | 'patchwork' | 'gallery' | 'slideshow'
const FRESH = freshOptions()

/** A choice that a kind of row keeps to itself. */
function of<K extends Kind, O extends keyof Row[K]>(
  kind: K,
  name: string,
  key: O,
  [write, read]: Form<Row[K][O]>,
): Field<Row> {
  return {
    name,
    write(row) {
      const value = row[kind][key]
      return JSON.stringify(value) === JSON.stringify((FRESH[kind] as Row[K])[key])
        ? undefined
        : write(value as NonNullable<Row[K][O]>)
    },
    read(row, text) {
      const value = read(text)
      return isWhy(value) ? value : { ...row, [kind]: { ...row[kind], [key]: value } }
    },
  }
}

const plain = String
const yes = (value: boolean) => (value ? 'yes' : 'no')
const number = (least: number, most: number) => (text: string) => numberOf(text, least, most)
const whole = (least: number, most: number) => (text: string) => numberOf(text, least, most, true)
const word =
  <W extends string>(words: readonly W[]) =>
  (text: string) =>
    oneOf(text, words)

/** `. | (. / .)`: one picture beside two that are stacked. */
export function joinedText(composition: Composition): string {
  if (composition === '.') return '.'
  const sign = 'beside' in composition ? ' | ' : ' / '
  return partsOf(composition)
    .map((part) => (part === '.' ? '.' : `(${joinedText(part)})`))
    .join(sign)
}

/** The composition that this text says. */
export function joinedOf(text: string): Composition | { readonly why: string } {
  const signs = text.replace(/\s+/g, '')
  let at = 0
  const depth = [...signs].reduce(
    ([now, most], sign) => {
      const next = now + (sign === '(' ? 1 : sign === ')' ? -1 : 0)
      return [next, Math.max(most, next)] as [number, number]
    },
    [0, 0] as [number, number],
  )[1]
  const wrong = () => why('expected pictures as dots, joined by | for beside and / for stacked, like “. | (. / .)”')
  if (depth > MOST_PICTURES_IN_ROW) return wrong()

  function part(): Composition | undefined {
    if (signs[at] === '.') return (at++, '.')
    if (signs[at] !== '(') return undefined
    at++
    const inner = joined()
    if (inner === undefined || signs[at] !== ')') return undefined
    at++
    return inner
  }
  function joined(): Composition | undefined {
    const first = part()
    const sign = signs[at]
    if (first === undefined || (sign !== '|' && sign !== '/')) return first
    const parts = [first]
    while (signs[at] === sign) {
      at++
      const next = part()
      if (next === undefined) return undefined
      parts.push(next)
    }
    return sign === '|' ? { beside: parts } : { stacked: parts }
  }
  const found = joined()
  return found === undefined || at < signs.length ? wrong() : found
}

const CLICKS = { nothing: 'nothing', enlarge: 'enlarge', file: 'picture-file', page: 'picture-page' } as const

export const clickText = (click: OnClick): string =>
  click.do === 'web-address'
    ? `${quoted(click.href)}${click.newWindow ? ' new' : ''}`
    : Object.entries(CLICKS).find(([, does]) => does === click.do)![0]

export function clickOfText(text: string): OnClick | { readonly why: string } {
  if (Object.hasOwn(CLICKS, text)) return { do: CLICKS[text as keyof typeof CLICKS] }
  const [address, ...rest] = wordsOf(text)
  if (address === undefined || webAddress(address) === undefined || (rest.length > 0 && rest.join(' ') !== 'new'))
    return why(`expected ${Object.keys(CLICKS).join(', ')} or a web address, got “${text}”`)
  return { do: 'web-address', href: address, newWindow: rest.length > 0 }
}

const { px, share } = PICTURE_WIDTH
function pictureWidth(text: string): Row['one']['width'] | { readonly why: string } {
  const [, value, unit] = /^(\S+?)\s*(px|%)$/.exec(text) ?? []
  if (!unit) return why(`expected px or per cent, like 300 px or 40 %, got “${text}”`)
  const limits = unit === 'px' ? px : share
  const found = numberOf(value!, limits.least, limits.most)
  return isWhy(found) ? found : { unit: unit as 'px' | '%', value: found }
}

function border(text: string): Row['border'] | { readonly why: string } {
  const [width = '', colour = ''] = text.split(/\s+/)
  const found = numberOf(width, 0, MOST_BORDER)
  if (isWhy(found)) return found
  return /^#[0-9a-f]{6}$/i.test(colour)
    ? { width: found, colour }
    : why(`expected a colour like #1d1b18, got “${colour}”`)
}

function tags(text: string): string[] | { readonly why: string } {
  const found = wordsOf(text)
  return found.every((tag) => tag.length <= 60) && found.length <= 500
    ? found
    : why('expected tags of 60 letters at most')
}

export const ROW_FIELDS: readonly Field<Row>[] = [
  own('sits', 'sits', [plain, word(SEATS)]),
  own('width', 'width', [plain, whole(ROW_WIDTH.least, ROW_WIDTH.most)]),
  of('one', 'side', 'side', [plain, word(['left', 'right'] as const)]),
  of('one', 'wide', 'width', [({ unit, value }) => `${value} ${unit}`, pictureWidth]),
  of('patchwork', 'joined', 'composition', [joinedText, joinedOf]),
  of('gallery', 'form', 'form', [plain, word(GALLERY_FORMS)]),
  of('gallery', 'across', 'across', [plain, whole(1, 12)]),
  of('gallery', 'cell', 'cell', [plain, number(0.3, 4)]),
  of('gallery', 'order', 'order', [plain, word(GALLERY_ORDERS)]),
  of('gallery', 'ground', 'ground', [plain, word(GROUNDS)]),
  of('gallery', 'filter', 'filter', [yes, yesOrNo]),
  of('gallery', 'filter without', 'tagsLeftOut', [(all) => all.map(quoted).join(', '), tags]),
  of('gallery', 'first', 'first', [plain, whole(1, 200)]),
  of('slideshow', 'frame', 'frame', [plain, number(0.3, 4)]),
  of('slideshow', 'slides across', 'across', [plain, whole(1, 6)]),
  of('slideshow', 'fill', 'fill', [yes, yesOrNo]),
  of('slideshow', 'move', 'move', [plain, word(MOVES)]),
  of('slideshow', 'seconds', 'seconds', [plain, number(SLIDE_SECONDS.least, SLIDE_SECONDS.most)]),
  of('slideshow', 'starts', 'starts', [yes, yesOrNo]),
  of('slideshow', 'arrows', 'arrows', [yes, yesOrNo]),
  of('slideshow', 'place', 'place', [plain, word(PLACE_MARKS)]),
  of('slideshow', 'full screen', 'fullScreen', [yes, yesOrNo]),
  own('reveal', 'reveal', [plain, word(REVEALS)]),
  own('share', 'share', [yes, yesOrNo]),
  own('gap', 'between', [plain, number(0, 200)]),
  own('space', 'space', [plain, number(0, 400)]),
  own('corner', 'corner', [plain, number(0, MOST_CORNER)]),
  own('border', 'border', [({ width, colour }) => `${width} ${colour}`, border]),
  own('captions', 'captions', [plain, word(CAPTION_PLACES)]),
  own('click', 'onClick', [clickText, clickOfText]),
  own('through', 'through', [plain, word(THROUGH)]),
  {
    name: 'set',
    write: ({ set }) =>
      set === null
        ? undefined
        : [
            set.id,
            quoted(set.name),
            ...(set.first === null ? [] : ['first', set.first]),
            ...(set.tag === null ? [] : ['tag', quoted(set.tag)]),
            ...(set.ownOrder ? ['own-order'] : []),
            ...(set.without.length ? ['without', ...set.without] : []),
          ].join(' '),
    read: (row, text) => setOf(row, wordsOf(text)),
  },
]

function setOf(row: Row, [id, name, ...rest]: readonly string[]): Row | { readonly why: string } {
  if (id === undefined || !/^[\w-]{1,64}$/.test(id)) return why('expected the name of a set as Set Row has it')
  const set: NonNullable<Row['set']> = { id, name: name ?? '', first: null, tag: null, ownOrder: false, without: [] }
  for (let i = 0; i < rest.length; i++) {
    const [said, next = ''] = [rest[i], rest[i + 1]]
    if (said === 'own-order') set.ownOrder = true
    else if (said === 'first') {
      const first = numberOf(next, 1, MOST_PICTURES_IN_ROW, true)
      if (isWhy(first)) return first
      set.first = first
      i++
    } else if (said === 'tag') {
      set.tag = unquoted(next)
      i++
    } else if (said === 'without') {
      set.without = rest.slice(i + 1)
      break
    } else return why(`“${said}” says nothing of a set`)
  }
  return { ...row, set }
}
