import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { NotTaken, upload } from '../intake/upload.ts'
import { LaidAnew } from './laid-anew.tsx'
import { PictureImage } from './picture-image.tsx'

/** Another file for a picture, everywhere: what it would alter is shown before it is done. */
export function ReplaceFile({ picture }: { picture: Picture }) {
  const input = useRef<HTMLInputElement>(null)
  const { say } = useNotices()
  const [sent, setSent] = useState<number | null>(null)
  const [other, setOther] = useState<{ readonly picture: Picture; readonly already: boolean } | null>(null)
  async function send(file: File) {
    setSent(0)
    try {
      const target = { post: undefined, number: undefined, folder: undefined }
      const answer = await upload(file, target, setSent).answer
      pictureStore.put([answer.picture])
      if (answer.picture.id === picture.id) say('This is the very file that the picture has. Choose another file.')
      else setOther(answer)
    } catch (error) {
      say(error instanceof NotTaken ? `${error.message} ${error.next ?? ''}`.trim() : String(error))
    } finally {
      setSent(null)
    }
  }
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/*,.heic,.heif"
        className="sr-only"
        tabIndex={-1}
        aria-label="File to replace it with"
        onChange={(event) => {
          const [file] = event.target.files ?? []
          event.target.value = ''
          if (file) void send(file)
        }}
      />
      <Button small disabled={sent !== null} onClick={() => input.current?.click()}>
        {sent === null ? 'Replace the file…' : `Sending, ${Math.round(100 * sent)} %`}
      </Button>
      {other && (
        <ReplaceDialog picture={picture} other={other.picture} already={other.already} onClose={() => setOther(null)} />
      )}
    </>
  )
}

function ReplaceDialog({
  picture,
  other,
  already,
  onClose,
}: {
  picture: Picture
  other: Picture
  /** it was among the pictures before */
  already: boolean
  onClose: () => void
}) {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const [working, setWorking] = useState(false)
  const { data, error } = useQuery({
    queryKey: ['replace-effect', picture.id, other.id],
    queryFn: () => api.pictures.replaceEffect(picture.id, other.id),
    retry: false,
  })
  async function exchange(words: string, undo?: () => void) {
    pictureStore.put([await api.pictures.replace(picture.id, other.id)])
    pictureStore.remove(other.id)
    await picturesChanged(client)
    say(words, undo)
  }
  async function replace() {
    setWorking(true)
    try {
      await exchange(`The file is replaced. The old one is in the bin.`, () => void takeBack())
      onClose()
    } catch (failed) {
      refuse(failed)
      setWorking(false)
    }
  }
  async function takeBack() {
    try {
      await api.pictures.bringBack(other.id)
      await exchange('The picture has its old file again.')
    } catch (failed) {
      refuse(failed)
    }
  }
  async function leave() {
    onClose()
    // It came for this alone.
    if (!already) await api.pictures.remove(other.id).catch(() => undefined)
    await picturesChanged(client)
  }
  const shaped = data?.filter((one) => one.shaped > 0) ?? []
  return (
    <Dialog open onOpenChange={(open) => !open && void leave()} title="Replace the file" width={720}>
      <div className="grid grid-cols-2 gap-4">
        <Side name="Now" picture={picture} />
        <Side name="Then" picture={other} />
      </div>
      <div className="mt-4" role="status">
        {error ? (
          <p className="text-ruby">{error.message}</p>
        ) : !data ? (
          <p className="text-soft">Looking at what it alters…</p>
        ) : data.length === 0 ? (
          <p>No post shows the picture: nothing else changes.</p>
        ) : shaped.length === 0 ? (
          <p>It has the same shape: every row stays as it is, in {count(data.length, 'post')}.</p>
        ) : (
          <>
            <p>Its shape is another: rows are laid out anew.</p>
            <LaidAnew effects={shaped} />
          </>
        )}
        {data?.some(({ live }) => live) && (
          <p className="mt-2 text-soft">Posts on the blog keep the old file until they are published again.</p>
        )}
      </div>
      <div className="mt-4 flex gap-2">
        <Button look="ink" disabled={!data || working} onClick={() => void replace()}>
          {working ? 'Being replaced…' : 'Replace it everywhere'}
        </Button>
        <Button onClick={() => void leave()}>Leave it as it is</Button>
      </div>
    </Dialog>
  )
}

const Side = ({ name, picture }: { name: string; picture: Picture }) => (
  <figure>
    <figcaption className="mb-1">
      {name}{' '}
      <span className="figures">
        {picture.width} × {picture.height} px, {picture.fileName}
      </span>
    </figcaption>
    <PictureImage
      picture={picture}
      width={320}
      style={{ width: '100%', maxHeight: 240, objectFit: 'contain', background: 'none' }}
    />
  </figure>
)
