import {
  COUNTED_MATCHES,
  type PictureCounts,
  type PictureFilter,
  type PicturePage,
  PICTURES_A_PAGE,
  type PictureSearch,
  type PictureSort,
} from '../../core/wire/picture-search.ts'
import type { Db } from './open.ts'
import { PICTURE_COLUMNS, type PictureRow, type PicturesTable } from './pictures-table.ts'
import { matchOf } from './searchable.ts'

const SEEN = `state = 'ready' AND deleted_at IS NULL`
const KEEPS: Record<PictureFilter, string> = { all: '', unused: 'AND shown_in = 0', silent: `AND alt = ''` }
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
 * Answers questions for pictures by the page. A page costs as much as it holds, however many pictures there are:
 * the filters and orders have indexes, counts without words are kept by triggers, and counts with words end at
 * `COUNTED_MATCHES`.
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
  const kept = db.prepare<[], Record<'seen' | 'unused' | 'silent', number>>(
    'SELECT seen, unused, silent FROM picture_counts',
  )

  function page({ filter, sort, after }: PictureSearch, match: string | undefined): PictureRow[] {
    const { by, direction } = ORDERS[sort]
    const from = after === undefined ? undefined : placeOf(after)
    const beyond = direction === 'DESC' ? '<' : '>'
    const place = sort === 'added' && match !== undefined ? 'picture_words.rowid' : by
    const where = [
      SEEN,
      KEEPS[filter],
      match === undefined ? '' : 'AND picture_words MATCH @match',
      !from
        ? ''
        : sort === 'added'
          ? `AND ${place} ${beyond} @number`
          : `AND (${by}, number) ${beyond} (@value, @number)`,
    ]
    const sql = `SELECT ${PICTURE_COLUMNS} FROM ${match === undefined ? 'pictures' : MATCHING}
      WHERE ${where.filter(Boolean).join(' ')}
      ORDER BY ${place} ${direction}${sort === 'added' ? '' : `, number ${direction}`} LIMIT ${PICTURES_A_PAGE + 1}`
    return prepare(sql).all({ ...(match === undefined ? {} : { match }), ...from }) as PictureRow[]
  }

  function counts(match: string | undefined): Record<PictureFilter, number> {
    if (match === undefined) {
      const { seen, ...rest } = kept.get()!
      return { all: seen, ...rest }
    }
    const matches = `SELECT shown_in, alt FROM ${MATCHING} WHERE picture_words MATCH @match AND ${SEEN}
      LIMIT ${COUNTED_MATCHES}`
    const sql = `SELECT count(*) AS "all", COALESCE(sum(shown_in = 0), 0) AS unused,
        COALESCE(sum(alt = ''), 0) AS silent
      FROM (${matches})`
    return prepare(sql).get({ match }) as Record<PictureFilter, number>
  }

  return {
    counts: (words: string): PictureCounts => counts(matchOf(words)),
    page(search: PictureSearch): PicturePage {
      const match = matchOf(search.words)
      const rows = page(search, match)
      const shown = rows.slice(0, PICTURES_A_PAGE)
      return {
        pictures: pictures.withFiles(shown),
        next: rows.length > shown.length ? cursorOf(shown.at(-1)!, search.sort) : null,
      }
    },
  }
}

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
