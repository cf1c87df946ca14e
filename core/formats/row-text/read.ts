import type { TextBlock } from '../../blocks/table.ts'
import { isRowKind } from '../../kinds/options.ts'
import { makeRow } from '../../post/changes/make-row.ts'
import { LONGEST, MOST_PICTURES_IN_ROW } from '../../post/limits.ts'
import { MOST_WORDS_PLACES, type PlacedWords, WORDS_SHARE, WORDS_SIT } from '../../post/placed-words.ts'
import type { PlacedPicture, Row } from '../../post/row.ts'
import { withoutKept } from '../incoming/tokens.ts'
import { type Element, isElement, type Node } from '../incoming/tree.ts'
import type { Image } from '../incoming/image.ts'
import { ROW_FIELDS } from './choices.ts'
import { type Field, isWhy, numberOf, oneOf, readFields, why, writeFields } from './fields.ts'
import { type Inherited, readPicture } from './picture-choices.ts'

/** A row from its text: the line that says what it is, and the pictures and words that follow. */

export interface RowReading {
  readonly newRowId: () => string
  readonly idOf: (image: Image) => string
  readonly inherited: (id: string, set: string | null) => Inherited
  /** the one picture in these nodes, with its link; undefined where there is none, or several */
  readonly imageIn: (nodes: readonly Node[]) => Image | undefined
  readonly blocksIn: (nodes: readonly Node[]) => TextBlock[]
}
export interface RowFault {
  /** of the text, from 1; undefined where nobody knows */
  readonly line: number | undefined
  readonly why: string
}

/** Where words stand, before their text is read. */
type Places = readonly Omit<PlacedWords, 'content'>[]
interface Told {
  readonly row: Row
  readonly places: Places
}

const PLACES: Field<Told> = {
  name: 'words',
  write: ({ places }) =>
    places.length ? places.map(({ at, share, sits }) => `${at} ${share} ${sits}`).join(', ') : undefined,
  read(told, text) {
    const places = text.split(',').map((one) => {
      const [place = '', part = '', sits = 'top'] = one.trim().split(/\s+/)
      const at = numberOf(place, 0, MOST_PICTURES_IN_ROW, true)
      const share = numberOf(part, WORDS_SHARE.least, WORDS_SHARE.most)
      const sit = oneOf(sits, WORDS_SIT)
      return isWhy(at) ? at : isWhy(share) ? share : isWhy(sit) ? sit : { at, share, sits: sit }
    })
    const fault = places.find(isWhy)
    if (fault) return fault
    return places.length > MOST_WORDS_PLACES
      ? why(`a row has words at ${MOST_WORDS_PLACES} places at most`)
      : { ...told, places: places as Places }
  },
}
const FIELDS: readonly Field<Told>[] = [
  ...ROW_FIELDS.map(
    (field): Field<Told> => ({
      name: field.name,
      write: ({ row }) => field.write(row),
      read(told, text) {
        const row = field.read(told.row, text)
        return isWhy(row) ? row : { ...told, row }
      },
    }),
  ),
  PLACES,
]

export const writeChoices = (row: Row): string => writeFields({ row, places: row.words }, FIELDS)

/** The order in which words come among the pictures: by their places, those of one place as they are. */
export const wordsInOrder = (places: Places): number[] =>
  places.map((_, i) => i).sort((a, b) => places[a]!.at - places[b]!.at || a - b)

/** What an item says below its picture: a caption, and in italics at its end a credit. */
function wordsOf(nodes: readonly Node[]): { caption: string; credit: string } {
  const leaves = leavesOf(nodes)
  while (leaves.at(-1) === 'br') leaves.pop()
  const at = leaves.findIndex((leaf) => leaf === 'image')
  const after = leaves.slice(at + 1)
  if (after[0] === 'br') after.shift()
  const last = after.at(-1)
  const credit = typeof last === 'object' && (after.length === 1 || after.at(-2) === 'br') ? last.credit : ''
  const rest = credit ? after.slice(0, -1) : after
  if (credit && rest.at(-1) === 'br') rest.pop()
  const caption = rest
    .map((leaf) => (leaf === 'br' ? '\n' : typeof leaf === 'object' ? (leaf.text ?? leaf.credit) : ''))
    .join('')
  return { caption, credit }
}

type Leaf = 'image' | 'br' | { readonly text?: string; readonly credit: string }

