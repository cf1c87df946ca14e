import { createHash } from 'node:crypto'
import { allFiles, type PostPages } from '../../core/page/post-page.ts'
import { GALLERY_PAGES } from '../../core/page/row-html.ts'
import { listedPost } from '../../core/front/listed-post.ts'
import { showsIn } from '../../core/shows/shown-in-post.ts'
import { addressOf, picturesShown, type PostContent } from '../../core/post/post.ts'
import type { PastedPost } from '../../core/formats/in-place.ts'
import { ALWAYS, type Held } from '../../core/times/held.ts'
import { asMoment } from '../../core/times/zones.ts'
import type { PutPostRequest } from '../../core/wire/blog-host.ts'
import type { PageWeight } from '../../core/wire/page-weight.ts'
import type { Post, PublishPlan } from '../../core/wire/post.ts'
import type { FrontTable } from '../database/front-table.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import type { PublicationsTable } from '../database/publications-table.ts'
import type { StatesTable } from '../database/states-table.ts'
import { Refusal } from '../refusal.ts'
import type { Intake } from '../pictures/intake.ts'
import { buildPostPages, factsOfLive, weighPage } from './build-pages.ts'
import { changesSince } from './changes-since.ts'
import type { Destination } from './destination.ts'
import type { SiteFiles } from './site-files.ts'

export interface PressDeps {
  readonly posts: PostsTable
  readonly states: StatesTable
  readonly publications: PublicationsTable
  readonly pictures: PicturesTable
  readonly house: HouseTable
  readonly front: FrontTable
  readonly intake: Intake
  readonly site: SiteFiles
  readonly destination: Destination
  readonly now: () => Date
}

/** Tells pages from any others. Style sheets and files are named for their content, so the markup says it all. */
export const hashOf = ({ html, below }: PostPages): string =>
  createHash('sha256')
    .update(JSON.stringify([html, below]))
    .digest('hex')

/** Tells the slideshows of posts in pages from any others; left out where there are none. */
export const shownHash = ({ shown }: PostPages): { shown?: string } =>
  shown === null ? {} : { shown: createHash('sha256').update(shown).digest('hex') }

interface SentAs {
  readonly as: 'draft' | 'live'
  readonly address: string
  readonly version: number
  readonly held: Held
}

/** When readers have a post first: what was is kept, a set time that never came is not. */
export const firstShown = (before: string | null, held: Held, now: Date): string => {
  const was = before !== null && Date.parse(before) <= now.getTime()
  return was ? before : held.from === null ? now.toISOString() : asMoment(held.from)
}

/** What is sent of a post's pages. The revision tells these pages, in this state, from any others. */
export function postRequest(pages: PostPages, { as, address, version, held }: SentAs): PutPostRequest {
  const times =
    held.from || held.until ? `-${Date.parse(held.from ?? '') || 0}-${Date.parse(held.until ?? '') || 0}` : ''
  const revision = `${as}-${version}-${hashOf(pages).slice(0, 32)}${times}`
  return {
    state: as,
    address,
    html: pages.html,
    pages: [...pages.below],
    files: allFiles(pages.files),
    frames: [...pages.frames],
    ...held,
    revision,
  }
}

export const bytesOf = (request: PutPostRequest): number => Buffer.byteLength(JSON.stringify(request))

/** Ids of every picture that the pages of this content show. */
export function picturesOf(content: PostContent, house: HouseTable): string[] {
  const { fallbackFeatured } = house.get()
  return [...picturesShown(content), ...(fallbackFeatured ? [fallbackFeatured] : [])]
}

/** A post with all that it is laid out with, its slideshows of posts as they are at a moment. */
export function pastedPost(
  { publications, pictures, house, front, now }: PressDeps,
  id: string,
  content: PostContent,
  at = now(),
): PastedPost {
  const style = house.get()
  const live = showsIn(content.body).length ? factsOfLive(publications.listLive(at)) : []
  // Nobody is led to where they are.
  const facts = live.filter((one) => one.id !== id)
  const ofPosts = facts.flatMap(({ featured }) => featured?.picture ?? [])
  const library = pictures.library([...picturesOf(content, house), ...ofPosts])
  return {
    content,
    house: style,
    library,
    live: { shows: front.get().front.shows, posts: facts.map((one) => listedPost(one, style, library)) },
  }
}

