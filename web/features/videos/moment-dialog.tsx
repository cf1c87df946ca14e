import { useRef, useState } from 'react'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { frameOf } from './poster.ts'

interface Props {
  /** of the video file, and its name */
  readonly src: string
  readonly name: string
  readonly onTake: (moment: File) => Promise<void>
  readonly onClose: () => void
}

/** Chooses the moment of a video of one's own that stands for it. */
export function MomentDialog({ src, name, onTake, onClose }: Props) {
  const player = useRef<HTMLVideoElement>(null)
  const [working, setWorking] = useState(false)
  const [fault, setFault] = useState('')
  async function take() {
    setWorking(true)
    setFault('')
    try {
      player.current!.pause()
      await onTake(await frameOf(player.current!, name))
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
      <video ref={player} controls muted preload="auto" src={src} className="block max-h-[56vh] w-full bg-ink" />
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
