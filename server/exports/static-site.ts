import type { Library } from '../../core/place/library.ts'
import { carriedJpeg } from '../pictures/metadata/carried-jpeg.ts'
import { carriedWebp } from '../pictures/metadata/carried-webp.ts'
import type { CarriedTexts } from '../pictures/metadata/write-xmp.ts'
import { createHash } from 'node:crypto'
import { setImmediate } from 'node:timers/promises'
import { listedPost } from '../../core/front/listed-post.ts'
import { asFileLinks } from '../../core/formats/static-links.ts'
import { escape } from '../../core/page/html.ts'
import { topicPaths, topicsOf } from '../../core/page/list-pages.ts'
import { allFiles } from '../../core/page/post-page.ts'
import { addressOf, type PostContent } from '../../core/post/post.ts'
import { showsIn } from '../../core/shows/shown-in-post.ts'
import { ALWAYS } from '../../core/times/held.ts'
import type { LivePost } from '../database/publications-table.ts'
import { buildListPages, buildPostPages, factsOfLive } from '../press/build-pages.ts'
import { createFeeds } from '../press/feeds.ts'
import { picturesOf, type PressDeps } from '../press/plan.ts'
import { listedOf } from '../press/sendings.ts'
import type { ExportFile } from './export-file.ts'

/** What is written: the live posts as readers have them, or chosen ones as they are now. */
export interface StaticWanted {
  readonly posts: readonly string[] | 'live'
  /** where it will be found, with a slash at its end: for feeds, the sitemap and what is shared */
  readonly base: string
  /** picture files say what they show, in open metadata */
  readonly texts?: boolean
}

interface Source {
  readonly live: LivePost
  readonly content: PostContent
}

/** The blog as files: pages, pictures, style sheets, fonts and script, and none that no page needs. */
export async function staticSite(deps: PressDeps, wanted: StaticWanted): Promise<ExportFile[]> {
  const { pictures, house, front, intake, site, now } = deps
  const { base, texts = false } = wanted
  // What each picture file is to say of itself, where that is wished.
  const said = new Map<string, CarriedTexts>()
  const note = (library: Library, ids: readonly string[]) => {
    if (!texts) return
    for (const id of ids) {
      const picture = library.picture(id)
      for (const { file } of picture?.renditions ?? []) said.set(file, picture!)
    }
  }
  const sources = sourcesOf(deps, wanted).sort((a, b) => (a.live.firstLiveAt < b.live.firstLiveAt ? 1 : -1))
  const live = sources.map((source) => source.live)
  const style = house.get()
  const arranged = front.get().front
  const topics = topicPaths(topicsOf(live.flatMap(({ listed }) => listed ?? [])), front.topicPaths())
  const pages: { path: string; html: string }[] = []
  const needed = new Set<string>()
  // Sheets are at hand for a while only; what is read when its turn comes is kept until then.
  const sheets = new Map<string, string>()
  const need = (files: readonly string[]) => {
    for (const name of files) {
      needed.add(name)
      const sheet = site.sheet(name)
      if (sheet !== undefined) sheets.set(name, sheet)
    }
  }

  for (const { live: post, content } of sources) {
    await intake.complete(picturesOf(content, house))
    const facts = showsIn(content.body).length ? factsOfLive(live).filter(({ id }) => id !== post.postId) : []
    const ofPosts = facts.flatMap(({ featured }) => featured?.picture ?? [])
    const library = pictures.library([...picturesOf(content, house), ...ofPosts])
    note(library, picturesOf(content, house))
    const built = buildPostPages(site, {
      content,
      house: style,
      library,
      live: { shows: arranged.shows, posts: facts.map((one) => listedPost(one, style, library)) },
      date: post.firstLiveAt,
      draft: false,
      url: `${base}posts/${post.address}/`,
      topicPaths: topics,
    })
    need(allFiles(built.files))
    pages.push({ path: `posts/${post.address}/`, html: built.html })
    for (const { path, html } of built.below) pages.push({ path: `posts/${post.address}/${path}`, html })
    // Others are answered between two posts.
    await setImmediate()
  }
  const ofLists = live.flatMap(({ listed }) => listed?.featured?.picture ?? [])
  const ofTopics = arranged.topics.flatMap(({ picture }) => picture?.picture ?? [])
  const fallback = style.fallbackFeatured ? [style.fallbackFeatured] : []
  const list = buildListPages(site, {
    live,
    house: style,
    front: arranged,
    library: pictures.library([...ofLists, ...ofTopics, ...fallback]),
    now: now(),
    topicPaths: topics,
  })
  need(list.files)
  pages.push({ path: '', html: list.html }, ...list.pages)
  const feeds = createFeeds({ ...deps, destination: { ...deps.destination, url: base.replace(/\/$/, '') } })([live])[0]!
  const text = (path: string, body: string): ExportFile => ({ path, bytes: async () => Buffer.from(body) })
  return [
    ...pages.map(({ path, html }) => text(`${path}index.html`, asFileLinks(html))),
    ...feeds.map(({ name, body }) => text(name, body)),
    text('sitemap.xml', sitemap(base, pages, live)),
    ...[...needed].sort().map((name): ExportFile => {
      const sheet = sheets.get(name)
      const read = async () =>
        sheet === undefined ? withTexts(await site.read(name), said.get(name)) : Buffer.from(sheet)
      return { path: `files/${name}`, bytes: read }
    }),
  ]
}

