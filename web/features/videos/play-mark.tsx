import type { Picture } from '../../../core/wire/picture.ts'
import { lengthOf } from '../../../core/video/video.ts'

/** Says over a small picture that it stands for a video, and how long that is. */
export function PlayMark({ video }: Pick<Picture, 'video'>) {
  if (!video) return null
  return (
    <span
      title="A video"
      className="figures pointer-events-none absolute bottom-1 left-1 flex items-center gap-1 bg-ink px-1 leading-[1.5] text-paper!"
    >
      <i aria-hidden className="h-0 w-0 border-y-[4px] border-l-[7px] border-y-transparent border-l-current" />
      <span className="sr-only">video </span>
      {lengthOf(video)}
    </span>
  )
}
