import { type Flaw, FLAWS } from '../../core/looks/flaws.ts'
import {
  ALL_PICTURES,
  COUNTED_MATCHES,
  MOST_TAGS,
  type PictureChoices,
  type PictureCounts,
  type PictureFilters,
  PICTURE_KEEPS,
  type PictureKeep,
  type PicturePage,
  PICTURE_SHAPES,
  type PictureShape,
  PICTURES_A_PAGE,
  type PictureSearch,
  type PictureSort,
} from '../../core/wire/picture-search.ts'
import type { Db } from './open.ts'
import { PICTURE_COLUMNS, type PictureRow } from './picture-row.ts'
import type { PicturesTable } from './pictures-table.ts'
import { matchOf } from './searchable.ts'

const SEEN = `state = 'ready' AND deleted_at IS NULL`
const KEEPS: Record<PictureKeep, string> = {
  unused: 'shown_in = 0',
  silent: 'silent = 1',
  alike: 'alike_open = 1',
  ...(Object.fromEntries(FLAWS.map((flaw, i) => [flaw, `flaws & ${1 << i} <> 0`])) as Record<Flaw, string>),
}
/** By what the pages of an answer follow each other; the number decides between equals. */
const ORDERS: Record<PictureSort, { readonly by: string; readonly direction: 'ASC' | 'DESC' }> = {
  added: { by: 'number', direction: 'DESC' },
  taken: { by: 'COALESCE(taken_at, added_at)', direction: 'DESC' },
  title: { by: 'title COLLATE NOCASE', direction: 'ASC' },
}
/** Matches come in the order of their numbers: a page of the newest ends after its last picture. */
const MATCHING = 'picture_words CROSS JOIN pictures ON pictures.number = picture_words.rowid'

export type FindPictures = ReturnType<typeof findPictures>

/**
 * Answers questions for pictures by the page. A page costs as much as it holds, however many pictures there are, as the
 * orders have indexes; counts go through one narrow index, and with words end at `COUNTED_MATCHES`.
 */
