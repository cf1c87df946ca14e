import { addressOf } from '../../core/post/post.ts'
import { type Job, mayStop } from '../../core/wire/job.ts'
import type { Logger } from 'pino'
import type { JobsTable, StoredJob, Task } from '../database/jobs-table.ts'
import { stillHeld } from '../../core/times/held.ts'
import type { Elsewhere } from '../elsewhere/elsewhere.ts'
import { asRefusal } from '../errors.ts'
import { Refusal } from '../refusal.ts'
import { newId } from '../ids.ts'
import type { Planner, PressDeps } from './plan.ts'
import { pressWork } from './press-work.ts'
import { createFrontPage } from './front-page.ts'
import { outOfDate } from './out-of-date.ts'
import { createSender, type Report } from './sender.ts'
import { createSendings, listedOf } from './sendings.ts'

/** A job that waits for a host is tried again after a pause that doubles up to this. */
const FIRST_PAUSE_MS = 2_000
const LONGEST_PAUSE_MS = 5 * 60_000
/** Jobs that have ended are told of for so long. */
const KEPT_MS = 7 * 24 * 3_600_000
/** Timers can't wait longer. */
const LONGEST_TIMER_MS = 24 * 3_600_000

export interface Press {
  /** Puts a task into the line and gives its id; it is worked on at once where nothing else is. */
  readonly ask: (task: Task) => string
  readonly find: (id: string) => Job | undefined
  /** Waits until the job has ended or was put off. */
  readonly ended: (id: string) => Promise<Job>
  /** Stops a publishing, unless the post itself is being sent by now; the job as it stands then. */
  readonly stop: (id: string) => Job | undefined
  /** Takes a withdrawal of the post that waits for the host out of the line; one that is being tried is waited for. */
  readonly callOff: (postId: string) => Promise<void>
  /** Takes up what a stopped process left. */
  readonly resume: () => void
  /** Sends the front page, and the list's other pages, as they are arranged now; where the host is away, as soon as it answers. */
  readonly sendFront: () => void
  /** Waits until nothing is worked on. */
  readonly idle: () => Promise<void>
}

/**
 * Sends posts and takes them back, one job after another, so that no two ever interleave. Every stage may be run
 * twice: a job that a stop has cut off is run again from its beginning.
 */
