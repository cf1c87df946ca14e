import { BlobWriter, TextReader, Uint8ArrayReader, ZipWriter } from '@zip.js/zip.js'
import { useMemo, useRef, useState } from 'react'
import { lostIn, NEEDS, pasteHtml, type Strength, STRENGTHS } from '../../../core/formats/pasting.ts'
import { slug, titleOf } from '../../../core/post/post.ts'
import { SiteAddress } from '../../../core/wire/exports.ts'
import { Refused } from '../../api/client.ts'
import { publicFile } from '../../api/requests.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { saveFile } from '../../ui/save-file.ts'
import { Select } from '../../ui/select.tsx'
import { useTold } from '../../ui/told.ts'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { livePosts } from '../board/shown-posts-node.ts'
import { useHouse } from '../../api/queries.ts'

/** How files are named in what is pasted. */
const PLACES = ['blog', 'base', 'beside'] as const
type Place = (typeof PLACES)[number]
const PLACE_WORDS: Record<Place, string> = {
  blog: 'On this blog, where they are published',
  base: 'Under an address of your own',
  beside: 'In the folder “pictures” beside the page',
}

/** px of the columns in which the post is seen. */
const COLUMNS = { wide: 660, phone: 350 } as const
const SCALE = 0.5

/** The post as HTML for the editor of another program: what each strength keeps and loses, seen before it is copied. */
export function PasteDialog({ onClose }: { onClose: () => void }) {
  const { draft, library } = useBoard()
  const house = useHouse()
  const known = useTold(livePosts)
  const { say, refuse } = useNotices()
  const { content, publication } = draft
  const isLive = publication.state === 'live' && publication.url !== null
  const [strength, setStrength] = useState<Strength>('in-place')
  const [place, setPlace] = useState<Place>(isLive ? 'blog' : 'beside')
  const [base, setBase] = useState('')
  /** picture files that are in the archive so far; null while none is made */
  const [done, setDone] = useState<number | null>(null)
  const stopping = useRef<AbortController>(undefined)
  const names = useRef(new Set<string>())
  const post = useMemo(
    () => ({ content, library, house, live: known?.live ?? { shows: [], posts: [] } }),
    [content, library, house, known],
  )
  const own = SiteAddress.safeParse(base)
  const blog = publication.url ? new URL('../../', publication.url).href : ''
  const home = place === 'blog' ? blog : place === 'base' && own.success ? own.data : ''
  const ready = place !== 'base' || own.success

  const written = useMemo(() => {
    names.current = new Set()
    const file = (name: string) => {
      names.current.add(name)
      return place === 'beside' ? `pictures/${name}` : place === 'blog' ? `${home}files/${name}` : `${home}${name}`
    }
    return pasteHtml(post, strength, { file, post: (href) => `${blog}${href}` })
  }, [post, strength, place, home, blog])
  const seen = useMemo(
    () => pasteHtml(post, strength, { file: (name) => `/files/${name}`, post: () => '#' }),
    [post, strength],
  )
  const lost = useMemo(() => lostIn(post, strength), [post, strength])

  async function copy() {
    try {
      await navigator.clipboard.write([
        new ClipboardItem({
          'text/html': new Blob([written], { type: 'text/html' }),
          'text/plain': new Blob([written], { type: 'text/plain' }),
        }),
      ])
      say('Copied: as HTML, and as its source where only text is taken.')
    } catch {
      say('This browser did not let it be copied. Save it as a ZIP archive instead.')
    }
  }

  async function save() {
    const { signal } = (stopping.current = new AbortController())
    setDone(0)
    const lacking: string[] = []
    try {
      const zip = new ZipWriter(new BlobWriter('application/zip'), { useWebWorkers: false })
      const beside = pasteHtml(post, strength, {
        file: (name) => {
          names.current.add(name)
          return ready && place !== 'beside'
            ? place === 'blog'
              ? `${home}files/${name}`
              : `${home}${name}`
            : `pictures/${name}`
        },
        post: (href) => `${blog}${href}`,
      })
      const name = slug(titleOf(content)) || 'post'
      await zip.add(`${name}.html`, new TextReader(beside))
      for (const [at, file] of [...names.current].entries()) {
        setDone(at)
        const bytes = await publicFile(file, signal).catch((error: unknown) => {
          if (!(error instanceof Refused)) throw error
          lacking.push(file)
        })
        if (bytes) await zip.add(`pictures/${file}`, new Uint8ArrayReader(bytes), { level: 0 })
      }
      if (lacking.length > 0)
        refuse(
          new Error(`${count(lacking.length, 'picture file')} could not be had: ${lacking.slice(0, 3).join(', ')}.`),
        )
      saveFile(await zip.close(), `${name}-html.zip`)
      say(`The text and ${count(names.current.size - lacking.length, 'picture file')}, saved as one ZIP archive.`)
    } catch (error) {
      if (!signal.aborted) refuse(error)
    } finally {
      setDone(null)
    }
  }

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="HTML to paste"
      about="For the editor of whatever another blog runs on. Hosts differ in what they let through: choose the strongest that yours keeps."
      width={1040}
    >
      <div className="grid grid-cols-[300px_minmax(0,1fr)] gap-6 max-md:grid-cols-1">
        <div className="flex flex-col gap-3">
          <fieldset className="flex flex-col gap-2">
            <legend className="sr-only">How strong</legend>
            {STRENGTHS.map((one) => (
              <label
                key={one}
                className={`flex items-start gap-2.5 border px-3 py-2 ${strength === one ? 'border-ink' : 'border-hairline hover:border-edge'}`}
              >
                <input
                  type="radio"
                  name="strength"
                  aria-label={NEEDS[one].name}
                  className="mt-1"
                  checked={strength === one}
                  onChange={() => setStrength(one)}
                />
                <span>
                  <b className="block">{NEEDS[one].name}</b>
                  <span className="label-narrow text-soft">
                    {NEEDS[one].keeps} {NEEDS[one].needs}
                  </span>
                </span>
              </label>
            ))}
          </fieldset>
          <div>
            <p className="label-narrow text-soft">Not as here</p>
            {lost.length === 0 ? (
              <p>Nothing is lost.</p>
            ) : (
              <ul>
                {lost.map((one) => (
                  <li key={one}>{one}</li>
                ))}
              </ul>
            )}
          </div>
          <div>
            <p className="label-narrow mb-0.5 text-soft">Where the pictures are</p>
            <Select
              label="Where the pictures are"
              value={place}
              options={PLACES.filter((one) => one !== 'blog' || isLive).map((one) => [one, PLACE_WORDS[one]] as const)}
              onChange={(next) => setPlace(next as Place)}
            />
          </div>
          {place === 'base' && (
            <TextInput
              label="The address under which you put the files"
              value={base}
              placeholder="https://…/pictures/"
              onChange={(event) => setBase(event.target.value)}
              note={
                base && !own.success && <p className="mt-1 text-ruby">A web address begins with https:// or http://.</p>
              }
            />
          )}
        </div>
        <div className="flex items-start gap-4 overflow-x-auto">
          {(Object.keys(COLUMNS) as (keyof typeof COLUMNS)[]).map((one) => (
            <figure key={one} className="shrink-0">
              <figcaption className="figures mb-1">
                {one === 'wide' ? 'wide' : 'phone'} {COLUMNS[one]}
              </figcaption>
              <div
                className="overflow-hidden border border-hairline"
                style={{ width: (COLUMNS[one] + 40) * SCALE, height: 430 }}
              >
                <iframe
                  title={one === 'wide' ? 'The post as pasted, wide' : 'The post as pasted, on a phone'}
                  sandbox="allow-same-origin"
                  srcDoc={pageOf(seen)}
                  style={{
                    width: COLUMNS[one] + 40,
                    height: 430 / SCALE,
                    transform: `scale(${SCALE})`,
                    transformOrigin: 'top left',
                    border: 0,
                  }}
                />
              </div>
            </figure>
          ))}
        </div>
      </div>
      <footer className="mt-4 flex flex-wrap items-center gap-2 border-t border-hairline pt-3">
        <Button look="ink" disabled={!ready} onClick={() => void copy()}>
          Copy
        </Button>
        <Button disabled={done !== null || !ready} onClick={() => void save()}>
          Save with the picture files
        </Button>
        {done !== null && (
          <>
            <Button onClick={() => stopping.current?.abort()}>Stop</Button>
            <span role="status" className="figures">
              {done} of {count(names.current.size, 'file')}
            </span>
          </>
        )}
        {place !== 'blog' && (
          <p className="text-soft">The picture files are in the archive; the text shows them once they lie there.</p>
        )}
      </footer>
    </Dialog>
  )
}

/** A plain page of another blog. */
const pageOf = (html: string): string =>
  `<!doctype html><meta charset="utf-8"><style>body{margin:20px;font:17px/1.6 Georgia,serif;color:#222}img{max-width:100%}figure{margin:1em 0}</style>${html}`
