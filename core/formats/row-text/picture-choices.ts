import { LONGEST, OWN_CROP } from '../../post/limits.ts'
import type { OnClick } from '../../post/on-click.ts'
import { type Pointer, Pointers } from '../../post/pointers.ts'
import type { PlacedPicture, Row } from '../../post/row.ts'
import { type PictureTexts, textsInRow } from '../../post/texts.ts'
import { webAddress } from '../../post/web-address.ts'
import { seenLines } from '../tidied.ts'
import { clickOfText, clickText } from './choices.ts'
import { type Field, isWhy, numberOf, quoted, readFields, why, wordsOf, writeFields } from './fields.ts'

/** A picture of a row as its text has it: what a reader sees of it, and in `title` what else the row says of it. */
export interface PictureItem {
  readonly alt: string
  readonly caption: string
  readonly credit: string
  /** where a click leads that leads to a web address */
  readonly href: string | undefined
  readonly title: string
}

/** What a picture has of itself, or of the set that the row shows. */
export interface Inherited extends Pick<PictureTexts, 'alt' | 'caption' | 'credit'> {
  readonly link: string
}

/** What a placed picture shows where its row says nothing of its own. */
export function inheritedFrom(
  library: ReadonlyMap<string, PictureTexts & { readonly link: string }>,
): (placed: PlacedPicture) => Inherited {
  return ({ id, inSet }) => {
    const own = library.get(id)
    return { ...textsInRow(inSet ? { id, inSet } : { id }, own), link: own?.link ?? '' }
  }
}

const WORDINGS = ['alt', 'caption', 'credit'] as const
type Wording = (typeof WORDINGS)[number]

/** While it is read: which of its words are its own though they are what it would inherit anyway. */
interface Told {
  readonly placed: PlacedPicture
  readonly own: readonly (Wording | 'click')[]
  readonly newWindow: boolean
}

const flag = (name: string, has: (told: Told) => boolean, put: (told: Told) => Told): Field<Told> => ({
  name,
  write: (told) => (has(told) ? '' : undefined),
  read: (told, value) => (value === '' ? put(told) : why(`expected nothing after it, got “${value}”`)),
})
const change = (told: Told, placed: Partial<PlacedPicture>): Told => ({
  ...told,
  placed: { ...told.placed, ...placed },
})

const FIELDS: readonly Field<Told>[] = [
  ...([...WORDINGS, 'click'] as const).map((name) =>
    flag(
      `own ${name}`,
      ({ own }) => own.includes(name),
      (told) => ({ ...told, own: [...told.own, name] }),
    ),
  ),
  flag(
    'new window',
    ({ newWindow }) => newWindow,
    (told) => ({ ...told, newWindow: true }),
  ),
  {
    name: 'click',
    // One that leads to a web address is the link around the picture.
    write: ({ placed: { onClick } }) => (onClick && onClick.do !== 'web-address' ? clickText(onClick) : undefined),
    read(told, text) {
      const click = clickOfText(text)
      return isWhy(click) ? click : change(told, { onClick: click })
    },
  },
  {
    name: 'crop',
    write: ({ placed: { crop } }) => (crop === undefined ? undefined : String(crop)),
    read(told, text) {
      const crop = numberOf(text, OWN_CROP.least, OWN_CROP.most)
      return isWhy(crop) ? crop : change(told, { crop })
    },
  },
  flag(
    'lead',
    ({ placed }) => placed.lead === true,
    (told) => change(told, { lead: true }),
  ),
  flag(
    'pinned',
    ({ placed }) => placed.pinned === true,
    (told) => change(told, { pinned: true }),
  ),
  {
    name: 'points at',
    write: ({ placed: { pointers } }) => pointers?.map(pointerText).join(', '),
    read(told, text) {
      const pointers = pointersOf(text)
      return isWhy(pointers) ? pointers : change(told, { pointers })
    },
  },
]