export function createPress(
  deps: PressDeps & { jobs: JobsTable; planner: Planner; elsewhere: Elsewhere; log: Logger },
): Press {
  const { jobs, elsewhere, posts, states, publications, destination, now, log } = deps
  const sendings = createSendings({ publications, destination })
  const send = createSender(deps)
  const frontPage = createFrontPage(deps, send)
  const { publish, withdraw, refuseTaken } = pressWork({ ...deps, send, sendings })
  let working: Promise<void> | undefined
  let asks = 0
  let running: StoredJob | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  const waiting = new Map<string, (() => void)[]>()
  const moment = () => now().toISOString()

  function shown({ id, task, tries: _, ...job }: StoredJob): Job {
    return { id, post: task.postId, ...job, publication: publications.of(task.postId) }
  }

  function tellWhenOver(id: string, tell: () => void): void {
    waiting.set(id, [...(waiting.get(id) ?? []), tell])
  }

  async function work(job: StoredJob): Promise<void> {
    const { id, task } = job
    running = job
    const report: Report = (stage, done = 0, total = 0) => {
      if (!jobs.setStage(id, stage, done, total)) throw new Refusal('sending-stopped')
    }
    try {
      await perform(task, report)
      jobs.setDone(id, moment())
      renewShown()
    } catch (error) {
      const refusal = asRefusal(error)
      if (refusal.code === 'internal') log.error({ err: error, job: id }, 'a job failed')
      if (refusal.code === 'host-away' && task.kind === 'withdraw' && task.patient)
        jobs.putOff(id, new Date(now().getTime() + pauseAfter(job.tries)).toISOString(), refusal.problem)
      else {
        const unsure = refusal.code === 'host-away' && publications.of(task.postId).unsure
        const told = unsure ? new Refusal('host-unsure', { url: destination.url }) : refusal
        jobs.setFailed(id, told.problem, moment())
      }
    }
  }

  async function perform(task: Task, report: Report): Promise<void> {
    const { postId, blog } = task
    if (blog === undefined) return task.kind === 'publish' ? publish(task, report) : withdraw(task, report)
    return task.kind === 'publish'
      ? elsewhere.publish(postId, task.version, blog, report)
      : elsewhere.withdraw(postId, blog, report)
  }

  /** Slideshows of posts renew themselves. */
  function renewShown(): void {
    for (const { postId, version, from, until } of outOfDate(deps))
      jobs.add(
        newId(),
        { kind: 'publish', postId, version, as: 'live', held: stillHeld({ from, until }, now()) },
        moment(),
      )
  }

  /** Whether or not the end of it could be noted, nobody waits for it any more. */
  function over(id: string): void {
    running = undefined
    tellOver(id)
  }

  function tellOver(id: string): void {
    for (const tell of waiting.get(id) ?? []) tell()
    waiting.delete(id)
  }

  async function workOff(): Promise<void> {
    clearTimeout(timer)
    publications.endOver()
    await settle()
    if (await frontPage.sendWanted()) renewShown()
    for (let job = jobs.next(moment()); job; job = jobs.next(moment())) {
      // What waits to be taken back may hold an address that is wanted now.
      if (job.kind === 'publish') for (const before of jobs.patient()) await work(before).finally(() => over(before.id))
      await work(job).finally(() => over(job!.id))
    }
    const next = jobs.soonest()
    const until = frontPage.until()
    const tries = frontPage.triedInVain()
    const pauses = [
      ...(tries === null ? [] : [pauseAfter(tries)]),
      ...(until === null ? [] : [Math.max(0, until - now().getTime())]),
      ...(next === null ? [] : [Math.max(0, Date.parse(next) - now().getTime())]),
      ...(sendings.open() ? [pauseAfter(asks++)] : []),
    ]
    if (pauses.length === 0) return
    timer = setTimeout(start, Math.min(LONGEST_TIMER_MS, ...pauses))
    timer.unref()
  }

  /** Learns how what was sent has ended, where no answer came. A host that is away is asked again later. */
  async function settle(): Promise<void> {
    try {
      if (await sendings.settle()) await send.list(() => {})
      asks = 0
    } catch (error) {
      const { code } = asRefusal(error)
      if (code !== 'host-away') log.error({ err: error }, 'how a post stands on the blog could not be learnt')
    }
  }

  function start(): void {
    working ??= workOff()
      .catch((error: unknown) => {
        // What could not even be noted, as on a full disk, is taken up later; nobody is to stop for it.
        log.error({ err: error }, 'the press stopped in the middle of a job')
        clearTimeout(timer)
        timer = setTimeout(takeUp, pauseAfter(asks++))
        timer.unref()
      })
      .finally(() => {
        working = undefined
      })
  }

  function takeUp(): void {
    try {
      jobs.takeUp()
      start()
    } catch (error) {
      log.error({ err: error }, 'the press can’t go on')
      timer = setTimeout(takeUp, pauseAfter(asks++))
      timer.unref()
    }
  }

  const press: Press = {
    ask(task) {
      const post = posts.has(task.postId)
      if (task.kind === 'publish') {
        const content = post ? states.findVersion(task.postId, task.version) : undefined
        if (!content) throw new Refusal('post-not-found')
        if (task.blog === undefined) refuseTaken(addressOf(content, task.postId), task.postId)
        states.setPublished(task.postId, task.version)
      }
      const id = newId()
      jobs.add(id, task, moment())
      start()
      return id
    },
    sendFront: () => void (working ? working.finally(start) : start()),
    find(id) {
      const job = jobs.find(id)
      return job && shown(job)
    },
    async ended(id) {
      const open = () => jobs.find(id)
      for (
        let job = open();
        job && (job.state === 'running' || (job.state === 'waiting' && job.tries === 0));
        job = open()
      )
        await new Promise<void>((resolve) => tellWhenOver(id, resolve))
      return shown(open()!)
    },
    stop(id) {
      const job = jobs.find(id)
      if (job && mayStop(job)) {
        jobs.setFailed(id, new Refusal('sending-stopped').problem, moment())
        if (running?.id !== id) tellOver(id)
      }
      return press.find(id)
    },
    async callOff(postId) {
      if (running?.task.postId === postId) await new Promise<void>((resolve) => tellWhenOver(running!.id, resolve))
      for (const { id } of jobs.patient(postId)) jobs.remove(id)
    },
    resume() {
      jobs.forgetBefore(new Date(now().getTime() - KEPT_MS).toISOString())
      jobs.takeUp()
      // Posts that an older program made live are told in the list by what they said then.
      for (const { postId, version, listed } of publications.listLive()) {
        const content = listed?.pictures === undefined ? states.findVersion(postId, version) : undefined
        if (content) publications.putListed(postId, listedOf(content))
      }
      start()
    },
    idle: async () => {
      const now = working
      if (!now) return
      await now
      await press.idle()
    },
  }
  return press
}

/** ms until a host that was away is asked again after so many tries. */
const pauseAfter = (tries: number): number => Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** tries)
