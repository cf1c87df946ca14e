import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { useDropzone } from 'react-dropzone'
import { Link } from 'react-router'
import { useHouse } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { useTold } from '../../ui/told.ts'
import { count } from '../../ui/words.ts'
import { TopBar } from '../shell/top-bar.tsx'
import { docket } from './docket.ts'
import { DocketLine } from './docket-line.tsx'

const DROPPING = 'outline-2 -outline-offset-8 outline-dashed outline-ruby'

/** What comes in: a docket, one line a post, what was understood at the left, what is left out at the right. */
export function IncomingScreen() {
  const { lines, leftOut, opening, bringing } = useTold(docket.now)
  const { measure } = useHouse()
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const folder = useRef<HTMLInputElement>(null)
  const shown = useRef(true)
  useEffect(() => {
    document.title = 'Bring posts in · Set Row'
    shown.current = true
    return () => void (shown.current = false)
  }, [])
  const add = (files: readonly File[]) => void docket.add(files, measure).catch(refuse)
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    onDrop: add,
    noClick: true,
    noKeyboard: true,
    noDragEventsBubbling: true,
  })
  const wanted = lines.filter(({ wanted: want, state }) => want && state === 'understood')
  const here = lines.filter(({ state }) => state === 'here')
  const read = lines.filter(({ state }) => state !== 'reading').length

  async function bring() {
    const made = await docket.bring(measure)
    // A bundle may have brought sets, and the blog's own style, too.
    await client.invalidateQueries()
    // Who has gone elsewhere meanwhile does not see it here.
    if (made && !shown.current) say(`${count(made, 'post')} ${made === 1 ? 'is' : 'are'} here, not published yet.`)
  }
  return (
    <div {...getRootProps({ className: 'flex h-full flex-col', role: undefined, tabIndex: undefined })}>
      <input {...getInputProps({ 'aria-label': 'Texts and pictures to make posts of' })} />
      <TopBar>
        <span className="min-w-0 flex-1 truncate text-[#c9c1b4]">
          Bring posts in{lines.length > 0 && `: ${count(lines.length, 'text')}`}
        </span>
        {bringing ? (
          <Button look="on-ink" onClick={() => docket.stop()}>
            Stop
          </Button>
        ) : (
          wanted.length > 0 && (
            <button
              type="button"
              disabled={opening}
              className="rounded-sm bg-paper px-3 py-1.5 font-medium whitespace-nowrap text-ink hover:bg-white disabled:opacity-60"
              onClick={() => void bring()}
            >
              Make {count(wanted.length, 'post')}
            </button>
          )
        )}
      </TopBar>
      <main className={`board-grid min-h-0 flex-1 overflow-y-auto ${isDragActive ? DROPPING : ''}`}>
        <div className="mx-auto my-6 w-[min(1120px,calc(100%-32px))] bg-paper px-8 py-6 shadow-[0_2px_14px_rgb(29_27_24/0.18)] max-md:px-4">
          <h1 className="text-[1.3rem] font-semibold">What comes in</h1>
          <p className="mt-1 max-w-[68ch] text-soft">
            Markdown and HTML with their pictures, and bundles: files, whole folders, ZIP archives, or a page of the
            web. Nothing is made before you have seen here what was understood.
          </p>
          <div className="mt-4 flex flex-wrap items-end gap-2 border-b border-hairline pb-4">
            <Button look={lines.length ? 'paper' : 'ink'} onClick={open}>
              Choose files…
            </Button>
            <Button onClick={() => folder.current?.click()}>Choose a folder…</Button>
            <input
              ref={folder}
              type="file"
              hidden
              aria-label="Folder of texts and pictures"
              {...{ webkitdirectory: '' }}
              onChange={(event) => {
                add([...(event.target.files ?? [])])
                event.target.value = ''
              }}
            />
            <FromAddress measure={measure} />
            {lines.length > 0 && !bringing && (
              <Button look="plain" onClick={() => docket.clear()}>
                Clear the list
              </Button>
            )}
          </div>
          {lines.length === 0 && !opening && (
            <p className="py-14 text-center text-soft">
              Drop texts here, with the folder or archive that holds their pictures.
            </p>
          )}
          {opening && (
            <p role="status" className="py-3 text-soft">
              Reading… <span className="figures">{read}</span> of <span className="figures">{lines.length}</span>
            </p>
          )}
          {here.length > 0 && !bringing && (
            <p role="status" className="border-b border-hairline py-3">
              <b>{count(here.length, 'post')}</b> made, not published yet.{' '}
              <Link className="underline underline-offset-4" to="/posts">
                To the posts
              </Link>
            </p>
          )}
          <ul>
            {lines.map((line) => (
              <DocketLine key={line.key} line={line} busy={bringing} />
            ))}
          </ul>
          {leftOut.length > 0 && (
            <section className="border-t border-hairline pt-4">
              <h2 className="font-semibold">Left out</h2>
              <ul className="mt-1">
                {leftOut.map(({ path, why }) => (
                  <li key={path} className="text-soft">
                    <span className="font-mono text-[0.86rem]">{path}</span>: {why}
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
      </main>
    </div>
  )
}

function FromAddress({ measure }: { measure: number }) {
  const { refuse } = useNotices()
  const [address, setAddress] = useState('')
  const [busy, setBusy] = useState(false)
  return (
    <form
      className="flex min-w-0 flex-1 items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        setBusy(true)
        docket
          .addAddress(/^https?:/i.test(address) ? address : `https://${address}`, measure)
          .then(() => setAddress(''), refuse)
          .finally(() => setBusy(false))
      }}
    >
      <label className="flex min-w-40 flex-1 flex-col">
        <span className="label-narrow text-soft">Or a page of the web</span>
        <input
          className="w-full rounded-sm border border-edge bg-paper px-2 py-1.5"
          placeholder="https://…"
          value={address}
          onChange={(event) => setAddress(event.target.value)}
        />
      </label>
      <Button type="submit" disabled={busy || !address.trim()}>
        {busy ? 'Fetching…' : 'Fetch it'}
      </Button>
    </form>
  )
}
