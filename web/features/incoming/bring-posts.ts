import pLimit from 'p-limit'
import type { TextBlock } from '../../../core/blocks/table.ts'
import { inlineText } from '../../../core/blocks/inline.ts'
import type { Inherited } from '../../../core/formats/row-text/picture-choices.ts'
import { type Block, rowsOf } from '../../../core/post/body.ts'
import { linePicturesIn } from '../../../core/post/line-pictures.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { MOST_IN_TRAY } from '../../../core/post/limits.ts'
import { type PostContent, picturesShown } from '../../../core/post/post.ts'
import { isOf, type VideoProvider } from '../../../core/video/address.ts'
import { MOST_ADDRESSES } from '../../../core/wire/gathering.ts'
import { MOST_CHANGES, type Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { pictureStore } from '../../api/queries.ts'
import { newRowId } from '../board/new-row-id.ts'
import { NotTaken, upload, uploadVideo } from '../intake/upload.ts'
import { isVideoFile, posterOf } from '../videos/poster.ts'
import { fileAt } from './incoming-files.ts'
import type { IncomingLine } from './incoming-line.ts'
import type { IncomingReader } from './incoming-reader.ts'
import type { NamedPicture } from './incoming-worker.ts'

const AT_ONCE = 3
const ASKED_EVERY_MS = 400

/** What pictures of the texts have become, by where their files are, or why they could not be had: each is sent once, however many texts name it. */
export type Sent = Map<string, Picture | { readonly why: string }>

export interface Bringing {
  readonly reader: IncomingReader
  readonly sent: Sent
  readonly measure: number
  readonly providers: readonly VideoProvider[]
  readonly stopped: () => boolean
  readonly tell: (told: string) => void
}

/** Somebody has pressed Stop. */
export class Stopped extends Error {
  override name = 'Stopped'
}

const placeKey = (line: IncomingLine, { place }: NamedPicture): string =>
  place.at === 'file'
    ? `file:${line.files.size}:${line.path.split('/')[0]}:${place.path}`
    : place.at === 'nowhere'
      ? ''
      : place.url

/** Makes a post of a text: its pictures first, then what they are called by here, then the post. */
export async function bringPost(line: IncomingLine, bringing: Bringing): Promise<{ post: string; lost: string[] }> {
  const { reader, sent, measure, tell } = bringing
  const { pictures, post: understood } = line.read!
  const wanted = pictures.filter(({ place }) => place.at !== 'nowhere' && (place.at !== 'web' || line.fetchFar))
  await sendNear(line, wanted, bringing)
  await fetchFar(line, wanted, bringing)
  const here = new Map<string, Picture>()
  const lost: string[] = []
  for (const named of pictures) {
    const picture = sent.get(placeKey(line, named))
    if (picture && 'id' in picture) here.set(named.src, picture)
    else if (picture) lost.push(`${named.src.slice(0, 80)}: ${picture.why}`)
  }
  tell('the post is made')
  await describe(line, here, understood.featuredAlt)
  const { post } = await reader.read({
    text: { kind: line.kind, text: line.text, base: line.base, name: nameIn(line.path) },
    folder: folderIn(line.path),
    measure,
    ids: new Map([...here].map(([src, { id }]) => [src, id])),
    texts: new Map([...here.values()].map((picture) => [picture.id, ownTexts(picture)])),
    shapes: new Map([...here.values()].map(({ id, width, height }) => [id, width / height])),
  })
  const content = await withVideos(asHere(post.content, here, post.date), post.players, bringing)
  const made = await api.posts.create(content)
  return { post: made.id, lost }
}

export const nameIn = (path: string): string => path.slice(path.lastIndexOf('/') + 1).replace(/\.[^.]*$/, '')
export const folderIn = (path: string): string => path.slice(0, path.lastIndexOf('/') + 1)

const ownTexts = ({ alt, caption, credit, link }: Picture): Inherited => ({ alt, caption, credit, link })

/** The post with a tray, a featured image that is here, and its date. */
function asHere(content: PostContent, here: ReadonlyMap<string, Picture>, date: string | null): PostContent {
  const ids = new Set([...here.values()].map(({ id }) => id))
  const featured = content.featured && ids.has(content.featured.picture) ? content.featured : null
  const tray = picturesShown({ ...content, featured })
    .filter((id) => ids.has(id))
    .slice(0, MOST_IN_TRAY)
  return { ...content, featured, tray, ...(date ? { dated: date } : {}) }
}

async function sendNear(line: IncomingLine, wanted: readonly NamedPicture[], bringing: Bringing): Promise<void> {
  const { sent, stopped, tell } = bringing
  const near = wanted.filter((one) => one.place.at !== 'web' && !sent.has(placeKey(line, one)))
  if (near.length === 0) return
  // Their places are kept before any is sent, so that they stand in the order in which the text names them.
  const first = await api.pictures.numbers(near.length).catch(() => undefined)
  const limit = pLimit(AT_ONCE)
  let done = 0
  await Promise.all(
    near.map((named, i) =>
      limit(async () => {
        if (stopped()) throw new Stopped()
        tell(`picture ${++done} of ${near.length}`)
        const picture = await sendOne(line, named, first === undefined ? undefined : first + i)
        if (!picture) return
        sent.set(placeKey(line, named), picture)
        if ('id' in picture) pictureStore.put([picture])
      }),
    ),
  )
}

/** undefined where its file is not there. Where it is refused, why; where the server does not answer, that is thrown. */
async function sendOne(
  line: IncomingLine,
  named: NamedPicture,
  number: number | undefined,
): Promise<Picture | { readonly why: string } | undefined> {
  try {
    return await sendFile(line, named, number)
  } catch (error) {
    if (error instanceof NotTaken && error.again) throw error
    return { why: (error as Error).message }
  }
}

async function sendFile(
  line: IncomingLine,
  { place }: NamedPicture,
  number: number | undefined,
): Promise<Picture | undefined> {
  if (place.at !== 'file' && place.at !== 'data') return undefined
  const file = place.at === 'file' ? await fileAt(line.files, place.path)?.open() : await dataFile(place.url)
  if (!file) return undefined
  const target = { post: undefined, number, folder: undefined }
  if (!isVideoFile(file)) return (await upload(file, target, () => {}).answer).picture
  const { picture, seconds, width, height } = await posterOf(file)
  const video = await uploadVideo(file, () => {}).answer
  return (
    await upload(picture, { ...target, video: { from: 'file', ...video, seconds, width, height } }, () => {}).answer
  ).picture
}

/** What stands in the page itself. The page may not fetch such an address, so its letters are read. */
function dataFile(url: string): File | undefined {
  const [, type = '', coded, body = ''] = /^data:(image\/[\w.+-]+)?[^,]*?(;base64)?,([^]*)$/i.exec(url) ?? []
  try {
    const letters = coded ? atob(body.replace(/\s/g, '')) : decodeURIComponent(body)
    const bytes = Uint8Array.from(letters, (letter) => letter.charCodeAt(0))
    return new File([bytes], `picture.${type.split('/')[1]?.replace(/\+.*/, '') || 'png'}`)
  } catch {
    return undefined
  }
}

/** Fetched by the server, in lots, through its own guard. */
async function fetchFar(line: IncomingLine, wanted: readonly NamedPicture[], bringing: Bringing): Promise<void> {
  const { sent, stopped, tell } = bringing
  const far = wanted.flatMap(({ place }) => (place.at === 'web' && !sent.has(place.url) ? [place.url] : []))
  for (let from = 0; from < far.length; from += MOST_ADDRESSES) {
    const lot = far.slice(from, from + MOST_ADDRESSES)
    const page = line.base || undefined
    const gathering = await api.gatherings.addresses({ addresses: lot, ...(page ? { page } : {}) })
    const ids = new Map<number, string | null>()
    const whys = new Map<number, string>()
    for (let since = 0, running = true; running; ) {
      if (stopped()) {
        await api.gatherings.cancel(gathering.id)
        throw new Stopped()
      }
      const now = await api.gatherings.news(gathering.id, since)
      since = now.news
      for (const { place, picture, state, problem } of now.changed) {
        if (state !== 'waiting') ids.set(place, picture)
        if (problem) whys.set(place, problem.message)
      }
      running = now.gathering.state === 'running'
      tell(`picture ${from + ids.size} of ${far.length} from the web`)
      if (running) await new Promise((resolve) => setTimeout(resolve, ASKED_EVERY_MS))
    }
    const pictures = await api.pictures.byIds([...ids.values()].filter((id) => id !== null))
    pictureStore.put(pictures)
    lot.forEach((url, i) =>
      sent.set(url, pictures.find(({ id }) => id === ids.get(i)) ?? { why: whys.get(i) ?? 'it could not be fetched' }),
    )
    await api.gatherings.read(gathering.id).catch(() => undefined)
  }
}

/** The alt text of a picture that has none itself becomes its own, so that the next post has it too; captions stay with their row. */
async function describe(line: IncomingLine, here: Map<string, Picture>, featuredAlt: string): Promise<void> {
  const { pictures, post } = line.read!
  const said = new Map<string, string>()
  for (const row of rowsOf(post.content.body))
    for (const { id, alt } of row.pictures) if (alt && !said.has(id)) said.set(id, alt)
  for (const { id, alt } of linePicturesIn(post.content.body.content)) if (alt && !said.has(id)) said.set(id, alt)
  const changes = pictures.flatMap(({ src, id }) => {
    const picture = here.get(src)
    const alt = said.get(id) ?? (post.content.featured?.picture === id ? featuredAlt : '')
    return picture && !picture.alt && alt ? [{ id: picture.id, change: { alt } }] : []
  })
  const changed: Picture[] = []
  for (let at = 0; at < changes.length; at += MOST_CHANGES)
    changed.push(...(await api.pictures.changeMany(changes.slice(at, at + MOST_CHANGES))))
  pictureStore.put(changed)
  for (const picture of changed) for (const [src, before] of here) if (before.id === picture.id) here.set(src, picture)
}

/** Players of providers that are known become videos; others stay as addresses. */
async function withVideos(
  content: PostContent,
  players: readonly string[],
  { providers }: Bringing,
): Promise<PostContent> {
  const known = new Set(players.filter((address) => providers.some((provider) => isOf(provider, address))))
  if (known.size === 0) return content
  const blocks: Block[] = []
  const tray = [...content.tray]
  for (const block of content.body.content) {
    const address = block.type === 'paragraph' ? addressOf(block) : ''
    const picture = known.has(address)
      ? await api.videos.take(address).then(
          (answer) => answer.picture,
          () => undefined,
        )
      : undefined
    if (picture) {
      pictureStore.put([picture])
      tray.push(picture.id)
    }
    blocks.push(picture ? { type: 'row', attrs: makeRow(newRowId(), [picture.id]) } : block)
  }
  return { ...content, tray: tray.slice(0, MOST_IN_TRAY), body: { type: 'doc', content: blocks } }
}

const addressOf = (block: Extract<TextBlock, { type: 'paragraph' }>): string =>
  inlineText(block.content).trim().replace(/^\/\//, 'https://')
