import { createHash } from 'node:crypto'
import path from 'node:path'
import type { Logger } from 'pino'
import { BARE_AT_MOST, lostElsewhere, strengthFor } from '../../core/formats/let-through.ts'
import { pasteHtml } from '../../core/formats/pasting.ts'
import { sortedJson } from '../../core/formats/sorted-json.ts'
import { focused } from '../../core/front/listed-post.ts'
import { webpFiles } from '../../core/page/placed-files.ts'
import { addressOf, excerptOf, type PostContent, titleOf } from '../../core/post/post.ts'
import type { ElsewherePlan, OtherBlog } from '../../core/wire/elsewhere.ts'
import type { ElsewhereTable, StandsElsewhere } from '../database/elsewhere-table.ts'
import { asRefusal } from '../errors.ts'
import { Refusal } from '../refusal.ts'
import type { GuardedFetch } from '../gather/guarded-fetch.ts'
import { pastedPost, picturesOf, type PressDeps } from '../press/plan.ts'
import type { Report } from '../press/sender.ts'
import type { OtherBlogSetting } from '../settings.ts'
import { micropub, type Micropub, type Properties } from './micropub.ts'
import { takeBack, tryOut } from './try-out.ts'

interface ElsewhereDeps extends PressDeps {
  readonly table: ElsewhereTable
  readonly blogs: readonly OtherBlogSetting[]
  readonly fetcher: GuardedFetch
  readonly log: Logger
}

export type Elsewhere = ReturnType<typeof createElsewhere>

/** Of what a host says of a post, that by which a change by others is seen. */
const LOOKED_AT = ['name', 'content', 'category', 'summary']
const TYPES: Readonly<Record<string, string>> = {
  '.webp': 'image/webp',
  '.jpg': 'image/jpeg',
  '.svg': 'image/svg+xml',
  '.mp4': 'video/mp4',
  '.webm': 'video/webm',
}
const hashOf = (value: unknown): string => createHash('sha256').update(sortedJson(value)).digest('hex')

