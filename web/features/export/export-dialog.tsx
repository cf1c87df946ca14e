import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { slug } from '../../../core/post/post.ts'
import { longDate } from '../../../core/readers/languages.ts'
import { SiteAddress } from '../../../core/wire/exports.ts'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { saveFile } from '../../ui/save-file.ts'
import { count } from '../../ui/words.ts'

type Kind = 'site' | 'markdown' | 'bundle'
const KINDS: Record<Kind, { name: string; about: string }> = {
  site: {
    name: 'Static site',
    about:
      'Pages, pictures, feeds and fonts as files for any web server, at any path of it; they open from a disk, too. No file in it that no page needs.',
  },
  bundle: {
    name: 'Bundle',
    about:
      'Everything, lossless, for another Set Row: posts with their saved states, rows, sets, texts and recipes of pictures, the untouched originals. As pictures came, with all that their cameras wrote into them.',
  },
  markdown: {
    name: 'Markdown with pictures',
    about:
      'A text for each post that reads well anywhere and comes back here exactly, with every picture it shows in its full size. Pictures say what they show.',
  },
}

/** Posts as files of other programs. `post` is the one that is open; without it, the whole blog. */
export function ExportDialog({
  post,
  onPaste,
  onClose,
}: {
  post?: { readonly id: string; readonly title: string }
  onPaste?: () => void
  onClose: () => void
}) {
  const { refuse, say } = useNotices()
  const [kind, setKind] = useState<Kind>(post ? 'markdown' : 'site')
  const [which, setWhich] = useState<'live' | 'all'>('live')
  const [address, setAddress] = useState<string | null>(null)
  const [changes, setChanges] = useState(false)
  const [texts, setTexts] = useState(false)
  const [taken, setTaken] = useState(false)
  const [got, setGot] = useState<number | null>(null)
  const stop = useRef<AbortController>(undefined)
  const { data: last } = useQuery({ queryKey: ['last-site'], queryFn: api.exports.lastSite, gcTime: 0 })
  const base = address ?? last?.base ?? ''
  const wrong = kind === 'site' && base !== '' && !SiteAddress.safeParse(base).success
  const whole = kind === 'site' && !post && which === 'live'

  async function run() {
    const control = new AbortController()
    stop.current = control
    setGot(0)
    try {
      const posts = post ? [post.id] : which
      const body =
        kind === 'site'
          ? { posts, ...(base ? { base } : {}), changes: whole && changes, texts }
          : kind === 'markdown'
            ? { posts, taken }
            : { posts }
      const { file, files } = await api.exports.archive(kind, body, { signal: control.signal, tell: setGot })
      if (files === 0) say('Nothing has changed since the last export.')
      else {
        const name = post ? slug(post.title) || 'post' : 'blog'
        saveFile(file, `${name}-${kind}.zip`)
        say(`${count(files, 'file')}, ${bytesInWords(file.size)}, saved as one ZIP archive.`)
      }
      onClose()
    } catch (error) {
      if ((error as Error).name !== 'AbortError') refuse(error)
    } finally {
      setGot(null)
    }
  }

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && got === null && onClose()}
      title="Export"
      about={post ? `“${post.title}” as files` : 'Posts as files'}
      width={640}
    >
      <fieldset className="flex flex-col gap-2">
        <legend className="sr-only">As what</legend>
        {(Object.keys(KINDS) as Kind[]).map((one) => (
          <label
            key={one}
            className={`flex items-start gap-3 border px-3 py-2.5 ${kind === one ? 'border-ink' : 'border-hairline hover:border-edge'}`}
          >
            <input
              type="radio"
              aria-label={KINDS[one].name}
              name="export-kind"
              className="mt-1"
              checked={kind === one}
              onChange={() => setKind(one)}
            />
            <span>
              <b className="block">{KINDS[one].name}</b>
              <span className="text-soft">{KINDS[one].about}</span>
            </span>
          </label>
        ))}
        {onPaste && (
          <button
            type="button"
            className="border border-hairline px-3 py-2.5 text-left hover:border-ink"
            onClick={onPaste}
          >
            <b className="block">HTML to paste…</b>
            <span className="text-soft">
              For the editor of whatever a blog runs on: in three strengths, with what each keeps and loses there.
            </span>
          </button>
        )}
      </fieldset>
      {!post && (
        <fieldset className="mt-4 flex gap-5">
          <legend className="label-narrow mb-1 text-soft">Which posts</legend>
          {(
            [
              ['live', 'Those that are live, as readers have them'],
              ['all', 'All, as they are written now'],
            ] as const
          ).map(([value, label]) => (
            <label key={value} className="flex items-center gap-2">
              <input type="radio" name="export-posts" checked={which === value} onChange={() => setWhich(value)} />
              {label}
            </label>
          ))}
        </fieldset>
      )}
      {kind === 'site' && (
        <div className="mt-4 flex flex-col gap-2">
          <TextInput
            label="Where it will be found, for feeds and for what is shared"
            value={base}
            placeholder="https://…"
            onChange={(event) => setAddress(event.target.value)}
            note={wrong && <p className="mt-1 text-ruby">A web address begins with https:// or http://.</p>}
          />
          {whole && last?.at && (
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={changes} onChange={(event) => setChanges(event.target.checked)} />
              Only what has changed since {longDate(last.at, 'en')}, with a list of what to delete
            </label>
          )}
          <label className="flex items-center gap-2">
            <input type="checkbox" checked={texts} onChange={(event) => setTexts(event.target.checked)} />
            Picture files carry title, alt text, caption, credit and licence
          </label>
        </div>
      )}
      {kind === 'markdown' && (
        <label className="mt-4 flex items-center gap-2">
          <input type="checkbox" checked={taken} onChange={(event) => setTaken(event.target.checked)} />
          Leave in where and when pictures were taken, and with which camera
        </label>
      )}
      <footer className="mt-5 flex items-center gap-3 border-t border-hairline pt-3">
        {got === null ? (
          <Button look="ink" disabled={wrong} onClick={() => void run()}>
            Save as ZIP
          </Button>
        ) : (
          <>
            <Button onClick={() => stop.current?.abort()}>Stop</Button>
            <p role="status">
              {got === 0 ? 'Pages are written…' : <span className="figures">{bytesInWords(got)} so far</span>}
            </p>
          </>
        )}
      </footer>
    </Dialog>
  )
}
