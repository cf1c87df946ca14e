import { setImmediate } from 'node:timers/promises'
import pLimit from 'p-limit'
import { type ListPages, topicPaths, topicsOf } from '../../core/page/list-pages.ts'
import { momentsAfter } from '../../core/times/held.ts'
import type { FeedFile, LaterList } from '../../core/wire/blog-host.ts'
import type { Stage } from '../../core/wire/job.ts'
import type { LivePost } from '../database/publications-table.ts'
import { Refusal } from '../refusal.ts'
import { buildListPages } from './build-pages.ts'
import { createFeeds } from './feeds.ts'
import type { PressDeps } from './plan.ts'

const FILES_AT_ONCE = 4
/** Lists at set times that are sent ahead, and what they may have together: those after them are sent when some have passed. */
const MOST_LATER = 60
const MOST_BYTES = 8_000_000

/** Tells how far a job is within its stage. Throws where somebody has stopped it. */
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
    const sending = missing.map((name) =>
      limit(async () => {
        await destination.putFile(name, await site.read(name))
        report('files', ++sent, missing.length)
      }),
    )
    try {
      await Promise.all(sending)
    } finally {
      // Where one fails, or somebody stops it, those that have not begun are not sent.
      limit.clearQueue()
    }
  }

  /** The list as it is at a moment. */
  function listAt(moment: Date): { readonly page: ListPages; readonly live: readonly LivePost[] } {
    const live = publications.listLive(moment)
    const style = house.get()
    const featured = live.flatMap(({ listed }) => listed?.featured?.picture ?? [])
    const fallback = style.fallbackFeatured ? [style.fallbackFeatured] : []
    const { front: arranged } = front.get()
    const ofTopics = arranged.topics.flatMap(({ picture }) => picture?.picture ?? [])
    const listed = live.flatMap((post) => post.listed ?? [])
    // From now on a topic's page keeps its address.
    front.keepTopicPaths(topicPaths(topicsOf(listed), front.topicPaths()))
    const page = buildListPages(site, {
      live,
      house: style,
      front: arranged,
      library: pictures.library([...featured, ...fallback, ...ofTopics]),
      now: moment,
      topicPaths: front.topicPaths(),
    })
    return { page, live }
  }

  /** The front page and all other pages of the list: as they are now, and as they will be at set times. */
  async function frontPages(): Promise<void> {
    const moment = now()
    const moments = momentsAfter(moment, setTimes(deps, moment.toISOString())).slice(0, MOST_LATER)
    const lists = [listAt(moment)]
    for (const at of moments) {
      // Others are answered between two of them.
      await setImmediate()
      lists.push(listAt(at))
    }
    const [first, ...later] = lists
    const needed = [...new Set(lists.flatMap(({ page }) => page.files))]
    await files(needed, () => {})
    const ofEach = feeds(lists.map(({ live }) => live))
    const between = later.map(({ page }, i) => laterList(moments[i]!, lists[i]!.page, page, ofEach[i + 1]!))
    await destination.putList({
      ...first!.page,
      files: needed,
      feeds: ofEach[0]!,
      later: withinBytes(between, MOST_BYTES),
    })
    publications.setListSent(moment.toISOString())
    front.setSent()
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

/** When lists change by themselves, after this moment: as posts go live or are withdrawn, and as the time of what stands first is over. */
export function setTimes({ publications, front }: Pick<PressDeps, 'publications' | 'front'>, after: string): string[] {
  const until = front.get().front.first?.until
  return [...publications.setTimesAfter(after), ...(until ? [until] : [])]
}

/** What is otherwise from a moment on than in the list before. */
function laterList(at: Date, before: ListPages, { html, pages }: ListPages, feeds: readonly FeedFile[]): LaterList {
  const known = new Map(before.pages.map((page) => [page.path, page.html]))
  const paths = new Set(pages.map(({ path }) => path))
  return {
    at: at.toISOString(),
    html,
    pages: pages.filter((page) => known.get(page.path) !== page.html).map((page) => ({ ...page })),
    gone: [...known.keys()].filter((path) => !paths.has(path)),
    feeds: [...feeds],
  }
}

/** As many of them, from the first on, as have so many bytes together. */
function withinBytes(lists: readonly LaterList[], most: number): LaterList[] {
  let bytes = 0
  return lists.filter((list) => (bytes += Buffer.byteLength(JSON.stringify(list))) <= most)
}