/** `number .3 .5 "the bridle"`, `ring x y radius "…"`, `arrow x y from x y "…"`, places as shares of the upright original. */
function pointerText(pointer: Pointer): string {
  const place = ({ x, y }: { x: number; y: number }) => `${x} ${y}`
  const more =
    pointer.kind === 'ring' ? ` ${pointer.radius}` : pointer.kind === 'arrow' ? ` from ${place(pointer.from)}` : ''
  return `${pointer.kind} ${place(pointer.at)}${more} ${quoted(pointer.says)}`
}

function pointersOf(text: string): Pointer[] | { readonly why: string } {
  const words = wordsOf(text)
  const found: unknown[] = []
  while (words.length) {
    const kind = words.shift()
    const place = () => ({ x: Number(words.shift()), y: Number(words.shift()) })
    const at = place()
    const more =
      kind === 'ring' ? { radius: Number(words.shift()) } : kind === 'arrow' ? { from: (words.shift(), place()) } : {}
    found.push({ kind, at, ...more, says: words.shift() })
  }
  const parsed = Pointers.safeParse(found)
  return parsed.success ? parsed.data : why('expected pointers like: number 0.3 0.5 "the bridle"')
}

/** Where a click on it leads, where it has no choice of its own in the row. */
const inheritedHref = (row: Row, link: string): string | undefined =>
  row.onClick?.do === 'web-address' ? link || row.onClick.href : undefined

/** As texts have them that go out. */
const seenTexts = ({ alt, caption, credit, link }: Inherited): Inherited => ({
  alt: seenLines(alt),
  caption: seenLines(caption),
  credit: seenLines(credit),
  link,
})

export function writePicture(placed: PlacedPicture, row: Row, given: Inherited): PictureItem {
  const inherited = seenTexts(given)
  const click = placed.onClick
  const plainHref = click ? undefined : inheritedHref(row, inherited.link)
  const href = click?.do === 'web-address' ? click.href : plainHref
  const own = WORDINGS.filter((name) => placed[name] !== undefined && placed[name] === inherited[name])
  const sameClick = click?.do === 'web-address' && click.href === inheritedHref(row, inherited.link)
  return {
    alt: placed.alt ?? inherited.alt,
    caption: placed.caption ?? inherited.caption,
    credit: placed.credit ?? inherited.credit,
    href: href !== undefined && webAddress(href) === undefined ? undefined : href,
    title: writeFields(
      {
        placed,
        own: [...own, ...(sameClick ? (['click'] as const) : [])],
        newWindow: click?.do === 'web-address' && click.newWindow,
      },
      FIELDS,
    ),
  }
}

/** The picture at its place in the row; what it says like what it would inherit anyhow, it inherits. */
export function readPicture(
  item: PictureItem,
  { id, row, inherited: given }: { readonly id: string; readonly row: Row; readonly inherited: Inherited },
): { readonly placed: PlacedPicture; readonly faults: readonly string[] } {
  const inherited = seenTexts(given)
  const { value, faults } = readFields<Told>({ placed: { id }, own: [], newWindow: false }, item.title, FIELDS)
  const { placed, own, newWindow } = value
  const worded = WORDINGS.flatMap((name) => {
    const text = item[name].slice(0, LONGEST[name])
    return text !== inherited[name] || own.includes(name) ? [[name, text] as const] : []
  })
  const tooLong = WORDINGS.flatMap((name) =>
    item[name].length > LONGEST[name] ? [`${name}: cut off after ${LONGEST[name]} letters`] : [],
  )
  return { placed: ordered({ ...placed, ...Object.fromEntries(worded), ...click() }), faults: [...faults, ...tooLong] }

  function click(): { onClick?: OnClick } {
    const { href } = item
    if (placed.onClick || href === undefined || webAddress(href) === undefined) return {}
    const same = href === inheritedHref(row, inherited.link)
    return same && !own.includes('click') ? {} : { onClick: { do: 'web-address', href, newWindow } }
  }
}

/** The fields in the order in which a post has them. */
function ordered({ id, alt, caption, credit, onClick, ...more }: PlacedPicture): PlacedPicture {
  return {
    id,
    ...(alt === undefined ? {} : { alt }),
    ...(caption === undefined ? {} : { caption }),
    ...(credit === undefined ? {} : { credit }),
    ...(onClick === undefined ? {} : { onClick }),
    ...more,
  }
}
