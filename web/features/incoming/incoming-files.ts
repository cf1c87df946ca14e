import { BlobReader, BlobWriter, configure, type FileEntry, ZipReader } from '@zip.js/zip.js'
import { BUNDLE_MANIFEST, BundleManifest, BundlePost } from '../../../core/formats/bundle.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { isJunk } from '../../../core/files/junk.ts'
import { MOST_LETTERS } from '../../../core/formats/incoming/incoming-post.ts'

/** What was dropped or chosen to become posts: texts, and the files that they name. */

export interface IncomingFile {
  /** from the top of what was dropped, parts joined by slashes */
  readonly path: string
  readonly bytes: number
  readonly open: () => Promise<File>
}
/** Files that came together, by their paths in small letters. */
export type Files = ReadonlyMap<string, IncomingFile>

/** A bundle, with the posts that it holds. */
export interface Bundle {
  readonly file: File
  readonly posts: readonly { readonly id: string; readonly content: PostContent; readonly states: number }[]
}

export interface Arrived {
  readonly bundles: readonly Bundle[]
  readonly texts: readonly { readonly file: IncomingFile; readonly kind: 'markdown' | 'html'; readonly files: Files }[]
  /** what is neither text nor picture, and why it can't be read */
  readonly leftOut: readonly { readonly path: string; readonly why: string }[]
}

// The page admits no code that was made on the way; the browser unpacks by itself.
configure({ useWebWorkers: false })

const MARKDOWN = /\.(md|markdown|mdown|mkd|txt)$/i
const HTML = /\.(html?|xhtml)$/i
const PICTURE = /\.(jpe?g|png|gif|webp|avif|heic|heif|tiff?|mp4|webm)$/i
const ZIP = /\.zip$/i
const MOST_ENTRIES = 70_000
/** Of one file in an archive, bytes unpacked. */
const LARGEST_ENTRY = 500_000_000

const nameOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1)
const pathOf = (file: File): string => {
  const dropped = (file as File & { readonly path?: string }).path
  return (file.webkitRelativePath || dropped || file.name).replace(/^(\.?\/)+/, '')
}

/** Tells texts from what goes with them; archives are opened, and each is a world of its own. */
export async function arrivedFiles(list: readonly File[]): Promise<Arrived> {
  const plain: IncomingFile[] = []
  const worlds: IncomingFile[][] = [plain]
  const bundles: Bundle[] = []
  const leftOut: Arrived['leftOut'][number][] = []
  for (const file of list) {
    const path = pathOf(file)
    if (isJunk(path) && path.includes('/')) continue
    if (!ZIP.test(file.name)) {
      plain.push({ path, bytes: file.size, open: async () => file })
      continue
    }
    try {
      const entries = await entriesOf(file)
      const bundle = await bundleOf(file, entries)
      if (bundle) bundles.push(bundle)
      else worlds.push(entries)
    } catch (error) {
      leftOut.push({ path, why: `it can’t be opened: ${(error as Error).message}` })
    }
  }
  const texts = worlds.flatMap((world) => {
    const files: Files = new Map(world.map((one) => [one.path.toLowerCase(), one]))
    return world.flatMap((file) => {
      const kind = MARKDOWN.test(file.path)
        ? ('markdown' as const)
        : HTML.test(file.path)
          ? ('html' as const)
          : undefined
      if (kind && file.bytes <= MOST_LETTERS) return [{ file, kind, files }]
      if (kind) leftOut.push({ path: file.path, why: `its text is longer than ${MOST_LETTERS / 1e6} million letters` })
      else if (!PICTURE.test(file.path)) leftOut.push({ path: file.path, why: 'it is neither text nor picture' })
      return []
    })
  })
  const inOrder = new Intl.Collator(undefined, { numeric: true })
  return { bundles, texts: texts.sort((a, b) => inOrder.compare(a.file.path, b.file.path)), leftOut }
}

/** The posts of an archive that is a bundle; undefined where it is any other. What is wrong with one is told. */
async function bundleOf(file: File, entries: readonly IncomingFile[]): Promise<Bundle | undefined> {
  const manifest = entries.find(({ path }) => path === BUNDLE_MANIFEST)
  const said = manifest && (await (await manifest.open()).text())
  if (!said?.includes('"set-row-bundle"')) return undefined
  const read = BundleManifest.safeParse(JSON.parse(said))
  if (!read.success) throw new Error('it is a bundle that this program does not know')
  const posts = await Promise.all(
    entries
      .filter(({ path }) => /^posts\/[^/]+\.json$/.test(path))
      .map(async (one) => {
        const { id, content, states } = BundlePost.parse(JSON.parse(await (await one.open()).text()))
        return { id, content, states: states.length }
      }),
  )
  return { file, posts }
}

async function entriesOf(archive: File): Promise<IncomingFile[]> {
  const reader = new ZipReader(new BlobReader(archive))
  const files: IncomingFile[] = []
  for await (const entry of reader.getEntriesGenerator()) {
    if (files.length >= MOST_ENTRIES) throw new Error(`it has more than ${MOST_ENTRIES} files`)
    const path = entry.filename.replaceAll('\\', '/').replace(/^\/+/, '')
    // Nothing in it leaves it.
    if (entry.directory || isJunk(path) || path.split('/').includes('..')) continue
    if (entry.encrypted) throw new Error('it is locked with a password')
    files.push({ path, bytes: entry.uncompressedSize, open: () => unpacked(entry as FileEntry, path) })
  }
  return files
}

async function unpacked(entry: FileEntry, path: string): Promise<File> {
  if (entry.uncompressedSize > LARGEST_ENTRY) throw new Error('it is too large')
  let length = 0
  const counted = new TransformStream<Uint8Array, Uint8Array>({
    transform(chunk, control) {
      length += chunk.length
      // What is said of its size need not be so.
      if (length > LARGEST_ENTRY) control.error(new Error('it is too large'))
      else control.enqueue(chunk)
    },
  })
  const writer = new BlobWriter()
  const done = counted.readable.pipeTo(writer.writable as WritableStream<Uint8Array>)
  await entry.getData(counted.writable)
  await done
  return new File([await writer.getData()], nameOf(path))
}

/** The file that a path means: at just that place, whatever the case of its letters, or else the only one of its name. */
export function fileAt(files: Files, path: string): IncomingFile | undefined {
  const wanted = path.toLowerCase()
  const there = files.get(wanted)
  if (there) return there
  const name = nameOf(wanted)
  const named = [...files.values()].filter((one) => nameOf(one.path).toLowerCase() === name)
  return named.length === 1 ? named[0] : undefined
}