function sourcesOf({ posts, states, publications, now }: PressDeps, wanted: StaticWanted): Source[] {
  if (wanted.posts === 'live')
    return publications.listLive().flatMap((live): Source[] => {
      const written = states.findVersion(live.postId, live.version)
      return written ? [{ live, content: posts.upToDate(written) }] : []
    })
  const taken = new Set<string>()
  return wanted.posts.flatMap((id): Source[] => {
    const post = posts.find(id)
    if (!post) return []
    const { content, publication, version } = post
    let address = addressOf(content, id)
    for (let again = 2; taken.has(address); again++) address = `${addressOf(content, id)}-${again}`
    taken.add(address)
    const firstLiveAt = content.dated ?? publication.firstLiveAt ?? now().toISOString()
    const live = { postId: id, version, firstLiveAt, address, listed: listedOf(content), ...ALWAYS }
    return [{ live, content }]
  })
}

/** Every page of a post and of the list, as sitemaps.org has it (protocol 0.9). */
function sitemap(base: string, pages: readonly { path: string }[], live: readonly LivePost[]): string {
  const dates = new Map(live.map(({ address, firstLiveAt }) => [`posts/${address}/`, firstLiveAt]))
  const urls = pages
    .filter(({ path }) => !/^posts\/[^/]+\/.+/.test(path))
    .map(({ path }) => {
      const date = dates.get(path)
      return `<url><loc>${escape(base + path)}</loc>${date ? `<lastmod>${date.slice(0, 10)}</lastmod>` : ''}</url>`
    })
  return `<?xml version="1.0" encoding="UTF-8"?>\n<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">${urls.join('')}</urlset>\n`
}

/** What was written the last time, by path. */
export type Written = Readonly<Record<string, string>>

/** Those of the files that are new or other than the last time, all that there are now, and those that are not wanted any more. */
export async function sinceThen(
  files: readonly ExportFile[],
  before: Written,
): Promise<{ changed: ExportFile[]; now: Written; gone: string[] }> {
  const now: Record<string, string> = {}
  const changed: ExportFile[] = []
  for (const file of files) {
    // Names of these change with what is in them.
    const named = file.path.startsWith('files/') ? file.path : undefined
    now[file.path] =
      named ??
      createHash('sha256')
        .update((await file.bytes()) ?? '')
        .digest('hex')
    if (before[file.path] !== now[file.path]) changed.push(file)
  }
  return { changed, now, gone: Object.keys(before).filter((path) => !Object.hasOwn(now, path)) }
}

/** A picture file that says what it shows. One that can't be walked through stays as it is. */
function withTexts(file: Buffer, texts: CarriedTexts | undefined): Buffer {
  if (!texts) return file
  return carriedWebp(file, texts) ?? carriedJpegOf(file, texts) ?? file
}

const carriedJpegOf = (file: Buffer, texts: CarriedTexts): Buffer | undefined =>
  file.length > 4 && file.readUInt16BE(0) === 0xffd8 ? carriedJpeg(file, texts, 1) : undefined
