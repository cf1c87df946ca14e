import type { Gathered, Gathering, GatheringKind, GatheringNews } from '../../core/wire/gathering.ts'
import type { Problem } from '../../core/wire/problem.ts'
import type { Db } from './open.ts'

interface GatheringRow {
  id: string
  kind: GatheringKind
  name: string
  post_id: string | null
  request: string
  state: Gathering['state']
  skipped: number
  problem: string | null
  news: number
  begun_at: string
  found: number
}

interface GatheredRow {
  place: number
  name: string
  bytes: number | null
  number: number
  state: Gathered['state']
  picture_id: string | null
  problem: string | null
  remark: string | null
}

export interface NewGathering {
  readonly id: string
  readonly kind: GatheringKind
  readonly name: string
  readonly post: string | null
  readonly request: unknown
  readonly begunAt: string
}

/** A file of a gathering, with the number that it has among all pictures. */
export interface GatheredFile extends Gathered {
  readonly number: number
}

export type GatheringsTable = ReturnType<typeof gatheringsTable>

export function gatheringsTable(db: Db) {
  const columns = `id, kind, name, post_id, request, state, skipped, problem, news, begun_at,
    (SELECT count(*) FROM gathered WHERE gathering_id = gatherings.id) AS found`
  const insert = db.prepare(`
    INSERT INTO gatherings (id, kind, name, post_id, request, state, skipped, problem, news, begun_at)
    VALUES (@id, @kind, @name, @post, @request, 'running', 0, NULL, 1, @begunAt)`)
  const byId = db.prepare<{ id: string }, GatheringRow>(`SELECT ${columns} FROM gatherings WHERE id = @id`)
  const all = db.prepare<[], GatheringRow>(`SELECT ${columns} FROM gatherings ORDER BY begun_at, id`)
  const step = db.prepare<{ id: string }, { news: number }>(`
    UPDATE gatherings SET news = news + 1 WHERE id = @id RETURNING news`)
  const setState = db.prepare(`
    UPDATE gatherings SET state = @state, problem = @problem, skipped = @skipped WHERE id = @id`)
  const remove = db.prepare('DELETE FROM gatherings WHERE id = @id')
  const addFile = db.prepare(`
    INSERT INTO gathered (gathering_id, place, name, bytes, number, state, news)
    VALUES (@id, @place, @name, @bytes, @number, 'waiting', @news)`)
  const setFile = db.prepare(`
    UPDATE gathered SET state = @state, picture_id = @picture, problem = @problem, remark = @remark, news = @news
    WHERE gathering_id = @id AND place = @place`)
  const files = db.prepare<{ id: string; news: number }, GatheredRow>(`
    SELECT place, name, bytes, number, state, picture_id, problem, remark
    FROM gathered WHERE gathering_id = @id AND news > @news ORDER BY place`)

  const fileAt = db.prepare<{ id: string; place: number }, GatheredRow>(`
    SELECT place, name, bytes, number, state, picture_id, problem, remark
    FROM gathered WHERE gathering_id = @id AND place = @place`)

  const told = (row: GatheringRow): Gathering => ({
    id: row.id,
    kind: row.kind,
    name: row.name,
    post: row.post_id,
    state: row.state,
    found: row.found,
    skipped: row.skipped,
    problem: row.problem === null ? null : (JSON.parse(row.problem) as Problem),
  })
  const file = (row: GatheredRow): GatheredFile => ({
    place: row.place,
    name: row.name,
    bytes: row.bytes,
    number: row.number,
    state: row.state,
    picture: row.picture_id,
    problem: row.problem === null ? null : (JSON.parse(row.problem) as Problem),
    remark: row.remark,
  })

  return {
    add: ({ request, ...rest }: NewGathering): void => void insert.run({ ...rest, request: JSON.stringify(request) }),
    find(id: string): (Gathering & { readonly request: unknown; readonly begunAt: string }) | undefined {
      const row = byId.get({ id })
      return row && { ...told(row), request: JSON.parse(row.request) as unknown, begunAt: row.begun_at }
    },
    list: (): (Gathering & { readonly begunAt: string })[] =>
      all.all().map((row) => ({ ...told(row), begunAt: row.begun_at })),
    setState: db.transaction(
      (id: string, { state, problem, skipped }: Pick<Gathering, 'state' | 'problem' | 'skipped'>) => {
        setState.run({ id, state, skipped, problem: problem && JSON.stringify(problem) })
        step.get({ id })
      },
    ),
    /** Files as they were found, all at once: those that a list names before any of them has come. */
    addFiles: db.transaction(
      (id: string, found: readonly Pick<GatheredFile, 'place' | 'name' | 'bytes' | 'number'>[]) => {
        const { news } = step.get({ id })!
        for (const one of found) addFile.run({ ...one, id, news })
      },
    ),
    setFile: db.transaction((id: string, { problem, ...rest }: Omit<Gathered, 'name' | 'bytes'>) => {
      const { news } = step.get({ id })!
      setFile.run({ ...rest, id, news, problem: problem && JSON.stringify(problem) })
    }),
    files: (id: string): GatheredFile[] => files.all({ id, news: 0 }).map(file),
    file(id: string, place: number): GatheredFile | undefined {
      const row = fileAt.get({ id, place })
      return row && file(row)
    },
    newsOf(id: string, since: number): GatheringNews | undefined {
      const row = byId.get({ id })
      if (!row) return undefined
      const changed = files.all({ id, news: since }).map((one) => {
        const { number: _, ...rest } = file(one)
        return rest
      })
      return { gathering: told(row), changed, news: row.news }
    },
    remove: (id: string): void => void remove.run({ id }),
  }
}
