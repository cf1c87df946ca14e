import { addressOf } from '../../core/post/post.ts'
import { ALWAYS } from '../../core/times/held.ts'
import type { Task } from '../database/jobs-table.ts'
import { Refusal } from '../refusal.ts'
import { bytesOf, hashOf, picturesOf, type Planner, postRequest, type PressDeps, shownHash } from './plan.ts'
import type { Report, Sender } from './sender.ts'
import { type createSendings, listedOf } from './sendings.ts'

interface WorkDeps extends PressDeps {
  readonly planner: Planner
  readonly send: Sender
  readonly sendings: ReturnType<typeof createSendings>
}

/** What the press does for one job; each may be done twice. */
export function pressWork({ planner, send, sendings, ...deps }: WorkDeps) {
  const { posts, states, publications, house, intake, destination, now } = deps
  const moment = () => now().toISOString()

  /** Files first, then the page, which the host takes only when it is whole, then the list. */
  async function publish(
    { postId, version, as, held }: Extract<Task, { kind: 'publish' }>,
    report: Report,
  ): Promise<void> {
    const written = posts.has(postId) ? states.findVersion(postId, version) : undefined
    if (!written) throw new Refusal('post-not-found')
    // The version that was asked for, with its sets as they are now.
    const content = posts.upToDate(written)
    const address = addressOf(content, postId)
    refuseTaken(address, postId)
    const ids = picturesOf(content, house)
    const unmade = intake.countUnmade(ids)
    report('pictures', 0, unmade)
    await intake.complete(ids, (made) => report('pictures', made, unmade))
    report('pages')
    const pages = planner.pagesOf(postId, content, as, held)
    const request = postRequest(pages, { as, address, version, held })
    const [bytes, most] = [bytesOf(request), await destination.largestPost()]
    if (bytes > most) throw new Refusal('post-too-large', { megabytes: inMegabytes(bytes), limit: inMegabytes(most) })
    await send.files(request.files, report)
    report('post')
    const { revision } = request
    const sent = { postId, version, as, address, revision, pagesHash: hashOf(pages), at: moment(), ...held }
    const listed = { ...listedOf(content), ...shownHash(pages) }
    await sendings.send({ ...sent, listed }, () => destination.putPost(postId, request))
    await send.list(report)
  }

  async function withdraw({ postId }: Task, report: Report): Promise<void> {
    report('post')
    await destination.withdrawPost(postId)
    const publication = publications.of(postId)
    publications.forgetSending(postId)
    if (publication.state !== 'none' && publication.state !== 'withdrawn')
      publications.put(postId, { ...publication, ...ALWAYS, state: 'withdrawn', at: moment() }, null, null)
    await send.list(report)
  }

  function refuseTaken(address: string, postId: string): void {
    const owner = publications.ownerOf(address, postId)
    if (owner) throw new Refusal('address-taken', { address, title: owner.title || 'Untitled' })
  }

  return { publish, withdraw, refuseTaken }
}

const inMegabytes = (bytes: number): number => Math.round(bytes / 1e5) / 10
