import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { type Readable } from 'node:stream'
import yazl from 'yazl'
import {
  BUNDLE_MANIFEST,
  BUNDLE_VERSION,
  type BundleManifest,
  type BundlePicture,
  sortedJson,
} from '../../core/formats/bundle.ts'
import { picturesShown } from '../../core/post/post.ts'
import { setsShown } from '../../core/sets/follow.ts'
import { membersOf } from '../../core/sets/picture-set.ts'
import type { BundleTable } from '../database/bundle-table.ts'
import type { FrontTable } from '../database/front-table.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import type { SetsTable } from '../database/sets-table.ts'
import type { ShelvesTable } from '../database/shelves-table.ts'
import { hashOfFile } from '../hash-of-file.ts'
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

type Entry = { readonly name: string } & (
  | { readonly text: string }
  | { readonly file: string; readonly sha256?: string }
)

/** A bundle of these posts, or of the blog: how many files it has, and its bytes. */
export async function writeBundle(
  deps: BundleDeps,
  wanted: readonly string[] | 'blog',
): Promise<{ files: number; zip: Readable }> {
  const { bundles, folder, videos } = deps
  const entries: Entry[] = []
  const whole = wanted === 'blog'
  const ids = whole ? deps.posts.ids() : wanted
  const found = ids.flatMap((id) => bundles.post(id) ?? [])
  for (const post of found) entries.push({ name: `posts/${post.id}.json`, text: sortedJson(post) })

  const contents = found.flatMap(({ content, states }) => [content, ...states.map((state) => state.content)])
  const setIds = whole
    ? deps.sets.list().map(({ id }) => id)
    : [...new Set(contents.flatMap(({ body }) => setsShown(body)))]
  const sets = setIds.flatMap((id) => deps.sets.find(id) ?? [])
  for (const set of sets) {
    const { id, name } = set
    entries.push({ name: `sets/${id}.json`, text: sortedJson({ id, name, pictures: membersOf(set) }) })
  }
  const shown = [
    ...contents.flatMap((content) => [...picturesShown(content), ...content.tray]),
    ...sets.flatMap(({ pictures }) => pictures.map(({ id }) => id)),
  ]
  const pictures = (whole ? bundles.pictureIds() : [...new Set(shown)]).flatMap((id): BundlePicture[] => {
    const picture = bundles.picture(id)
    return picture ? [picture] : []
  })
  for (const picture of pictures) {
    entries.push({ name: `pictures/${picture.id}.json`, text: sortedJson(picture) })
    entries.push({ name: `originals/${picture.hash}`, file: folder.original(picture.hash), sha256: picture.hash })
    if (picture.video?.from === 'file')
      entries.push({ name: `videos/${picture.video.file}`, file: videos.place(picture.video.file) })
  }
  if (whole) {
    const blog = {
      house: deps.house.get(),
      front: deps.front.get().front,
      topicPaths: Object.fromEntries(deps.front.topicPaths()),
      shelves: deps.shelves.list(),
    }
    entries.push({ name: 'blog.json', text: sortedJson(blog) })
  }
  const unique = [...new Map(entries.map((entry) => [entry.name, entry])).values()]
  unique.sort((a, b) => (a.name < b.name ? -1 : 1))

  const files: BundleManifest['files'] = []
  for (const entry of unique) {
    const { name } = entry
    if ('text' in entry) {
      const bytes = Buffer.from(entry.text)
      files.push({ name, size: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') })
    } else {
      const { size } = await stat(entry.file)
      files.push({ name, size, sha256: entry.sha256 ?? (await hashOfFile(entry.file)) })
    }
  }
  const manifest: BundleManifest = { format: 'set-row-bundle', version: BUNDLE_VERSION, files }
  const zip = new yazl.ZipFile()
  zip.addBuffer(Buffer.from(sortedJson(manifest)), BUNDLE_MANIFEST, ENTRY)
  for (const entry of unique)
    if ('text' in entry) zip.addBuffer(Buffer.from(entry.text), entry.name, ENTRY)
    else
      zip.addReadStreamLazy(entry.name, { ...ENTRY, compress: false }, (give) =>
        give(null, createReadStream(entry.file)),
      )
  zip.end()
  return { files: unique.length + 1, zip: zip.outputStream as unknown as Readable }
}