export type Planner = ReturnType<typeof createPlanner>

/** Pages as they would be published now, what they weigh, and what publishing would do. Changes nothing. */
export function createPlanner(deps: PressDeps) {
  const { posts, states, publications, house, front, intake, site, destination, now } = deps

  function need(id: string): Post {
    const post = posts.find(id)
    if (!post) throw new Refusal('post-not-found')
    return post
  }

  /** The pages of this content; `as` tells readers' pages from those that only their address shows. */
  function pagesOf(
    id: string,
    content: PostContent,
    as: 'draft' | 'live',
    held: Held = publications.of(id),
  ): PostPages {
    const { firstLiveAt } = publications.of(id)
    const moment = now()
    const shown = held.from === null ? moment : new Date(Math.max(moment.getTime(), Date.parse(held.from)))
    return buildPostPages(site, {
      ...pastedPost(deps, id, content, shown),
      date: content.dated ?? (as === 'live' ? firstShown(firstLiveAt, held, moment) : firstLiveAt),
      draft: as === 'draft',
      url: `${destination.url}/posts/${addressOf(content, id)}/`,
      topicPaths: front.topicPaths(),
    })
  }

  /** Whether what does not lie in the post itself has changed its pages since they were sent. */
  function lookSince(post: Post, pages: PostPages): string[] {
    const known = publications.pagesHashOf(post.id)
    return post.publication.version === post.version && known !== null && known !== hashOf(pages)
      ? ['The pages look otherwise: the house style, sets, texts of pictures or their files have changed']
      : []
  }

  return {
    pagesOf,
    /** The page as it would be published now, for the proof. */
    preview: (id: string): PostPages => pagesOf(id, need(id).content, 'live'),

    /** What the page weighs on every screen. */
    weight: (id: string): Promise<PageWeight> => weighPage(site, pagesOf(id, need(id).content, 'live')),

    /** What publishing would send and change. A host that is away is part of the answer, not a failure. */
    async plan(id: string): Promise<PublishPlan> {
      const post = need(id)
      const pages = pagesOf(id, post.content, post.publication.state === 'draft' ? 'draft' : 'live')
      const files = allFiles(pages.files)
      const asked = Promise.all([destination.missingFiles(files), destination.largestPost()])
      const answer = await asked.catch((error: unknown) => {
        if (error instanceof Refusal) return error
        throw error
      })
      const [missing, mostBytes] = answer instanceof Refusal ? [files, null] : answer
      const sizes = await Promise.all(missing.map((name) => site.size(name)))
      const galleries = pages.below.filter(({ path }) => path.startsWith(GALLERY_PAGES)).length
      const sent = post.publication.version === null ? undefined : states.findVersion(id, post.publication.version)
      // Of the very version that was sent, rows may show otherwise by their sets alone.
      const written = sent && post.publication.version !== post.version ? changesSince(sent, post.content) : []
      return {
        address: addressOf(post.content, id),
        filesToSend: missing.length,
        bytesToSend: sizes.reduce((sum, size) => sum + size, 0),
        filesInAll: files.length,
        filesToMake: intake.countUnmade(picturesOf(post.content, house)),
        pages: { pictures: pages.below.length - galleries, galleries },
        bytesOfPages: bytesOf(
          postRequest(pages, { as: 'live', address: addressOf(post.content, id), version: post.version, held: ALWAYS }),
        ),
        mostBytes,
        changes: sent ? [...written, ...lookSince(post, pages)] : [],
        host: {
          reachable: !(answer instanceof Refusal),
          url: destination.url,
          message: answer instanceof Refusal ? answer.message : null,
        },
      }
    },
  }
}