/** Posts on other blogs, which speak Micropub: sent in the form that each lets through, changed, taken back and brought back. */
export function createElsewhere(deps: ElsewhereDeps) {
  const { posts, states, publications, intake, site, destination, table, blogs, fetcher, now, log } = deps
  const known = new Map(blogs.map((blog) => [blog.name, { blog, host: micropub(blog, log) }]))

  function need(name: string): { readonly blog: OtherBlogSetting; readonly host: Micropub } {
    const found = known.get(name)
    if (!found) throw new Refusal('elsewhere-unknown', { name })
    return found
  }

  function shown({ name, url }: OtherBlogSetting): OtherBlog {
    const { at, lets, leftBehind } = table.trial(name)
    return { name, url, lets, triedAt: at, leftBehind }
  }

  /** The post as it is sent there; `file` gives the address of a file of this blog. */
  function propertiesOf(id: string, name: string, content: PostContent, file: (name: string) => string): Properties {
    const lets = table.trial(name).lets ?? BARE_AT_MOST
    const pasted = pastedPost(deps, id, content)
    const setting = { file, post: (href: string) => `${destination.url}/${href}` }
    const featured = focused(content.featured, pasted.library)?.picture
    const image = featured && webpFiles(featured).at(-1)
    const given: Properties = {
      name: [titleOf(content)],
      content: [{ html: pasteHtml(pasted, strengthFor(lets), setting) }],
      summary: [excerptOf(content)].filter(Boolean),
      category: content.topics,
      featured: image ? [{ value: file(image.file), alt: featured.alt }] : [],
    }
    return Object.fromEntries(Object.entries(given).filter(([, values]) => values.length > 0))
  }

  /** Names of the files that it needs there. */
  function filesOf(id: string, name: string, content: PostContent): string[] {
    const names = new Set<string>()
    propertiesOf(id, name, content, (one) => {
      names.add(one)
      return one
    })
    return [...names]
  }

  /** Files go to that blog; where it takes none, those of one's own blog are named, if readers have the post there. */
  async function addressesOf(
    id: string,
    { blog, host }: ReturnType<typeof need>,
    files: readonly string[],
    report: Report,
  ): Promise<(name: string) => string> {
    if (!(await host.takesFiles())) {
      if (files.length > 0 && publications.of(id).state !== 'live')
        throw new Refusal('elsewhere-no-files', { name: blog.name })
      return (file) => `${destination.url}/files/${file}`
    }
    const there = new Map(table.files(blog.name))
    const missing = files.filter((file) => !there.has(file))
    report('files', 0, missing.length)
    for (const [i, file] of missing.entries()) {
      const url = await host.upload(
        file,
        await site.read(file),
        TYPES[path.extname(file)] ?? 'application/octet-stream',
      )
      table.putFile(blog.name, file, url)
      there.set(file, url)
      report('files', i + 1, missing.length)
    }
    return (file) => there.get(file) ?? `${destination.url}/files/${file}`
  }

  /** What the host says of it now, so that a change by others is seen; null where it does not say. */
  async function sourceOf(host: Micropub, url: string): Promise<string | null> {
    const said = await host.source(url, LOOKED_AT).catch(() => undefined)
    return said ? hashOf(said) : null
  }

  async function publish(id: string, version: number, name: string, report: Report): Promise<void> {
    const place = need(name)
    const { host } = place
    const written = posts.has(id) ? states.findVersion(id, version) : undefined
    if (!written) throw new Refusal('post-not-found')
    const content = posts.upToDate(written)
    const before = table.of(id, name)
    if (before?.state === 'unsure') throw new Refusal('elsewhere-unsure', { name })
    await takeBack({ blog: name, micropub: host, table })
    const pictures = picturesOf(content, deps.house)
    const unmade = intake.countUnmade(pictures)
    report('pictures', 0, unmade)
    await intake.complete(pictures, (made) => report('pictures', made, unmade))
    const address = await addressesOf(id, place, filesOf(id, name, content), report)
    report('post')
    const properties = propertiesOf(id, name, content, address)
    const names = Object.keys(properties)
    const sent = hashOf(properties)
    const note = (state: StandsElsewhere['state'], url: string | null, source: string | null) =>
      table.put(id, name, { state, url, version, at: now().toISOString(), sent, properties: names, source })
    const url = before?.url ? await standing(host, before) : null
    if (before && url !== null) {
      const gone = before.properties.filter((one) => !names.includes(one))
      const stands = await host.update(url, properties, gone)
      note('live', stands, await sourceOf(host, stands))
      return
    }
    // Each request makes a post: what is about to be sent is noted, so that it is not made twice.
    note('unsure', null, null)
    const published = content.dated ?? publications.of(id).firstLiveAt ?? now().toISOString()
    try {
      const url = await host.create({ ...properties, published: [published], 'mp-slug': [addressOf(content, id)] })
      note('live', url, null)
      note('live', url, await sourceOf(host, url))
    } catch (error) {
      if (asRefusal(error).code === 'elsewhere-silent') throw new Refusal('elsewhere-unsure', { name })
      table.forget(id, name)
      throw error
    }
  }

  /** Where a post stands that was sent before, brought back if need be; null where that blog has it no longer. */
  async function standing(host: Micropub, { state, url }: StandsElsewhere): Promise<string | null> {
    if (state === 'live') return (await host.source(url!, LOOKED_AT)) === null ? null : url
    try {
      return await host.bringBack(url!)
    } catch (error) {
      if (asRefusal(error).code === 'elsewhere-refused') return null
      throw error
    }
  }

  async function withdraw(id: string, name: string, report: Report): Promise<void> {
    const { host } = need(name)
    const stands = table.of(id, name)
    if (stands?.state === 'unsure') throw new Refusal('elsewhere-unsure', { name })
    if (!stands?.url || stands.state !== 'live') return
    report('post')
    await host.remove(stands.url)
    table.put(id, name, { ...stands, state: 'withdrawn', at: now().toISOString() })
  }

  /** How it stands there now, as the host says. */
  async function thereNow(host: Micropub, stands: StandsElsewhere): Promise<ElsewherePlan['there']> {
    if (stands.state !== 'live' || !stands.url) return 'as sent'
    const said = await host.source(stands.url, LOOKED_AT)
    if (said === null) return 'gone'
    if (said === undefined || stands.source === null) return 'not told'
    return hashOf(said) === stands.source ? 'as sent' : 'changed'
  }

  return {
    list: (): OtherBlog[] => blogs.map(shown),
    tryOut: async (name: string): Promise<OtherBlog> => {
      const { blog, host } = need(name)
      await tryOut({ blog: name, micropub: host, table, fetcher, now })
      return shown(blog)
    },
    /** How a post stands on each other blog, and what sending it would do. Changes nothing there. */
    plans: (id: string): Promise<ElsewherePlan[]> => {
      const post = posts.find(id)
      if (!post) throw new Refusal('post-not-found')
      const { content } = post
      return Promise.all(
        [...known.values()].map(async ({ blog, host }): Promise<ElsewherePlan> => {
          const stands = table.of(id, blog.name)
          const lets = table.trial(blog.name).lets ?? BARE_AT_MOST
          const there = new Map(table.files(blog.name))
          const files = filesOf(id, blog.name, content)
          const address = (file: string) => there.get(file) ?? `${destination.url}/files/${file}`
          const asked = await (stands
            ? thereNow(host, stands)
            : host.takesFiles().then(() => 'as sent' as const)
          ).catch((error: unknown) => asRefusal(error))
          return {
            blog: shown(blog),
            state: stands?.state ?? 'none',
            url: stands?.url ?? null,
            version: stands?.version ?? null,
            at: stands?.at ?? null,
            changed: stands?.sent !== hashOf(propertiesOf(id, blog.name, content, address)),
            there: asked instanceof Refusal ? 'not told' : asked,
            form: strengthFor(lets) === 'bare' ? 'bare' : 'in-place',
            lost: lostElsewhere(pastedPost(deps, id, content), lets),
            filesToSend: files.filter((file) => !there.has(file)).length,
            problem: asked instanceof Refusal ? asked.problem : null,
          }
        }),
      )
    },
    publish,
    withdraw,
    /** Says how it stands where no answer came: at this address, which the host is asked about, or not at all. */
    async settle(id: string, name: string, url: string | null): Promise<void> {
      const { host } = need(name)
      const stands = table.of(id, name)
      if (stands?.state !== 'unsure') throw new Refusal('elsewhere-not-unsure', { name })
      if (url === null) return table.forget(id, name)
      const said = await host.source(url, LOOKED_AT)
      if (said === null) throw new Refusal('elsewhere-not-there', { name })
      table.put(id, name, { ...stands, state: 'live', url, source: said ? hashOf(said) : null })
    },
    /** Names of the other blogs on which a post stands, or may. */
    standsOn: (id: string): string[] => table.blogsOf(id),
  }
}
