import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { lengthOf } from '../../../core/video/video.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { fileUrl, nameOf } from '../pictures/picture-image.tsx'
import { MomentDialog } from '../videos/moment-dialog.tsx'
import { replaceByMoment } from '../videos/poster.ts'

/** What the picture stands for, and what readers load of it before they ask: nothing. */
export function VideoLine({ picture }: { picture: Picture }) {
  const client = useQueryClient()
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
      {choosing && video.from === 'file' && (
        <MomentDialog
          src={fileUrl(video.file)}
          name={nameOf(picture)}
          onTake={async (moment) => {
            await replaceByMoment(moment, picture.id)
            pictureStore.put(await api.pictures.byIds([picture.id]))
            await picturesChanged(client)
          }}
          onClose={() => setChoosing(false)}
        />
      )}
    </div>
  )
}
