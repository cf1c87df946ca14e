import type { IncomingPost } from '../../../core/formats/incoming/incoming-post.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { uploadBundle } from '../intake/upload.ts'
import { api } from '../../api/client.ts'
import { Told } from '../../ui/told.ts'
import { bringPost, folderIn, nameIn, type Sent, Stopped } from './bring-posts.ts'
import { decodeText } from './decode-text.ts'
import { type Arrived, arrivedFiles, type Files } from './incoming-files.ts'
import { addressIn, type IncomingLine } from './incoming-line.ts'
import { IncomingReader } from './incoming-reader.ts'

/** All that came in to become posts, and what has become of it. It outlives the screen that shows it. */
export interface Docket {
  readonly lines: readonly IncomingLine[]
  readonly leftOut: Arrived['leftOut']
  /** archives are being opened, texts read */
  readonly opening: boolean
  readonly bringing: boolean
}

const EMPTY: Docket = { lines: [], leftOut: [], opening: false, bringing: false }
const NO_FILES: Files = new Map()

export class IncomingDocket {
  readonly now = new Told<Docket>(EMPTY)
  private readonly reader = new IncomingReader()
  private readonly sent: Sent = new Map()
  private keys = 0
  private stopped = false
  private cancelBundle: (() => void) | undefined

  private change(next: Partial<Docket>): void {
    this.now.set({ ...this.now.get(), ...next })
  }
  private set(key: string, next: Partial<IncomingLine>): void {
    this.change({ lines: this.now.get().lines.map((line) => (line.key === key ? { ...line, ...next } : line)) })
  }

  clear(): void {
    this.reader.stop()
    this.now.set(EMPTY)
  }
  want = (key: string, wanted: boolean): void => this.set(key, { wanted })
  fetchFar = (key: string, fetchFar: boolean): void => this.set(key, { fetchFar })
  stop(): void {
    this.stopped = true
    this.cancelBundle?.()
  }

  /** Files that were dropped or chosen. `measure` is px of a line of text in the house. */
  async add(list: readonly File[], measure: number): Promise<void> {
    this.change({ opening: true })
    const { texts, bundles, leftOut } = await arrivedFiles(list)
    this.change({ leftOut: [...this.now.get().leftOut, ...leftOut] })
    const ofBundles = bundles.flatMap(({ file, posts }) =>
      posts.map(
        ({ id, content, states }): IncomingLine => ({
          ...this.line(file.name, 'markdown', NO_FILES),
          state: 'understood',
          bundle: { file, id, states },
          read: { key: 0, pictures: [], post: bundled(content) },
        }),
      ),
    )
    this.change({ lines: [...this.now.get().lines, ...ofBundles] })
    const lines = texts.map(({ file, kind, files }) => ({ ...this.line(file.path, kind, files), file }))
    this.change({ lines: [...this.now.get().lines, ...lines.map(({ file: _, ...line }) => line)] })
    for (const { key, file } of lines)
      try {
        const bytes = new Uint8Array(await (await file.open()).arrayBuffer())
        this.set(key, { text: decodeText(bytes) })
        await this.read(key, measure)
      } catch (error) {
        this.set(key, { state: 'refused', told: (error as Error).message, wanted: false })
      }
    await this.lookForAddresses()
    this.change({ opening: false })
  }

  /** A page of the web. */
  async addAddress(address: string, measure: number): Promise<void> {
    const { bytes, address: base } = await api.incoming.page(address)
    const line = { ...this.line(base, 'html', NO_FILES), base, text: decodeText(bytes), fetchFar: true }
    this.change({ lines: [...this.now.get().lines, line] })
    await this.read(line.key, measure)
    await this.lookForAddresses()
  }

  private line(path: string, kind: IncomingLine['kind'], files: Files): IncomingLine {
    return {
      key: `in:${++this.keys}`,
      path,
      kind,
      files,
      text: '',
      base: '',
      state: 'reading',
      told: '',
      read: null,
      wanted: true,
      fetchFar: false,
      taken: null,
      titled: null,
      post: null,
      bundle: null,
      lost: [],
    }
  }

