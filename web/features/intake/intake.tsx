import { useQueryClient } from '@tanstack/react-query'
import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from 'react'
import { useDropzone } from 'react-dropzone'
import type { PageOfPictures } from '../../../core/wire/gathering.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore, setsChanged, setStore } from '../../api/queries.ts'
import { MOST_IN_SET } from '../../../core/sets/picture-set.ts'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { Arrivals, isGoing } from './arrivals.ts'
import { ArrivingMoment } from './arriving-moment.tsx'
import { BringInDialog } from './bring-in-dialog.tsx'
import type { IntakeChoices } from './batch.ts'
import { type Arrived, type AttachedPost, FileSender } from './file-sender.ts'
import { GatheringFollower } from './gathering-follower.ts'
import { IntakePanel } from './intake-panel.tsx'
import { PageDialog } from './page-dialog.tsx'
import { forgetUnsent } from './unsent.ts'
import { useUnsent } from './use-unsent.ts'

interface Intake {
  /** Brings files in, for the post that is open, if any. */
  bringIn: (files: readonly File[]) => void
  /** Opens the file picker. */
  choose: () => void
  /** Shows the other ways in: folders, web addresses, the picture bank. */
  otherWays: () => void
  /** The open post: its id, and who is told of each picture as it arrives. */
  attach: (post: string, arrived: Arrived) => () => void
}

const Context = createContext<Intake | null>(null)

/** Files can be dropped anywhere; this stands around every screen. */
export function IntakeProvider({ children }: { children: ReactNode }) {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const post = useRef<AttachedPost>(undefined)
  const [attached, setAttached] = useState(false)
  const [choices, setChoices] = useState<IntakeChoices>({ onlyPictures: false, folderTags: true, sets: false })
  const latestChoices = useRef(choices)
  latestChoices.current = choices
  const [doors, setDoors] = useState(false)
  const [moment, setMoment] = useState<string | null>(null)
  const [page, setPage] = useState<PageOfPictures | null>(null)

  const becomeSet = (name: string, pictures: readonly string[]) =>
    void api.sets
      .make({ name: name.slice(0, 200), pictures: [...new Set(pictures)].slice(0, MOST_IN_SET) })
      .then(async ({ set }) => {
        setStore.put([set])
        await setsChanged(client)
        say(`“${set.name}” is among the sets: ${count(set.pictures.length, 'picture')}.`)
      }, refuse)

  const [{ arrivals, follower, sender }] = useState(() => {
    const list = new Arrivals()
    const gathered = new GatheringFollower({
      arrivals: list,
      arrived: (gathering, ids, later) => {
        void picturesChanged(client)
        if (post.current && gathering.post === post.current.id) post.current.arrived(ids, later)
      },
      whole: ({ name }, pictures) => becomeSet(name.replace(/\.zip$/i, ''), pictures),
    })
    const files = new FileSender({
      arrivals: list,
      post: () => post.current,
      taken: (picture) => {
        pictureStore.put([picture])
        void picturesChanged(client)
      },
      gathering: (begun, { sets }) => void gathered.follow(begun, sets),
      folder: becomeSet,
    })
    return { arrivals: list, follower: gathered, sender: files }
  })
  useEffect(() => {
    void follower.takeUp()
    return () => follower.stop()
  }, [follower])
  useUnsent(arrivals, sender)

  const bringIn = useCallback((list: readonly File[]) => sender.bringIn(list, latestChoices.current), [sender])
  const cancel = useCallback(
    (key: string) => {
      const gathered = GatheringFollower.of(key)
      if (gathered) void api.gatherings.cancel(gathered.id, gathered.place).catch(() => undefined)
      else sender.cancel(key)
    },
    [sender],
  )
  const cancelAll = useCallback(() => {
    const going = arrivals.now.get().list.filter(isGoing)
    const whole = new Set(going.flatMap(({ key }) => GatheringFollower.of(key)?.id ?? []))
    for (const id of whole) void api.gatherings.cancel(id).catch(() => undefined)
    for (const { key } of going) if (!GatheringFollower.of(key)) sender.cancel(key)
  }, [arrivals, sender])
  const again = useCallback(
    (key: string) => {
      const gathered = GatheringFollower.of(key)
      if (gathered) void follower.again(gathered.id, gathered.place).catch(() => undefined)
      else sender.again(key)
    },
    [follower, sender],
  )
  const clear = useCallback(() => {
    for (const { key } of arrivals.now.get().notes)
      if (key.startsWith('unsent:')) forgetUnsent(key.slice('unsent:'.length))
    arrivals.clear()
    follower.read()
  }, [arrivals, follower])

  const attach = useCallback((id: string, arrived: Arrived) => {
    post.current = { id, arrived }
    setAttached(true)
    return () => {
      if (post.current?.id !== id) return
      post.current = undefined
      setAttached(false)
    }
  }, [])
  /** The post that pictures from elsewhere are for. */
  const forPost = () => (latestChoices.current.onlyPictures || !post.current ? {} : { post: post.current.id })

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

  const value = useMemo<Intake>(
    () => ({ bringIn, choose: open, otherWays: () => setDoors(true), attach }),
    [bringIn, open, attach],
  )

  const video = moment === null ? undefined : sender.videoOf(moment)

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
          arrivals={arrivals}
          onCancel={cancel}
          onCancelAll={cancelAll}
          onAgain={again}
          onClear={clear}
          onPage={setPage}
          onMoment={setMoment}
        />
        <BringInDialog
          open={doors}
          onOpenChange={setDoors}
          forPost={attached}
          choices={choices}
          onChoices={setChoices}
          onFiles={bringIn}
          onPicker={open}
          onAddress={async (address) =>
            void follower.follow(await api.gatherings.addresses({ addresses: [address], ...forPost() }))
          }
          onBank={async (ids) => void follower.follow(await api.gatherings.fromBank({ ids: [...ids], ...forPost() }))}
        />
        {video && (
          <ArrivingMoment
            file={video}
            onTake={(taken) => sender.standsFor(moment!, taken)}
            onClose={() => setMoment(null)}
          />
        )}
        {page && (
          <PageDialog
            page={page}
            onClose={() => setPage(null)}
            onTake={async (addresses) => {
              const request = { addresses: [...addresses], page: page.page, ...forPost() }
              void follower.follow(await api.gatherings.addresses(request))
              setPage(null)
            }}
          />
        )}
      </div>
    </Context.Provider>
  )
}

export function useIntake(): Intake {
  const intake = useContext(Context)
  if (!intake) throw new Error('useIntake: expected an IntakeProvider above')
  return intake
}
