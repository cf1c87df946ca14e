import { useQueryClient } from '@tanstack/react-query'
import pLimit from 'p-limit'
import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from 'react'
import { useDropzone } from 'react-dropzone'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { IntakePanel } from './intake-panel.tsx'
import { NotTaken, upload } from './upload.ts'

export interface Arriving {
  readonly key: number
  readonly name: string
  readonly bytes: number
  readonly state: 'waiting' | 'sending' | 'preparing' | 'here' | 'already' | 'refused'
  readonly share: number
  readonly reason?: string
  readonly next?: string
  readonly again?: boolean
  /** what is to be known of a picture that was taken */
  readonly remark?: string
}

interface Intake {
  /** Brings files in, for the post that is open, if any. */
  bringIn: (files: readonly File[]) => void
  /** Opens the file picker. */
  choose: () => void
  /** The open post: its id, and who is told of each picture as it arrives. */
  attach: (post: string, arrived: Arrived) => () => void
}

/** A picture is here; `later` are those that were chosen after it and came before it. */
type Arrived = (ids: readonly string[], later: readonly string[]) => void

/** Files that were chosen together, in that order. */
interface Batch {
  readonly keys: readonly number[]
  /** the place of the first among all pictures; undefined where the server did not say */
  readonly first: number | undefined
  readonly arrived: Map<number, string>
}

const Context = createContext<Intake | null>(null)
const AT_ONCE = 3

/** A file that moves, or has pages, is shown by its first picture. */
const stillOf = ({ frames, format }: Picture): { remark?: string } =>
  frames > 1
    ? { remark: `${format === 'TIFF' ? `It has ${frames} pages` : 'It moves'}; readers get its first picture, still.` }
    : {}

/** Files can be dropped anywhere; this stands around every screen. */
export function IntakeProvider({ children }: { children: ReactNode }) {
  const client = useQueryClient()
  const [arriving, setArriving] = useState<readonly Arriving[]>([])
  const limit = useMemo(() => pLimit(AT_ONCE), [])
  const key = useRef(0)
  const files = useRef(new Map<number, { file: File; batch: Batch }>())
  const cancels = useRef(new Map<number, () => void>())
  const cancelled = useRef(new Set<number>())
  const post = useRef<{ id: string; arrived: Arrived }>(undefined)

  const note = useCallback(
    (own: number, change: Partial<Arriving>) =>
      setArriving((all) => all.map((one) => (one.key === own ? { ...one, ...change } : one))),
    [],
  )

  const send = useCallback(
    (own: number, file: File, batch: Batch) =>
      limit(async () => {
        if (cancelled.current.has(own)) return
        note(own, { state: 'sending', share: 0, reason: undefined })
        const target = post.current
        const place = batch.keys.indexOf(own)
        const number = batch.first === undefined ? undefined : batch.first + place
        const going = upload(file, { post: target?.id, number }, (share) =>
          note(own, share < 1 ? { share } : { share, state: 'preparing' }),
        )
        cancels.current.set(own, going.cancel)
        try {
          const { picture, already } = await going.answer
          pictureStore.put([picture])
          void picturesChanged(client)
          batch.arrived.set(own, picture.id)
          note(own, { state: already ? 'already' : 'here', share: 1, ...stillOf(picture) })
          files.current.delete(own)
          const later = batch.keys.slice(place + 1).flatMap((other) => batch.arrived.get(other) ?? [])
          if (target && post.current?.id === target.id) post.current.arrived([picture.id], later)
        } catch (error) {
          const why =
            error instanceof NotTaken ? error : new NotTaken('The answer could not be read.', 'Try again.', true)
          note(own, { state: 'refused', reason: why.message, next: why.next, again: why.again })
        } finally {
          cancels.current.delete(own)
        }
      }),
    [client, limit, note],
  )

  const bringIn = useCallback(
    (list: readonly File[]) => {
      const fresh = list.map((file) => ({ own: ++key.current, file }))
      setArriving((all) => [
        ...all,
        ...fresh.map(
          ({ own, file }): Arriving => ({ key: own, name: file.name, bytes: file.size, state: 'waiting', share: 0 }),
        ),
      ])
      void (async () => {
        // Their places are kept before any is sent: the order of choosing stands, however long each takes.
        const first = list.length ? await api.pictures.numbers(list.length).catch(() => undefined) : undefined
        const batch: Batch = { keys: fresh.map(({ own }) => own), first, arrived: new Map() }
        for (const { own, file } of fresh) files.current.set(own, { file, batch })
        await Promise.all(fresh.map(({ own, file }) => send(own, file, batch)))
      })()
    },
    [send],
  )

  const cancel = useCallback(
    (own: number) => {
      cancelled.current.add(own)
      cancels.current.get(own)?.()
      note(own, { state: 'refused', reason: 'Cancelled.', again: true })
    },
    [note],
  )

  const again = useCallback(
    (own: number) => {
      const known = files.current.get(own)
      if (!known) return
      cancelled.current.delete(own)
      note(own, { state: 'waiting', share: 0, reason: undefined })
      void send(own, known.file, known.batch)
    },
    [note, send],
  )

  const attach = useCallback((id: string, arrived: Arrived) => {
    post.current = { id, arrived }
    return () => {
      if (post.current?.id === id) post.current = undefined
    }
  }, [])

  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: bringIn,
    noClick: true,
    noKeyboard: true,
    multiple: true,
  })

  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const pasted = [...(event.clipboardData?.files ?? [])]
      // Word processors put a picture of the text beside the text; the text is what was meant.
      if (pasted.length > 0 && !event.clipboardData?.types.includes('text/html')) {
        event.preventDefault()
        bringIn(pasted)
      }
    }
    window.addEventListener('paste', onPaste)
    return () => window.removeEventListener('paste', onPaste)
  }, [bringIn])

  const value = useMemo<Intake>(() => ({ bringIn, choose: open, attach }), [bringIn, open, attach])

  return (
    <Context.Provider value={value}>
      <div {...getRootProps({ className: 'h-full', role: undefined, tabIndex: undefined })}>
        <input {...getInputProps({ 'aria-label': 'Pictures to bring in' })} />
        {children}
        {isDragActive && (
          <div className="pointer-events-none fixed inset-3 z-[70] flex items-center justify-center border-2 border-dashed border-ruby bg-paper/85">
            <p className="text-[1.3rem] font-semibold">Let go to bring the pictures in</p>
          </div>
        )}
        <IntakePanel
          arriving={arriving}
          onCancel={cancel}
          onAgain={again}
          onClear={() =>
            setArriving((all) => all.filter((one) => ['waiting', 'sending', 'preparing'].includes(one.state)))
          }
        />
      </div>
    </Context.Provider>
  )
}

export function useIntake(): Intake {
  const intake = useContext(Context)
  if (!intake) throw new Error('useIntake: expected an IntakeProvider above')
  return intake
}
