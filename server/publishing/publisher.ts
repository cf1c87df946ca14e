import { createHash } from 'node:crypto'
import pLimit from 'p-limit'
import { GALLERY_PAGES } from '../../core/page/row-html.ts'
import { rowsOf } from '../../core/post/body.ts'
import { addressOf, picturesShown, type PostContent } from '../../core/post/post.ts'
import type { PageWeight } from '../../core/wire/page-weight.ts'
import type { Publication, PublishPlan, Post } from '../../core/wire/post.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import { type PostsTable, wordCount } from '../database/posts-table.ts'
import { Refusal } from '../errors.ts'
import type { Intake } from '../pictures/intake.ts'
import { buildListPage, buildPostPage, type BuiltPost, weighPostPage } from './build-pages.ts'
import type { HostClient } from './host-client.ts'
import type { SiteFiles } from './site-files.ts'

export interface PublisherDeps {
  readonly posts: PostsTable
  readonly pictures: PicturesTable
  readonly house: HouseTable
  readonly intake: Intake
  readonly site: SiteFiles
  readonly host: HostClient
  readonly now: () => Date
}

const FILES_AT_ONCE = 4

export type Publisher = ReturnType<typeof createPublisher>

export function createPublisher(deps: PublisherDeps) {
  const { posts, pictures, house, intake, site, host, now } = deps

  const pictureMap = () => new Map(pictures.list().map((picture) => [picture.id, picture]))

  function need(id: string): Post {
    const post = posts.find(id)
    if (!post) throw new Refusal('post-not-found')
    return post
  }

  /** What a page is built from, once every file of its pictures is made. */
  async function partsOf(post: Post, as: 'draft' | 'live'): Promise<Parameters<typeof buildPostPage>> {
    const fallback = house.get().fallbackFeatured
    await intake.complete([...picturesShown(post.content), ...(fallback ? [fallback] : [])])
    const date = as === 'live' ? (post.publication.firstLiveAt ?? now().toISOString()) : post.publication.firstLiveAt
    return [
      site,
      post.content,
      house.get(),
      pictureMap(),
      { date, draft: as === 'draft', url: `${host.url}/posts/${addressOf(post.content, post.id)}/` },
    ]
  }
  const pageOf = async (post: Post, as: 'draft' | 'live'): Promise<BuiltPost> =>
    buildPostPage(...(await partsOf(post, as)))

  /** Whether what does not lie in the post itself has changed its pages since they were sent. */
  function lookSince(post: Post, page: BuiltPost): string[] {
    const known = posts.pagesHashOf(post.id)
    return post.publication.version === post.version && known !== null && known !== hashOf(page)
      ? ['The pages look otherwise: the house style or texts of pictures have changed']
      : []
  }

  async function sendFiles(files: readonly string[]): Promise<void> {
    const missing = await host.missingFiles(files)
    const limit = pLimit(FILES_AT_ONCE)
    await Promise.all(missing.map((name) => limit(async () => host.putFile(name, await site.read(name)))))
  }

  async function sendList(): Promise<void> {
    const live = posts.listLive().flatMap(({ postId, version, firstLiveAt, address }) => {
      const content = posts.findVersion(postId, version)
      return content ? [{ content, firstLiveAt, address }] : []
    })
    const list = buildListPage(site, live, house.get(), pictureMap())
    try {
      await sendFiles(list.files)
      await host.putList(list.html, list.files)
    } catch (error) {
      // The post has been sent and noted by now: “nothing was changed” would not be true.
      throw error instanceof Refusal ? new Refusal('list-not-sent', { fault: error.message }) : error
    }
  }

  return {
    /** The page as it would be published now, for the proof. */
    preview: (id: string): Promise<BuiltPost> => pageOf(need(id), 'live'),

    /** What the page weighs on every screen. */
    weight: async (id: string): Promise<PageWeight> => weighPostPage(...(await partsOf(need(id), 'live'))),

    /** What publishing would send and change. A host that is away is part of the answer, not a failure. */
    async plan(id: string): Promise<PublishPlan> {
      const post = need(id)
      const page = await pageOf(post, post.publication.state === 'draft' ? 'draft' : 'live')
      const answer = await host.missingFiles(page.files).catch((error: unknown) => {
        if (error instanceof Refusal) return error
        throw error
      })
      const missing = answer instanceof Refusal ? page.files : answer
      const sizes = await Promise.all(missing.map((name) => site.size(name)))
      const galleries = page.below.filter(({ path }) => path.startsWith(GALLERY_PAGES)).length
      const sent = post.publication.version === null ? undefined : posts.findVersion(id, post.publication.version)
      return {
        address: addressOf(post.content, id),
        filesToSend: missing.length,
        bytesToSend: sizes.reduce((sum, size) => sum + size, 0),
        filesInAll: page.files.length,
        pages: { pictures: page.below.length - galleries, galleries },
        changes: sent ? [...changesSince(sent, post.content), ...lookSince(post, page)] : [],
        host: {
          reachable: !(answer instanceof Refusal),
          url: host.url,
          message: answer instanceof Refusal ? answer.message : null,
        },
      }
    },

    /** Sends files, then the page, then the list; the page is taken by the host only when it is whole. */
    async publish(id: string, version: number, as: 'draft' | 'live'): Promise<Publication> {
      const post = need(id)
      if (post.version !== version) throw new Refusal('stale-publish')
      const address = addressOf(post.content, id)
      if (posts.addressTaken(address, id)) throw new Refusal('address-taken', { address })
      const page = await pageOf(post, as)
      await sendFiles(page.files)
      const url = await host.putPost(id, {
        state: as,
        address,
        html: page.html,
        pages: [...page.below],
        files: [...page.files],
      })
      const at = now().toISOString()
      const firstLiveAt = post.publication.firstLiveAt ?? (as === 'live' ? at : null)
      posts.putPublication(id, { state: as, version, at, firstLiveAt, url, address }, hashOf(page))
      await sendList()
      return posts.publicationOf(id)
    },

    async withdraw(id: string): Promise<Publication> {
      const { publication } = need(id)
      if (publication.state === 'none' || publication.state === 'withdrawn') throw new Refusal('not-published')
      await host.withdrawPost(id)
      posts.putPublication(id, { ...publication, state: 'withdrawn', at: now().toISOString() }, null)
      await sendList()
      return posts.publicationOf(id)
    },
  }
}

