import { setTimeout } from 'node:timers/promises'
import { BARE_AT_MOST, type LetThrough, readTrial, trialHtml } from '../../core/formats/let-through.ts'
import type { ElsewhereTable } from '../database/elsewhere-table.ts'
import type { GuardedFetch } from '../gather/guarded-fetch.ts'
import { readBody } from '../gather/read-body.ts'
import { newId } from '../ids.ts'
import type { Micropub } from './micropub.ts'

/** Waits before the page of a trial is read, and read again, ms: some hosts build their pages a while later. */
const LOOK_AFTER_MS = [0, 500, 1500, 4000, 8000]
const MOST_PAGE = 3_000_000

interface TryOutDeps {
  readonly blog: string
  readonly micropub: Micropub
  readonly table: ElsewhereTable
  readonly fetcher: GuardedFetch
  readonly now: () => Date
}

/**
 * Finds out what another blog lets through by a trial post that is read back from its page, and takes that back. What
 * could not be taken back is noted, and is tried again first.
 */
export async function tryOut({ blog, micropub, table, fetcher, now }: TryOutDeps): Promise<LetThrough> {
  await takeBack({ blog, micropub, table })
  const token = `try${newId()}`
  const url = await micropub.create({
    name: ['A trial by Set Row'],
    content: [{ html: trialHtml(token) }],
    'mp-slug': [token],
  })
  const known = table.trial(blog)
  table.putTrial(blog, { ...known, leftBehind: url })
  let lets: LetThrough | null = null
  for (const wait of LOOK_AFTER_MS) {
    await setTimeout(wait)
    lets = readTrial(await pageAt(url, fetcher), token)
    if (lets) break
  }
  // Where nobody can read it, only that is sent which any host lets through.
  const found = lets ?? BARE_AT_MOST
  table.putTrial(blog, { at: now().toISOString(), lets: found, leftBehind: url })
  await takeBack({ blog, micropub, table })
  return found
}

/** Takes back a trial that stands there still. */
export async function takeBack({
  blog,
  micropub,
  table,
}: Pick<TryOutDeps, 'blog' | 'micropub' | 'table'>): Promise<void> {
  const trial = table.trial(blog)
  if (trial.leftBehind === null) return
  await micropub.remove(trial.leftBehind)
  table.putTrial(blog, { ...trial, leftBehind: null })
}

/** The page as readers have it; '' where it can't be read yet. */
async function pageAt(url: string, fetcher: GuardedFetch): Promise<string> {
  try {
    const { status, body } = await fetcher.get(url, AbortSignal.timeout(10_000))
    const { bytes } = await readBody(body, MOST_PAGE)
    return status === 200 ? bytes.toString('utf8') : ''
  } catch {
    return ''
  }
}