  private async read(key: string, measure: number): Promise<void> {
    const line = this.now.get().lines.find((one) => one.key === key)
    if (!line) return
    const { kind, text, base, path } = line
    try {
      const read = await this.reader.read({
        text: { kind, text, base, name: nameIn(path) },
        folder: folderIn(path),
        measure,
        ids: new Map(),
        texts: new Map(),
        shapes: new Map(),
      })
      this.set(key, { read, state: 'understood' })
    } catch (error) {
      this.set(key, { state: 'refused', told: (error as Error).message, wanted: false })
    }
  }

  /** Which of them would have the address of a post that is on the blog, or have the title of one that is here. */
  private async lookForAddresses(): Promise<void> {
    const contents = this.now.get().lines.flatMap(({ read }) => read?.post.content ?? [])
    const unique = (texts: readonly string[]) => [...new Set(texts)].slice(0, 5000)
    const { taken, titled } = await api.incoming
      .taken(unique(contents.map(addressIn)), unique(contents.map(({ title }) => title)))
      .catch(() => ({ taken: [], titled: [] }))
    const lines = this.now.get().lines.map((line) => {
      const content = line.read?.post.content
      return {
        ...line,
        taken: (content && taken.find(({ address }) => address === addressIn(content))) ?? null,
        titled: (content && titled.find(({ title }) => title === content.title)?.id) ?? null,
      }
    })
    this.change({ lines })
  }

  /** Posts of one bundle come at once. */
  private async bringBundle(file: File, lines: readonly IncomingLine[]): Promise<number> {
    const set = (next: Partial<IncomingLine>) => lines.forEach(({ key }) => this.set(key, next))
    set({ state: 'coming', told: '' })
    try {
      const ids = lines.flatMap(({ bundle }) => bundle?.id ?? [])
      const going = uploadBundle(file, ids, (share) =>
        set({ told: share < 1 ? `${Math.round(100 * share)} % of the bundle` : 'the bundle is looked through' }),
      )
      this.cancelBundle = going.cancel
      const { posts } = await going.answer
      for (const { key, bundle } of lines) {
        const made = posts.includes(bundle!.id)
        this.set(key, {
          state: 'here',
          told: '',
          post: bundle!.id,
          lost: made ? [] : ['It was here already, and stays as it is.'],
        })
      }
      return posts.length
    } catch (error) {
      set({ state: 'understood', told: this.stopped ? '' : (error as Error).message })
      return 0
    } finally {
      this.cancelBundle = undefined
    }
  }

  /** Makes posts of all that is wanted, one after another; tells how many there are now. */
  async bring(measure: number): Promise<number> {
    this.stopped = false
    const wanted = this.now.get().lines.filter(({ wanted: want, state }) => want && state === 'understood')
    this.change({
      bringing: true,
      lines: this.now.get().lines.map((line) => (wanted.includes(line) ? { ...line, state: 'waiting' } : line)),
    })
    const providers = await api.videos.providers().then(
      (known) => known.providers,
      () => [],
    )
    let made = 0
    // The newest comes last, so that it stands first among the posts.
    const inOrder = [...wanted].sort((a, b) => (a.read!.post.date ?? '').localeCompare(b.read!.post.date ?? ''))
    for (const file of new Set(inOrder.flatMap(({ bundle }) => bundle?.file ?? [])))
      if (!this.stopped)
        made += await this.bringBundle(
          file,
          inOrder.filter(({ bundle }) => bundle?.file === file),
        )
    for (const line of inOrder.filter(({ bundle }) => bundle === null)) {
      if (this.stopped) break
      this.set(line.key, { state: 'coming', told: '' })
      try {
        const { post, lost } = await bringPost(line, {
          reader: this.reader,
          sent: this.sent,
          measure,
          providers,
          stopped: () => this.stopped,
          tell: (told) => this.set(line.key, { told }),
        })
        this.set(line.key, { state: 'here', told: '', post, lost })
        made++
      } catch (error) {
        const stopped = error instanceof Stopped
        this.set(line.key, { state: 'understood', told: stopped ? '' : (error as Error).message })
        if (stopped) break
      }
    }
    const lines = this.now
      .get()
      .lines.map((line) => (line.state === 'waiting' ? { ...line, state: 'understood' as const } : line))
    this.change({ bringing: false, lines })
    return made
  }
}

/** A post of a bundle, understood as it is. */
const bundled = (content: PostContent): IncomingPost => ({
  content,
  date: content.dated ?? null,
  featuredAlt: '',
  faults: [],
  leftOut: new Map(),
  players: [],
})

/** The one docket of this window. */
export const docket = new IncomingDocket()
