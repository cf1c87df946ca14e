import { type Block, isRow } from '../../post/body.ts'
import type { Row } from '../../post/row.ts'
import type { Picture } from '../../wire/picture.ts'
import { readMarkdownBody } from '../incoming/read-body.ts'
import { decoded } from '../incoming/addresses.ts'
import { markdownOf } from '../markdown-out.ts'
import { ownEnding, picturePaths } from '../picture-names.ts'
import { inheritedFrom } from './picture-choices.ts'
import type { RowFault } from './read.ts'

/** The text form of one row, to be read, edited and put back. */

export interface FormSetting {
  /** those that the text may name: of the row, and of the tray */
  readonly pictures: readonly Picture[]
  readonly measure: number
}

const FOLDER = 'pictures/'
const pathsOf = ({ pictures }: FormSetting) => picturePaths(pictures, ownEnding)

const inheritedBy = ({ pictures }: FormSetting) =>
  inheritedFrom(new Map(pictures.map((picture) => [picture.id, picture])))

/** The row as text. What is no longer here is named by its id. */
export function formOf(row: Row, setting: FormSetting): string {
  const paths = pathsOf(setting)
  return markdownOf([{ type: 'row', attrs: row }], {
    src: (id) => FOLDER + encodeURI(paths.get(id) ?? id),
    inherited: inheritedBy(setting),
    measure: setting.measure,
    alwaysSaid: true,
  })
}

export interface ReadForm {
  /** undefined where the text says no row */
  readonly row: Row | undefined
  readonly faults: readonly RowFault[]
}

/** The row that the text says, in the place of `before`. */
export function rowOfForm(text: string, before: Row, setting: FormSetting): ReadForm {
  const paths = pathsOf(setting)
  const byPath = new Map([...paths].map(([id, path]) => [FOLDER + path, id]))
  const known = new Map(before.pictures.map((placed) => [placed.id, placed]))
  const inherited = inheritedBy(setting)
  const unknown: RowFault[] = []
  const read = readMarkdownBody(text, {
    measure: setting.measure,
    newRowId: () => before.id,
    pictures: {
      idOf({ src, line }) {
        const path = decoded(src)
        const own = path.slice(FOLDER.length)
        const id = byPath.get(path) ?? byPath.get(FOLDER + path) ?? (known.has(own) ? own : undefined)
        if (id === undefined) unknown.push({ line, why: `no picture of this row or of the tray is called “${path}”` })
        return id ?? 'unknown'
      },
      inherited: (id, set) => {
        const placed = known.get(id)
        return inherited(placed && set === (before.set?.id ?? null) ? placed : { id })
      },
    },
  })
  const rows = read.blocks.filter(isRow)
  const others = read.blocks.filter((block: Block) => !isRow(block))
  const faults = [
    ...read.faults,
    ...unknown,
    ...(rows.length === 0 && read.faults.length === 0
      ? [{ line: 1, why: 'a row begins with a line like [row]: #gallery, and its pictures follow' }]
      : []),
    ...(rows.length > 1 ? [{ line: undefined, why: `${rows.length} rows; this text is of one` }] : []),
    ...(others.length ? [{ line: undefined, why: 'there is text outside of the row, which has no place in it' }] : []),
  ]
  const row = rows[0]?.attrs
  if (!row) return { row: undefined, faults }
  // What the set says of its pictures stays with them.
  const pictures = row.pictures.map((placed) => {
    const inSet = row.set && row.set.id === before.set?.id ? known.get(placed.id)?.inSet : undefined
    return inSet ? { ...placed, inSet } : placed
  })
  return { row: { ...row, id: before.id, pictures }, faults: faults.sort((a, b) => (a.line ?? 0) - (b.line ?? 0)) }
}
