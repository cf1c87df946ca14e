import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { fileUrl, nameOf } from '../pictures/picture-image.tsx'
import { takeMoment } from './poster.ts'

/** Chooses the moment of a video of one's own that stands for it. */
export function MomentDialog({ picture, onClose }: { picture: Picture; onClose: () => void }) {
  const client = useQueryClient()
  const player = useRef<HTMLVideoElement>(null)
  const [working, setWorking] = useState(false)
  const [fault, setFault] = useState('')
  if (picture.video?.from !== 'file') return null
  async function take() {
    setWorking(true)
    setFault('')
    try {
      player.current!.pause()
      await takeMoment(player.current!, picture.id, nameOf(picture))
      pictureStore.put(await api.pictures.byIds([picture.id]))
      await picturesChanged(client)
      onClose()
    } catch (error) {
      setFault((error as Error).message)
    } finally {
      setWorking(false)
    }
  }
  return (
    <Dialog open onOpenChange={(open) => open || onClose()} title="The moment that stands for the video" width={760}>
      {/* oxlint-disable-next-line jsx-a11y/media-has-caption -- looked through for a picture, not listened to */}
      <video
        ref={player}
        controls
        muted
        preload="auto"
        src={fileUrl(picture.video.file)}
        className="block max-h-[56vh] w-full bg-ink"
      />
      <p className="mt-2 text-soft">Go to the moment that readers see before they press it; in every post at once.</p>
      <div className="mt-3 flex items-center gap-3">
        <Button look="ink" disabled={working} onClick={() => void take()}>
          {working ? 'Taking it…' : 'Take this moment'}
        </Button>
        <span className="text-ruby">{fault}</span>
      </div>
    </Dialog>
  )
}
