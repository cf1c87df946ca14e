import { existsSync, mkdirSync, readdirSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import path from 'node:path'
import type { Readable } from 'node:stream'
import PQueue from 'p-queue'
import type { Logger } from 'pino'
import { z } from 'zod'
import { AddressesRequest, BankRequest, type Gathering, type GatheringNews } from '../../core/wire/gathering.ts'
import type { GatheredFile, GatheringsTable, NewGathering } from '../database/gatherings-table.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import { asRefusal } from '../errors.ts'
import { Refusal } from '../refusal.ts'
import { newId } from '../ids.ts'
import type { Intake } from '../pictures/intake.ts'
import { archiveSource } from './archive-source.ts'
import type { Bank } from './bank.ts'
import type { GuardedFetch } from './guarded-fetch.ts'
import type { FoundFile, FoundFiles } from './source.ts'
import { type VideoAddresses, webSource } from './web-source.ts'

interface GatheringDeps {
  readonly table: GatheringsTable
  readonly pictures: PicturesTable
  readonly posts: PostsTable
  readonly intake: Intake
  readonly fetcher: GuardedFetch
  readonly bank: Bank
  readonly videos: VideoAddresses
  readonly dataFolder: string
  readonly log: Logger
  readonly now: () => Date
}

const ArchiveRequest = z.object({ tags: z.boolean() })

/** Files of a gathering that are worked on side by side; as many as intake decodes at once. */
const AT_ONCE = 2
/** From first to last byte of one file from the web. */
const FILE_MS = 120_000
/** What ended is told until somebody has read it, or for so long. */
const TOLD_FOR_MS = 7 * 24 * 3600 * 1000

export type Gatherings = ReturnType<typeof createGatherings>

/**
 * Brings in what lies in archives, on the web and in the picture bank. One gathering after another; what is found is
 * written down before it is fetched, so that it goes on where the window is closed, and where the server was stopped.
 */
export function createGatherings(deps: GatheringDeps) {
  const { table, pictures, posts, intake, log, now } = deps
  const folder = path.join(deps.dataFolder, 'gathering')
  mkdirSync(folder, { recursive: true })
  const queue = new PQueue({ concurrency: 1 })
  const running = new Map<string, AbortController>()
  /** of single files on their way */
  const arriving = new Map<string, AbortController>()
  const archiveOf = (id: string) => path.join(folder, `${id}.zip`)

  async function sourceOf({ id, kind, request }: Pick<NewGathering, 'id' | 'kind' | 'request'>): Promise<FoundFiles> {
    if (kind === 'archive') return archiveSource(archiveOf(id), ArchiveRequest.parse(request))
    const plain = (files: readonly FoundFile[]): FoundFiles => ({ files, skipped: 0, close: () => {} })
    if (kind === 'bank') return plain(deps.bank.files(BankRequest.parse(request).ids))
    const { addresses, page } = AddressesRequest.parse(request)
    return plain(webSource(deps.fetcher, addresses, page, deps.videos))
  }

  function begin(gathering: Omit<NewGathering, 'id' | 'begunAt'>, id = newId()): Gathering {
    table.add({ ...gathering, id, begunAt: now().toISOString() })
    goOn(id)
    return table.find(id)!
  }

  function goOn(id: string): void {
    if (running.has(id)) return
    const control = new AbortController()
    running.set(id, control)
    void queue.add(() =>
      gather(id, control.signal)
        .catch((error: unknown) => fail(id, error))
        .finally(() => running.delete(id)),
    )
  }

  /** What is wrong with the whole. */
  function fail(id: string, error: unknown): void {
    const refusal = asRefusal(error)
    if (refusal.code === 'internal') log.error({ err: error, id }, 'a gathering failed')
    const known = table.find(id)
    if (known) table.setState(id, { state: 'failed', problem: refusal.problem, skipped: known.skipped })
  }

  async function gather(id: string, signal: AbortSignal): Promise<void> {
    const gathering = table.find(id)
    if (!gathering || signal.aborted) return
    const source = await sourceOf(gathering)
    try {
      if (signal.aborted) return
      const { files, skipped, fault } = source
      if (gathering.found === 0 && files.length > 0) {
        // Their places are kept before any has come: they stand in the order of the source, however long each takes.
        const first = pictures.giveNumbers(files.length)
        table.addFiles(
          id,
          files.map(({ name, bytes }, place) => ({ place, name, bytes, number: first + place })),
        )
      }
      const problem = fault ? new Refusal(fault).problem : null
      table.setState(id, { state: 'running', problem, skipped })
      const waiting = table.files(id).filter(({ state }) => state === 'waiting' || state === 'arriving')
      let next = 0
      const work = async () => {
        while (next < waiting.length && !signal.aborted) {
          const one = waiting[next++]!
          // It may have been cancelled while it waited.
          if (table.file(id, one.place)?.state === 'refused') continue
          const file = files[one.place]
          await bringIn(gathering, one, file, signal)
        }
      }
      await Promise.all(Array.from({ length: AT_ONCE }, work))
      if (!signal.aborted) table.setState(id, { state: 'done', problem, skipped })
    } finally {
      source.close()
    }
  }

  async function bringIn(
    { id, post }: Gathering,
    { place, number }: GatheredFile,
    file: FoundFile | undefined,
    signal: AbortSignal,
  ): Promise<void> {
    const told = { place, picture: null, problem: null, remark: null }
    table.setFile(id, { ...told, state: 'arriving' })
    const limit = new AbortController()
    const stop = () => limit.abort(new Refusal('cancelled'))
    signal.addEventListener('abort', stop, { once: true })
    arriving.set(`${id} ${place}`, limit)
    const timer = setTimeout(() => limit.abort(new Refusal('address-slow')), FILE_MS)
    let body: Readable | undefined
    try {
      if (!file) throw new Refusal('archive-unreadable')
      if (file.fault) throw new Refusal(file.fault)
      const opened = await file.open(limit.signal)
      const { announced, texts, remark = null } = opened
      body = opened.body
      // Whoever waits for more of it hears why none comes; where nobody reads it yet, its end is no fault of anyone's.
      body.on('error', () => {})
      const abort = () => body?.destroy(limit.signal.reason as Error)
      limit.signal.addEventListener('abort', abort, { once: true })
      limit.signal.throwIfAborted()
      const { picture, already } = await intake.take(body, {
        fileName: file.name,
        announced,
        number,
        texts,
        video: opened.video,
      })
      if (post !== null && posts.find(post)) posts.addArrival(post, picture.id)
      table.setFile(id, { ...told, state: already ? 'already' : 'here', picture: picture.id, remark })
    } catch (error) {
      const reason: unknown = limit.signal.aborted ? limit.signal.reason : error
      const refusal = asRefusal(reason)
      if (refusal.code === 'internal') log.warn({ err: error, id, place }, 'a gathered file was not taken')
      table.setFile(id, { ...told, state: 'refused', problem: refusal.problem })
    } finally {
      clearTimeout(timer)
      body?.destroy()
      arriving.delete(`${id} ${place}`)
      signal.removeEventListener('abort', stop)
    }
  }

  const refuse = (id: string, place: number, { problem }: Refusal): void =>
    table.setFile(id, { place, state: 'refused', picture: null, problem, remark: null })

  async function forget(id: string): Promise<void> {
    table.remove(id)
    await rm(archiveOf(id), { force: true })
  }

  const must = (id: string) => {
    const found = table.find(id)
    if (!found) throw new Refusal('gathering-not-found')
    return found
  }

  return {
    /** Where an archive is written to before it is begun with, under this id. */
    newArchive: (): { id: string; file: string } => {
      const id = newId()
      return { id, file: archiveOf(id) }
    },
    archive: (id: string, name: string, post: string | null, tags: boolean): Gathering =>
      begin({ kind: 'archive', name, post, request: { tags } }, id),
    addresses: (request: AddressesRequest): Gathering =>
      begin({ kind: 'address', name: request.page ?? request.addresses[0]!, post: request.post ?? null, request }),
    fromBank: (request: BankRequest): Gathering =>
      begin({ kind: 'bank', name: 'Picture bank', post: request.post ?? null, request }),
    list: (): Gathering[] => table.list().map(({ begunAt: _, ...gathering }) => gathering),
    news(id: string, since: number): GatheringNews {
      must(id)
      return table.newsOf(id, since)!
    },
    /** What has come stays; what has not is not fetched. */
    cancel(id: string): void {
      const { state, skipped, problem } = must(id)
      if (state !== 'running') return
      running.get(id)?.abort(new Refusal('cancelled'))
      for (const file of table.files(id)) if (file.state === 'waiting') refuse(id, file.place, new Refusal('cancelled'))
      table.setState(id, { state: 'cancelled', problem, skipped })
    },
    /** One file alone. */
    cancelFile(id: string, place: number): void {
      must(id)
      arriving.get(`${id} ${place}`)?.abort(new Refusal('cancelled'))
      if (table.file(id, place)?.state === 'waiting') refuse(id, place, new Refusal('cancelled'))
    },
    /** Tries a file again that was refused. */
    again(id: string, place: number): void {
      const { skipped, problem } = must(id)
      if (table.file(id, place)?.state !== 'refused') return
      table.setFile(id, { place, state: 'waiting', picture: null, problem: null, remark: null })
      table.setState(id, { state: 'running', problem, skipped })
      const before = running.get(id)
      if (before && !before.signal.aborted) void queue.onIdle().then(() => goOn(id))
      else {
        running.delete(id)
        goOn(id)
      }
    },
    /** Somebody has read how it ended. */
    async read(id: string): Promise<void> {
      if (must(id).state !== 'running') await forget(id)
    },
    /** Goes on with what a stopped process left, and lets go of what nobody read. */
    async takeUp(): Promise<void> {
      const before = now().getTime() - TOLD_FOR_MS
      for (const { id, state, begunAt } of table.list())
        if (state === 'running') goOn(id)
        else if (Date.parse(begunAt) < before) await forget(id)
      const known = new Set(table.list().map(({ id }) => id))
      if (existsSync(folder))
        for (const name of readdirSync(folder))
          if (!known.has(path.parse(name).name)) await rm(path.join(folder, name), { force: true })
    },
    idle: (): Promise<void> => queue.onIdle(),
  }
}