export function findPictures(db: Db, pictures: PicturesTable) {
  const prepared = new Map<string, ReturnType<typeof db.prepare>>()
  const prepare = (sql: string) => {
    const known = prepared.get(sql)
    if (known) return known
    const statement = db.prepare(sql)
    prepared.set(sql, statement)
    return statement
  }
  /** What a question asks of each picture, as conditions and what stands in them. */
  function asked({ words, keeps, tag, month, shape, aside }: PictureFilters) {
    const match = matchOf(words)
    const conditions = [
      SEEN,
      `aside = ${aside ? 1 : 0}`,
      ...keeps.map((keep) => KEEPS[keep]),
      ...(match === undefined ? [] : ['picture_words MATCH @match']),
      ...(tag === '' ? [] : ['number IN (SELECT number FROM picture_tags WHERE tag = @tag)']),
      ...(month === '' ? [] : ['month = @month']),
      ...(shape === '' ? [] : ['shape = @shape']),
    ]
    const values = { match, tag: tag || undefined, month: month || undefined, shape: shape || undefined }
    return {
      match,
      where: conditions.join(' AND '),
      values: Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined)),
    }
  }

  function page(search: PictureSearch): PictureRow[] {
    const { by, direction } = ORDERS[search.sort]
    const { match, where, values } = asked(search)
    const from = search.after === undefined ? undefined : placeOf(search.after)
    const beyond = direction === 'DESC' ? '<' : '>'
    const byNumber = search.sort === 'added'
    const place = byNumber && match !== undefined ? 'picture_words.rowid' : by
    const further = !from
      ? ''
      : byNumber
        ? `AND ${place} ${beyond} @number`
        : `AND (${by}, number) ${beyond} (@value, @number)`
    const sql = `SELECT ${PICTURE_COLUMNS} FROM ${match === undefined ? 'pictures' : MATCHING}
      WHERE ${where} ${further}
      ORDER BY ${place} ${direction}${byNumber ? '' : `, number ${direction}`} LIMIT ${PICTURES_A_PAGE + 1}`
    return prepare(sql).all({ ...values, ...from }) as PictureRow[]
  }

  /** The narrow columns of all pictures that answer; of words, the newest matches alone. */
  function narrow(filters: PictureFilters) {
    const { match, where, values } = asked(filters)
    const columns = 'number, shown_in, silent, alike_open, flaws, shape, month'
    const from =
      match === undefined
        ? `SELECT ${columns} FROM pictures INDEXED BY pictures_filtered WHERE ${where}`
        : `SELECT ${columns} FROM ${MATCHING} WHERE ${where} ORDER BY picture_words.rowid DESC LIMIT ${COUNTED_MATCHES}`
    return { from, values }
  }

  function counted<T>(filters: PictureFilters, columns: string): T {
    const { from, values } = narrow(filters)
    return prepare(`SELECT ${columns} FROM (${from})`).get(values) as T
  }

  function grouped(filters: PictureFilters, what: 'tag' | 'month'): Counted[] {
    const { from, values } = narrow({ ...filters, [what]: '' })
    const sql =
      what === 'tag'
        ? `SELECT tag AS value, count(*) AS count FROM (${from}) AS found JOIN picture_tags USING (number)
            GROUP BY tag ORDER BY count DESC, value LIMIT ${MOST_TAGS}`
        : `SELECT month AS value, count(*) AS count FROM (${from}) WHERE month IS NOT NULL
            GROUP BY month ORDER BY month DESC`
    return prepare(sql).all(values) as Counted[]
  }

  const sums = (conditions: Readonly<Record<string, string>>) =>
    Object.entries(conditions)
      .map(([name, condition]) => `COALESCE(sum(${condition}), 0) AS "${name}"`)
      .join(', ')
  const SHAPES = Object.fromEntries(PICTURE_SHAPES.map((shape) => [shape, `shape = '${shape}'`]))

  return {
    counts(filters: PictureFilters): PictureCounts {
      // Where no shape is asked for, one walk counts everything.
      const together = filters.shape === ''
      const first = counted<Record<PictureKeep | PictureShape | 'found', number>>(
        filters,
        `count(*) AS found, ${sums(KEEPS)}${together ? `, ${sums(SHAPES)}` : ''}`,
      )
      const second = together ? first : counted<PictureCounts['shapes']>({ ...filters, shape: '' }, sums(SHAPES))
      const { all } = counted<{ all: number }>(ALL_PICTURES, 'count(*) AS "all"')
      const { aside } = counted<{ aside: number }>({ ...filters, aside: true }, 'count(*) AS aside')
      const only = <K extends string>(names: readonly K[], from: Record<K, number>) =>
        Object.fromEntries(names.map((name) => [name, from[name]])) as Record<K, number>
      return { all, found: first.found, keeps: only(PICTURE_KEEPS, first), aside, shapes: only(PICTURE_SHAPES, second) }
    },
    choices: (filters: PictureFilters): PictureChoices => ({
      tags: grouped(filters, 'tag'),
      months: grouped(filters, 'month'),
    }),
    page(search: PictureSearch): PicturePage {
      const rows = page(search)
      const shown = rows.slice(0, PICTURES_A_PAGE)
      return {
        pictures: pictures.withFiles(shown),
        next: rows.length > shown.length ? cursorOf(shown.at(-1)!, search.sort) : null,
      }
    },
  }
}

type Counted = PictureChoices['tags'][number]

interface Place {
  readonly value: string
  readonly number: number
}

const cursorOf = (row: PictureRow, sort: PictureSort): string => {
  const value = sort === 'title' ? row.title : sort === 'taken' ? (row.taken_at ?? row.added_at) : ''
  return Buffer.from(JSON.stringify({ value, number: row.number } satisfies Place)).toString('base64url')
}

/** A cursor that is none of ours begins at the beginning. */
function placeOf(cursor: string): Place | undefined {
  try {
    const { value, number } = JSON.parse(Buffer.from(cursor, 'base64url').toString()) as Partial<Place>
    return typeof value === 'string' && Number.isSafeInteger(number) ? { value, number: number! } : undefined
  } catch {
    return undefined
  }
}
