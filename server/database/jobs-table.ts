import { ALWAYS, type Held } from '../../core/times/held.ts'
import type { Job, Stage } from '../../core/wire/job.ts'
import type { Problem } from '../../core/wire/problem.ts'
import type { Db } from './open.ts'

/** What a job is asked to do. */
export type Task =
  | {
      readonly kind: 'publish'
      readonly postId: string
      readonly version: number
      readonly as: 'draft' | 'live'
      readonly held: Held
      /** another blog; left out for one's own */
      readonly blog?: string
    }
  | { readonly kind: 'withdraw'; readonly postId: string; readonly patient: boolean; readonly blog?: string }

export interface StoredJob extends Omit<Job, 'publication' | 'post'> {
  readonly task: Task
  readonly tries: number
}

interface JobRow {
  id: string
  post_id: string
  kind: 'publish' | 'withdraw'
  version: number | null
  as_state: 'draft' | 'live' | null
  state: Job['state']
  stage: Stage | null
  done: number
  total: number
  patient: 0 | 1
  tries: number
  problem: string | null
  shows_from: string | null
  shows_until: string | null
  blog: string | null
}

const COLUMNS =
  'id, post_id, kind, version, as_state, state, stage, done, total, patient, tries, problem, shows_from, shows_until, blog'

export type JobsTable = ReturnType<typeof jobsTable>

export function jobsTable(db: Db) {
  const insert = db.prepare(`
    INSERT INTO jobs (id, post_id, kind, version, as_state, state, patient, created_at, shows_from, shows_until, blog)
    VALUES (@id, @postId, @kind, @version, @as, 'waiting', @patient, @now, @from, @until, @blog)`)
  const byId = db.prepare<{ id: string }, JobRow>(`SELECT ${COLUMNS} FROM jobs WHERE id = @id`)
  const next = db.prepare<{ now: string }, JobRow>(`
    SELECT ${COLUMNS} FROM jobs WHERE state = 'waiting' AND (not_before IS NULL OR not_before <= @now)
    ORDER BY key LIMIT 1`)
  const soonest = db.prepare<[], { at: string | null }>(`
    SELECT min(not_before) AS at FROM jobs WHERE state = 'waiting'`)
  const patient = db.prepare<{ postId: string | null }, JobRow>(`
    SELECT ${COLUMNS} FROM jobs
    WHERE state = 'waiting' AND patient = 1 AND (@postId IS NULL OR post_id = @postId) ORDER BY key`)
  const setStage = db.prepare(
    `UPDATE jobs SET state = 'running', stage = @stage, done = @done, total = @total
     WHERE id = @id AND state IN ('waiting', 'running')`,
  )
  const setEnded = db.prepare(`
    UPDATE jobs SET state = @state, problem = @problem, ended_at = @now WHERE id = @id`)
  const putOff = db.prepare(`
    UPDATE jobs SET state = 'waiting', tries = tries + 1, not_before = @until, problem = @problem WHERE id = @id`)
  const remove = db.prepare('DELETE FROM jobs WHERE id = @id')
  const takeUp = db.prepare(
    `UPDATE jobs SET state = 'waiting', not_before = NULL WHERE state IN ('waiting', 'running')`,
  )
  const forget = db.prepare('DELETE FROM jobs WHERE ended_at < @moment')

  const ofBlog = ({ blog }: JobRow) => (blog === null ? {} : { blog })
  const value = (row: JobRow): StoredJob => ({
    id: row.id,
    kind: row.kind,
    state: row.state,
    stage: row.stage,
    done: row.done,
    total: row.total,
    tries: row.tries,
    problem: row.problem === null ? null : (JSON.parse(row.problem) as Problem),
    blog: row.blog,
    task:
      row.kind === 'publish'
        ? {
            kind: 'publish',
            postId: row.post_id,
            version: row.version!,
            as: row.as_state!,
            held: { from: row.shows_from, until: row.shows_until },
            ...ofBlog(row),
          }
        : { kind: 'withdraw', postId: row.post_id, patient: row.patient === 1, ...ofBlog(row) },
  })

  return {
    add(id: string, task: Task, now: string): void {
      const publish = task.kind === 'publish' ? task : { version: null, as: null, held: ALWAYS }
      const { version, as, held } = publish
      const waits = task.kind === 'withdraw' && task.patient
      insert.run({
        id,
        postId: task.postId,
        kind: task.kind,
        version,
        as,
        patient: waits ? 1 : 0,
        now,
        ...held,
        blog: task.blog ?? null,
      })
    },
    find(id: string): StoredJob | undefined {
      const row = byId.get({ id })
      return row && value(row)
    },
    /** The first that may be worked on now. */
    next(now: string): StoredJob | undefined {
      const row = next.get({ now })
      return row && value(row)
    },
    /** From when on the next one that was put off may be worked on. */
    soonest: (): string | null => soonest.get()?.at ?? null,
    /** Withdrawals that wait for a host that was away, of one post or of all. */
    patient: (postId: string | null = null): StoredJob[] => patient.all({ postId }).map(value),
    /** False for one that has ended, or was stopped: what is still under way of it says nothing any more. */
    setStage: (id: string, stage: Stage, done: number, total: number): boolean =>
      setStage.run({ id, stage, done, total }).changes > 0,
    setDone: (id: string, now: string): void => void setEnded.run({ id, state: 'done', problem: null, now }),
    setFailed: (id: string, problem: Problem, now: string): void =>
      void setEnded.run({ id, state: 'failed', problem: JSON.stringify(problem), now }),
    putOff: (id: string, until: string, problem: Problem): void =>
      void putOff.run({ id, until, problem: JSON.stringify(problem) }),
    remove: (id: string): void => void remove.run({ id }),
    /** Puts what a stopped process was working on back into the line. */
    takeUp: (): void => void takeUp.run(),
    /** Forgets jobs that ended before this moment. */
    forgetBefore: (moment: string): void => void forget.run({ moment }),
  }
}
