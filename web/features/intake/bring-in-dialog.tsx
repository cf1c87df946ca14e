import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useRef, useState } from 'react'
import { api } from '../../api/client.ts'
import { putKnown, useHouse } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { BankSearch } from './bank-search.tsx'
import type { IntakeChoices } from './batch.ts'

interface Props {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  /** whether a post is open that they can be for */
  readonly forPost: boolean
  readonly choices: IntakeChoices
  readonly onChoices: (choices: IntakeChoices) => void
  readonly onFiles: (files: readonly File[]) => void
  readonly onPicker: () => void
  readonly onAddress: (address: string) => Promise<void>
  readonly onBank: (ids: readonly string[]) => Promise<void>
}

/** All the ways in which pictures can be brought in. They end in the same list. */
export const BringInDialog = (props: Props) => (props.open ? <OpenDialog {...props} /> : null)

function OpenDialog({ onOpenChange, forPost, choices, onChoices, onFiles, onPicker, onAddress, onBank }: Props) {
  const folder = useRef<HTMLInputElement>(null)
  const [address, setAddress] = useState('')
  const [fault, setFault] = useState('')
  const { data: bank } = useQuery({ queryKey: ['bank-about'], queryFn: api.bank.about })
  const close = () => onOpenChange(false)
  const ask = (work: Promise<void>) =>
    void work.then(close).catch((error: unknown) => setFault((error as Error).message))
  return (
    <Dialog open onOpenChange={onOpenChange} title="Bring in pictures" width={860}>
      <div className="grid grid-cols-2 gap-x-8">
        <Door
          title="From this machine"
          about="Or drop files, folders and ZIP archives anywhere in this window, or paste pictures."
        >
          <div className="flex flex-wrap gap-2">
            <Button
              look="ink"
              onClick={() => {
                close()
                onPicker()
              }}
            >
              Files or a ZIP archive
            </Button>
            <Button onClick={() => folder.current?.click()}>A whole folder</Button>
          </div>
          <input
            ref={folder}
            type="file"
            multiple
            className="hidden"
            aria-label="Folder to bring in"
            {...{ webkitdirectory: '' }}
            onChange={(event) => {
              onFiles([...(event.target.files ?? [])])
              close()
            }}
          />
        </Door>
        <Door
          title="From the web"
          about="The address of a picture or a video, or of a page: then you choose from the pictures that it names."
        >
          <form
            className="flex gap-2"
            onSubmit={(event) => {
              event.preventDefault()
              if (address.trim()) ask(onAddress(address.trim()))
            }}
          >
            <input
              aria-label="Web address"
              placeholder="https://"
              inputMode="url"
              className="min-w-0 flex-1 rounded-sm border border-edge px-2 py-1"
              value={address}
              onChange={(event) => setAddress(event.target.value)}
            />
            <Button type="submit" disabled={!address.trim()}>
              Fetch
            </Button>
          </form>
        </Door>
      </div>
      <div className="my-3 flex flex-wrap gap-x-6 gap-y-1 border-y border-hairline py-2">
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={choices.folderTags}
            onChange={({ target }) => onChoices({ ...choices, folderTags: target.checked })}
          />
          Folders become tags
        </label>
        <label className="flex items-center gap-1.5" title="By their names; rows of any number of posts can show them">
          <input
            type="checkbox"
            checked={choices.sets}
            onChange={({ target }) => onChoices({ ...choices, sets: target.checked })}
          />
          Folders and archives become sets
        </label>
        {forPost && (
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={!choices.onlyPictures}
              onChange={({ target }) => onChoices({ ...choices, onlyPictures: !target.checked })}
            />
            Into the tray of this post
          </label>
        )}
        <LongestEdge onFault={setFault} />
        <span className="text-ruby">{fault}</span>
      </div>
      {bank?.there ? (
        <Door
          title="From the picture bank"
          about="Pictures by others. Maker, licence and address come along, and the maker is named with the picture from then on."
        >
          <BankSearch onTake={(ids) => ask(onBank(ids))} />
        </Door>
      ) : (
        <p className="text-soft">No picture bank is set up (SETROW_BANK_URL).</p>
      )}
    </Dialog>
  )
}

const EDGES = [2560, 4000, 6000] as const

/** What becomes of pictures larger than the blog will ever show: for all that come from now on, through any door. */
function LongestEdge({ onFault }: { onFault: (words: string) => void }) {
  const client = useQueryClient()
  const house = useHouse()
  async function put(intakeEdge: number | null) {
    try {
      putKnown(client, ['house'], await api.house.put({ ...house, intakeEdge }))
    } catch (error) {
      onFault((error as Error).message)
    }
  }
  return (
    <label
      className="flex items-center gap-1.5"
      title="What is larger is made smaller as it comes, and the larger file is not kept"
    >
      Longest edge
      <select
        className="rounded-sm border border-edge bg-paper px-1 py-0.5"
        value={house.intakeEdge ?? ''}
        onChange={({ target }) => void put(target.value === '' ? null : Number(target.value))}
      >
        <option value="">as they are</option>
        {EDGES.map((edge) => (
          <option key={edge} value={edge}>
            at most {edge} px, the larger file is not kept
          </option>
        ))}
      </select>
    </label>
  )
}

function Door({ title, about, children }: { title: string; about: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h3 className="font-semibold">{title}</h3>
      <p className="mb-2 text-soft">{about}</p>
      {children}
    </section>
  )
}
