import pLimit from 'p-limit'
import { firstNow } from '../../core/front/front.ts'
import { topicPaths, topicsOf } from '../../core/page/list-pages.ts'
import type { Stage } from '../../core/wire/job.ts'
import { Refusal } from '../errors.ts'
import { buildListPages } from './build-pages.ts'
import { createFeeds } from './feeds.ts'
import type { PressDeps } from './plan.ts'

const FILES_AT_ONCE = 4

/** Tells how far a job is within its stage. */
export type Report = (stage: Stage, done?: number, total?: number) => void

export type Sender = ReturnType<typeof createSender>

/** Sends what goes with a post: files that the host does not have, and the list of posts. */
export function createSender(deps: PressDeps) {
  const { publications, pictures, house, front, site, destination, now } = deps
  const feeds = createFeeds(deps)
  async function files(names: readonly string[], report: Report): Promise<void> {
    const missing = await destination.missingFiles(names)
    const limit = pLimit(FILES_AT_ONCE)
    let sent = 0
    report('files', 0, missing.length)
    await Promise.all(
      missing.map((name) =>
        limit(async () => {
          await destination.putFile(name, await site.read(name))
          report('files', ++sent, missing.length)
        }),
      ),
    )
  }

  /** The front page and all other pages of the list, as they are arranged now. */
  async function frontPages(): Promise<void> {
    const live = publications.listLive()
    const style = house.get()
    const featured = live.flatMap(({ listed }) => listed?.featured?.picture ?? [])
    const fallback = style.fallbackFeatured ? [style.fallbackFeatured] : []
    const { front: arranged } = front.get()
    const ofTopics = arranged.topics.flatMap(({ picture }) => picture?.picture ?? [])
    const listed = live.flatMap((post) => post.listed ?? [])
    // From now on a topic's page keeps its address.
    front.keepTopicPaths(topicPaths(topicsOf(listed), front.topicPaths()))
    const moment = now()
    const page = buildListPages(site, {
      live,
      house: style,
      front: arranged,
      library: pictures.library([...featured, ...fallback, ...ofTopics]),
      now: moment,
      topicPaths: front.topicPaths(),
    })
    await files(page.files, () => {})
    await destination.putList({ ...page, feeds: feeds(live) })
    front.setSent(firstNow(arranged, moment))
  }

  /** The same after a post. */
  async function list(report: Report): Promise<void> {
    report('list')
    try {
      await frontPages()
    } catch (error) {
      // The post has been sent and noted by now: “nothing was changed” would not be true.
      throw error instanceof Refusal ? new Refusal('list-not-sent', { fault: error.message }) : error
    }
  }

  return { files, list, frontPages }
}
