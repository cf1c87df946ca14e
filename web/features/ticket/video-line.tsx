import { useState } from 'react'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { lengthOf } from '../../../core/video/video.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Button } from '../../ui/button.tsx'
import { MomentDialog } from '../videos/moment-dialog.tsx'

/** What the picture stands for, and what readers load of it before they ask: nothing. */
export function VideoLine({ picture }: { picture: Picture }) {
  const [choosing, setChoosing] = useState(false)
  const { video } = picture
  if (!video) return null
  const told = [lengthOf(video), video.from === 'file' ? bytesInWords(video.bytes) : video.provider]
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="figures flex-1" title="Nothing of it is loaded before a reader asks for it">
        Video {told.filter(Boolean).join(' · ')}
      </span>
      {video.from === 'address' ? (
        <a
          className="label-narrow underline decoration-hairline underline-offset-4 hover:decoration-ink"
          href={video.page}
          target="_blank"
          rel="noreferrer"
        >
          Watch it there
        </a>
      ) : (
        <Button small onClick={() => setChoosing(true)}>
          Another moment…
        </Button>
      )}
      {choosing && <MomentDialog picture={picture} onClose={() => setChoosing(false)} />}
    </div>
  )
}
