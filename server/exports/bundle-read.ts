import { createHash } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { type Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { setTimeout } from 'node:timers/promises'
import yauzl from 'yauzl'
import type { z } from 'zod'
import {
  BUNDLE_MANIFEST,
  BundleBlog,
  BundleManifest,
  BundlePicture,
  BundlePost,
  BundleSet,
} from '../../core/formats/bundle.ts'
import { isRow } from '../../core/post/body.ts'
import { withLineIds } from '../../core/post/line-pictures.ts'
import { picturesShown, type PostContent } from '../../core/post/post.ts'
import type { BundleAnswer } from '../../core/wire/incoming.ts'
import type { Db } from '../database/open.ts'
import { Refusal } from '../refusal.ts'
import type { Disk } from '../disk.ts'
import type { Intake } from '../pictures/intake.ts'
import type { BundleDeps } from './bundle-write.ts'

/** ms that who brings a bundle in waits at most for its pictures to be seen */
const SOON_MS = 20_000
/** bytes of one JSON file of a bundle */
const LARGEST_TEXT = 200_000_000

export interface BundleReadDeps extends BundleDeps {
  readonly db: Db
  readonly intake: Intake
  readonly disk: Disk
  readonly now: () => Date
}

/**
 * Takes in what a bundle holds: all of it is read and proved before any of it is put in, in one transaction. What is here
 * already stays as it is. Throws a refusal that says what is wrong with the bundle; nothing is changed then.
 */
export async function readBundle(
  deps: BundleReadDeps,
  file: string,
  chosen: ReadonlySet<string> | undefined,
): Promise<BundleAnswer> {
  const zip = await yauzl.openPromise(file, { validateEntrySizes: true }).catch(() => {
    throw new Refusal('bundle-unreadable', { why: 'it is no ZIP archive, or was cut off' })
  })
  const kept: string[] = []
  try {
    const read = await unpack(deps, zip, chosen, kept)
    const named = new Set(read.pictures.map(({ hash }) => hash))
    const without = read.pictures.find(({ hash }) => !kept.includes(hash) && !deps.bundles.pictureOfBytes(hash))
    if (without) throw new Error(`the original of “${without.fileName}” is not in it`)
    await Promise.all(kept.filter((hash) => !named.has(hash)).map((hash) => deps.folder.removeOriginal(hash)))
    const answer = deps.db.transaction(() => putIn(deps, read))()
    kept.length = 0
    deps.intake.takeUp()
    // Few pictures are seen at once; many come as they are made.
    await Promise.race([deps.intake.idle(), setTimeout(SOON_MS, undefined, { ref: false })])
    return answer
  } catch (error) {
    if (error instanceof Refusal) throw error
    throw new Refusal('bundle-unreadable', { why: (error as Error).message })
  } finally {
    zip.close()
    // Originals of pictures that did not get a row.
    await Promise.all(kept.map((hash) => deps.folder.removeOriginal(hash)))
  }
}

interface Read {
  readonly posts: BundlePost[]
  readonly sets: BundleSet[]
  readonly pictures: BundlePicture[]
  blog: BundleBlog | undefined
}

async function unpack(
  deps: BundleReadDeps,
  zip: yauzl.ZipFile,
  chosen: ReadonlySet<string> | undefined,
  kept: string[],
): Promise<Read> {
  const { bundles, folder, videos } = deps
  let listed: Map<string, BundleManifest['files'][number]> | undefined
  const read: Read = { posts: [], sets: [], pictures: [], blog: undefined }
  for await (const entry of zip.eachEntry()) {
    if (!listed) {
      if (entry.fileName !== BUNDLE_MANIFEST) throw new Error('its first file is no list of what it holds')
      const manifest = parse(BundleManifest, await text(zip, entry), BUNDLE_MANIFEST)
      listed = new Map(manifest.files.map((one) => [one.name, one]))
      await deps.disk.need(manifest.files.reduce((sum, { size }) => sum + size, 0))
      continue
    }
    const one = listed.get(entry.fileName)
    if (!one) throw new Error(`it holds “${entry.fileName}”, which it does not list, or twice`)
    listed.delete(one.name)
    if (entry.uncompressedSize !== one.size) throw new Error(`“${one.name}” has another size than it lists`)
    const [place, name = ''] = one.name.split('/')
    if (place === 'originals' || place === 'videos') {
      const hash = place === 'originals' ? name : undefined
      if (hash && hash !== one.sha256) throw new Error(`“${one.name}” is not what its name says`)
      if (hash && bundles.pictureOfBytes(hash) && folder.hasOriginal(hash)) continue
      const arrival = folder.newArrival()
      try {
        await hashed(await zip.openReadStreamPromise(entry), one, arrival)
        if (hash) {
          await folder.keepOriginal(arrival, hash)
          kept.push(hash)
        } else await videos.keep(arrival, name)
      } finally {
        await rm(arrival, { force: true })
      }
      continue
    }
    const bytes = await text(zip, entry, one)
    if (place === 'blog.json') read.blog = parse(BundleBlog, bytes, one.name)
    else if (place === 'posts') {
      const post = parse(BundlePost, bytes, one.name)
      if (!chosen || chosen.has(post.id)) read.posts.push(post)
    } else if (place === 'sets') read.sets.push(parse(BundleSet, bytes, one.name))
    else read.pictures.push(parse(BundlePicture, bytes, one.name))
  }
  if (!listed) throw new Error('it is empty')
  if (listed.size > 0) throw new Error(`${listed.size} of its files are missing, the first “${[...listed.keys()][0]}”`)
  return read
}

/** Written while it is hashed: what is not what was listed is no file. */
async function hashed(stream: Readable, one: BundleManifest['files'][number], target: string): Promise<void> {
  const hash = createHash('sha256')
  const measured = new Transform({
    transform(chunk: Buffer, _encoding, next) {
      hash.update(chunk)
      next(null, chunk)
    },
  })
  await pipeline(stream, measured, createWriteStream(target, { flush: true }))
  if (hash.digest('hex') !== one.sha256) throw new Error(`“${one.name}” is damaged`)
}

async function text(zip: yauzl.ZipFile, entry: yauzl.Entry, one?: BundleManifest['files'][number]): Promise<string> {
  if (entry.uncompressedSize > LARGEST_TEXT) throw new Error(`“${entry.fileName}” is too large`)
  const chunks: Buffer[] = []
  for await (const chunk of (await zip.openReadStreamPromise(entry)) as AsyncIterable<Buffer>) chunks.push(chunk)
  const bytes = Buffer.concat(chunks)
  if (one && createHash('sha256').update(bytes).digest('hex') !== one.sha256)
    throw new Error(`“${one.name}” is damaged`)
  return bytes.toString('utf8')
}

function parse<T>(schema: z.ZodType<T>, json: string, name: string): T {
  const read = schema.safeParse(JSON.parse(json))
  if (read.success) return read.data
  const [issue] = read.error.issues
  throw new Error(`“${name}” is not what a bundle has there (${issue!.path.join('.')}: ${issue!.message})`)
}

function putIn(deps: BundleReadDeps, { posts, sets, pictures, blog }: Read): BundleAnswer {
  const { bundles } = deps
  const empty = bundles.isEmpty() && deps.front.get().version === 0
  // Pictures that are here under another name keep that; what refers to them does, too.
  const called = new Map<string, string>()
  let [newPictures, here] = [0, 0]
  for (const picture of pictures) {
    const known = bundles.pictureOfBytes(picture.hash)
    if (known) {
      called.set(picture.id, known)
      here++
      continue
    }
    if (bundles.hasPicture(picture.id)) throw new Error(`a picture called ${picture.id} is here with other bytes`)
    bundles.addPicture(picture)
    newPictures++
  }
  const id = (one: string) => called.get(one) ?? one
  const now = deps.now().toISOString()
  for (const set of sets)
    if (!deps.sets.find(set.id))
      deps.sets.create(
        set.id,
        { name: set.name, pictures: set.pictures.map((member) => ({ ...member, id: id(member.id) })) },
        now,
      )
  const made: string[] = []
  const already: string[] = []
  for (const post of posts) {
    if (bundles.hasPost(post.id)) {
      already.push(post.content.title)
      continue
    }
    bundles.addPost({
      ...post,
      content: renamed(post.content, id),
      states: post.states.map((state) => ({ ...state, content: renamed(state.content, id) })),
    })
    made.push(post.id)
  }
  if (blog && empty) {
    deps.house.put(blog.house)
    deps.front.save(0, blog.front)
    deps.front.keepTopicPaths(new Map(Object.entries(blog.topicPaths)))
    for (const { id: shelf, name } of blog.shelves) deps.shelves.create(shelf, name, null)
    for (const { id: shelf, parent, sets: standing } of blog.shelves)
      deps.shelves.change(shelf, { parent, sets: standing })
  }
  deps.posts.renote(made)
  return { posts: made, already, pictures: newPictures, picturesHere: here, blog: Boolean(blog && empty) }
}

/** The same post, with pictures called as they are here. */
function renamed(content: PostContent, id: (one: string) => string): PostContent {
  const ids = [...content.tray, ...picturesShown({ body: content.body, featured: null })]
  if (
    !ids.some((one) => id(one) !== one) &&
    (!content.featured || id(content.featured.picture) === content.featured.picture)
  )
    return content
  return {
    ...content,
    tray: content.tray.map(id),
    featured: content.featured && { ...content.featured, picture: id(content.featured.picture) },
    body: {
      ...content.body,
      content: withLineIds(content.body.content, id).map((block) =>
        isRow(block)
          ? {
              ...block,
              attrs: { ...block.attrs, pictures: block.attrs.pictures.map((one) => ({ ...one, id: id(one.id) })) },
            }
          : block,
      ),
    },
  }
}