/** In an item a line that ends in the text ends what is said, too. */
function leavesOf(nodes: readonly Node[], leaves: Leaf[] = []): Leaf[] {
  for (const node of nodes) {
    if (!isElement(node)) {
      withoutKept(node.text)
        .split('\n')
        .forEach((text, i) => {
          const begun = leaves.length > 0 && leaves.at(-1) !== 'br'
          if (i > 0 && begun) leaves.push('br')
          if (text) leaves.push({ text, credit: '' })
        })
    } else if (node.tag === 'br') leaves.push('br')
    else if (node.tag === 'img') leaves.push('image')
    else if (node.tag === 'em' || node.tag === 'i') leaves.push({ credit: plain(node.children) })
    else leavesOf(node.children, leaves)
  }
  return leaves
}

const plain = (nodes: readonly Node[]): string =>
  nodes
    .map((node) =>
      !isElement(node) ? withoutKept(node.text).replace(/\n/g, ' ') : node.tag === 'br' ? '\n' : plain(node.children),
    )
    .join('')

const itemsOf = (element: Element | undefined): Element[] =>
  element === undefined
    ? []
    : element.tag === 'ul' || element.tag === 'ol'
      ? element.children.filter(isElement).filter(({ tag }) => tag === 'li')
      : [element]

/** `marker` says what the row is; `holder` is the list of its pictures, or the paragraph of its one picture. */
export function readRow(
  marker: Element,
  holder: Element | undefined,
  reading: RowReading,
): { readonly row: Row | undefined; readonly faults: readonly RowFault[] } {
  const line = marker.attrs['data-line'] ? Number(marker.attrs['data-line']) : undefined
  const faults: RowFault[] = []
  const fault = (text: string, at = line) => void faults.push({ line: at, why: text })
  const items = itemsOf(holder).map(({ children }) => ({ children, image: reading.imageIn(children) }))
  const pictured = items.filter(({ image }) => image !== undefined)
  if (pictured.length === 0) {
    fault('a row has a picture at least: a list of pictures, or a paragraph with one, follows this line')
    return { row: undefined, faults }
  }
  if (pictured.length > MOST_PICTURES_IN_ROW)
    fault(`${pictured.length} pictures; a row holds ${MOST_PICTURES_IN_ROW} at most: the rest is left out`)
  const kept = pictured.slice(0, MOST_PICTURES_IN_ROW)
  const ids = kept.map(({ image }) => reading.idOf(image!))
  const said = marker.attrs.kind ?? ''
  if (!isRowKind(said)) fault(`“${said}” is no kind of row`)
  const made: Row = {
    ...makeRow(reading.newRowId(), ids),
    ...(isRowKind(said) ? { kind: said } : {}),
  }
  const { value: told, faults: own } = readFields<Told>({ row: made, places: [] }, marker.attrs.choices ?? '', FIELDS)
  for (const text of own) fault(text)
  if (told.row.kind === 'one' && kept.length > 1)
    fault('one picture is what this row is of; side by side, it holds them all')
  const row: Row = told.row.kind === 'one' && kept.length > 1 ? { ...told.row, kind: 'side-by-side' } : told.row

  const pictures = kept.map(({ image, children }, i): PlacedPicture => {
    const inherited = reading.inherited(ids[i]!, row.set?.id ?? null)
    const item = { ...wordsOf(children), alt: image!.alt ?? '', href: image!.href, title: image!.title }
    const read = readPicture(item, { id: ids[i]!, row, inherited })
    for (const text of read.faults) fault(text, image!.line ?? line)
    return read.placed
  })
  const others = items.filter(({ image }) => image === undefined).map(({ children }) => children)
  const order = wordsInOrder(told.places)
  const words = told.places.flatMap((place, i): PlacedWords[] => {
    const children = others[order.indexOf(i)]
    const content = children ? reading.blocksIn(children) : []
    return children ? [{ ...place, content: content.length ? content : [{ type: 'paragraph' }] }] : []
  })
  const caption = others
    .slice(told.places.length)
    .map((children) => plain(unboxed(children)))
    .join('\n')
  return { row: { ...row, pictures, words, caption: caption.slice(0, LONGEST.caption) }, faults }
}

/** What stands in the paragraphs of a list's item. */
const unboxed = (nodes: readonly Node[]): Node[] =>
  nodes.flatMap((node) =>
    isElement(node) && node.tag === 'p' ? node.children : isElement(node) || node.text.trim() ? [node] : [],
  )
