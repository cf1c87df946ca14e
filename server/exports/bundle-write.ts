import { createHash } from 'node:crypto'
import { createReadStream, type ReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { setImmediate } from 'node:timers/promises'
import { deflateRawSync, inflateRawSync } from 'node:zlib'
import yazl from 'yazl'
import { BUNDLE_MANIFEST, BUNDLE_VERSION, type BundleManifest } from '../../core/formats/bundle.ts'
import { sortedJson } from '../../core/formats/sorted-json.ts'
import { picturesShown } from '../../core/post/post.ts'
import { setsShown } from '../../core/sets/follow.ts'
import { membersOf } from '../../core/sets/picture-set.ts'
import type { BundleTable } from '../database/bundle-table.ts'
import type { FrontTable } from '../database/front-table.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import type { SetsTable } from '../database/sets-table.ts'
import type { ShelvesTable } from '../database/shelves-table.ts'
import { Refusal } from '../refusal.ts'
import { hashOfFile } from '../hash-of-file.ts'
import { ended } from './export-file.ts'
import type { PictureFolder } from '../pictures/picture-folder.ts'
import type { VideoFolder } from '../videos/video-folder.ts'

export interface BundleDeps {
  readonly bundles: BundleTable
  readonly posts: PostsTable
  readonly sets: SetsTable
  readonly shelves: ShelvesTable
  readonly house: HouseTable
  readonly front: FrontTable
  readonly folder: PictureFolder
  readonly videos: VideoFolder
}

/** One time for every entry, so that the same content is the same file: the first that a ZIP archive can say without a zone. */
const ENTRY = { mtime: new Date(1980, 0, 2), mode: 0o100644, forceDosTimestamp: true } as const

/** Texts are kept packed: the saved states of many posts are many times what the posts are. */
interface Packed {
  readonly packed: Buffer
  readonly size: number
  readonly sha256: string
}
/** `fileName` is what it was called where it came from */
interface OfDisk {
  readonly file: string
  readonly fileName: string
  readonly sha256?: string
}
type Entry = { readonly name: string } & (Packed | OfDisk)

function packed(value: unknown): Packed {
  const bytes = Buffer.from(sortedJson(value))
  const sha256 = createHash('sha256').update(bytes).digest('hex')
  return { packed: deflateRawSync(bytes, { level: 1 }), size: bytes.length, sha256 }
}

/** A bundle of these posts, or of the blog: how many files it has, and its bytes. */
export async function writeBundle(
  deps: BundleDeps,
  wanted: readonly string[] | 'blog',
): Promise<{ files: number; zip: Readable }> {
  const entries = await entriesOf(deps, wanted)
  const files: BundleManifest['files'] = []
  for (const entry of entries) {
    const { name } = entry
    if ('packed' in entry) files.push({ name, size: entry.size, sha256: entry.sha256 })
    else {
      const { size } = await stat(entry.file).catch(() => {
        throw new Refusal('original-missing', { file: entry.fileName })
      })
      files.push({ name, size, sha256: entry.sha256 ?? (await hashOfFile(entry.file)) })
    }
  }
  const manifest: BundleManifest = { format: 'set-row-bundle', version: BUNDLE_VERSION, files }
  const zip = new yazl.ZipFile()
  zip.addBuffer(Buffer.from(sortedJson(manifest)), BUNDLE_MANIFEST, ENTRY)
  for (const entry of entries)
    zip.addReadStreamLazy(entry.name, { ...ENTRY, compress: 'packed' in entry }, (give) => {
      const stream = 'packed' in entry ? Readable.from([inflateRawSync(entry.packed)]) : createReadStream(entry.file)
      give(null, stream as ReadStream)
    })
  return { files: entries.length + 1, zip: ended(zip) }
}

/** Everything that goes in but the list of it, by name, each once. */
async function entriesOf(deps: BundleDeps, wanted: readonly string[] | 'blog'): Promise<Entry[]> {
  const { bundles, folder, videos } = deps
  const entries = new Map<string, Entry>()
  const put = (name: string, entry: Packed | OfDisk) => void entries.set(name, { name, ...entry })
  const whole = wanted === 'blog'
  const shown = new Set<string>()
  const setsNamed = new Set<string>()
  for (const id of whole ? deps.posts.ids() : wanted) {
    const post = bundles.post(id)
    if (!post) continue
    // Others are answered between two posts.
    await setImmediate()
    put(`posts/${id}.json`, packed(post))
    for (const content of [post.content, ...post.states.map((state) => state.content)]) {
      for (const one of [...picturesShown(content), ...content.tray]) shown.add(one)
      for (const one of setsShown(content.body)) setsNamed.add(one)
    }
  }
  for (const one of whole ? deps.sets.list().map(({ id }) => id) : setsNamed) {
    const set = deps.sets.find(one)
    if (!set) continue
    const { id, name, pictures } = set
    for (const picture of pictures) shown.add(picture.id)
    put(`sets/${id}.json`, packed({ id, name, pictures: membersOf(set) }))
  }
  for (const id of whole ? bundles.pictureIds() : shown) {
    const picture = bundles.picture(id)
    if (!picture) continue
    const { hash, video, fileName } = picture
    put(`pictures/${id}.json`, packed(picture))
    put(`originals/${hash}`, { file: folder.original(hash), fileName, sha256: hash })
    if (video?.from === 'file') put(`videos/${video.file}`, { file: videos.place(video.file), fileName })
  }
  if (whole)
    put(
      'blog.json',
      packed({
        house: deps.house.get(),
        front: deps.front.get().front,
        topicPaths: Object.fromEntries(deps.front.topicPaths()),
        shelves: deps.shelves.list(),
      }),
    )
  return [...entries.values()].sort((a, b) => (a.name < b.name ? -1 : 1))
}
