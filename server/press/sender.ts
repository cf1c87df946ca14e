import pLimit from 'p-limit'
import type { Stage } from '../../core/wire/job.ts'
import { Refusal } from '../errors.ts'
import { buildListPages } from './build-pages.ts'
import type { PressDeps } from './plan.ts'

const FILES_AT_ONCE = 4

/** Tells how far a job is within its stage. */
export type Report = (stage: Stage, done?: number, total?: number) => void

/** Sends what goes with a post: files that the host does not have, and the list of posts. */
export function createSender({ publications, pictures, house, site, destination }: PressDeps) {
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

  async function list(report: Report): Promise<void> {
    report('list')
    const live = publications.listLive()
    const style = house.get()
    const featured = live.flatMap(({ listed }) => listed?.featured?.picture ?? [])
    const fallback = style.fallbackFeatured ? [style.fallbackFeatured] : []
    const page = buildListPages(site, live, style, pictures.library([...featured, ...fallback]))
    try {
      await files(page.files, () => {})
      await destination.putList(page)
    } catch (error) {
      // The post has been sent and noted by now: “nothing was changed” would not be true.
      throw error instanceof Refusal ? new Refusal('list-not-sent', { fault: error.message }) : error
    }
  }

  return { files, list }
}