/** Tells pages from any others. Style sheets and files are named for their content, so the markup says it all. */
const hashOf = ({ html, below }: BuiltPost): string =>
  createHash('sha256')
    .update(JSON.stringify([html, below]))
    .digest('hex')

const plural = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`

/** What readers will find changed, in words. */
function changesSince(sent: PostContent, now: PostContent): string[] {
  const changes: string[] = []
  if (sent.title !== now.title) changes.push(`Title: “${sent.title}” becomes “${now.title}”`)
  const words = wordCount(now) - wordCount(sent)
  const text = (content: PostContent) => JSON.stringify(content.body.content.filter((block) => block.type !== 'row'))
  if (text(sent) !== text(now))
    changes.push(
      words === 0 ? 'Text changed' : `Text changed, ${plural(Math.abs(words), 'word')} ${words > 0 ? 'more' : 'fewer'}`,
    )
  const before = new Map(rowsOf(sent.body).map((row) => [row.id, JSON.stringify(row)]))
  const after = new Map(rowsOf(now.body).map((row) => [row.id, JSON.stringify(row)]))
  const fresh = [...after.keys()].filter((id) => !before.has(id)).length
  const gone = [...before.keys()].filter((id) => !after.has(id)).length
  const altered = [...after].filter(([id, row]) => before.has(id) && before.get(id) !== row).length
  if (fresh) changes.push(`${plural(fresh, 'row')} new`)
  if (altered) changes.push(`${plural(altered, 'row')} changed`)
  if (gone) changes.push(`${plural(gone, 'row')} taken out`)
  if (JSON.stringify(sent.featured) !== JSON.stringify(now.featured)) changes.push('Featured image changed')
  if (sent.excerpt !== now.excerpt) changes.push('Excerpt changed')
  if (JSON.stringify(sent.topics) !== JSON.stringify(now.topics)) changes.push('Topics changed')
  return changes
}
