import type { MouseEvent, ReactNode } from 'react'
import type { Picture } from '../../../core/wire/picture.ts'
import { PlayMark } from '../videos/play-mark.tsx'
import { nameOf, PictureImage } from './picture-image.tsx'

/** px that a print is high on a wall, and wide at most. */
export const PRINT = { height: 124, widest: 330 } as const
/** Paper around it, px. */
const EDGE = 3

interface Props {
  readonly picture: Picture
  /** px with its paper */
  readonly width: number
  readonly tabbable: boolean
  readonly chosen: boolean
  /** where it says more than its name */
  readonly label?: string
  readonly onPress: (event: MouseEvent) => void
  /** what stands under it */
  readonly children?: ReactNode
}

/** A picture on a wall that is chosen by pressing it. */
export function WallPrint({ picture, width, tabbable, chosen, label, onPress, children }: Props) {
  const wide = width - 2 * EDGE
  return (
    <button
      type="button"
      tabIndex={tabbable ? 0 : -1}
      aria-pressed={chosen}
      title={nameOf(picture)}
      aria-label={label}
      className={`relative block bg-paper p-[3px] text-left ${chosen ? 'outline-2 -outline-offset-2 outline-ink' : ''}`}
      onClick={onPress}
    >
      <PictureImage picture={picture} width={wide} aspect={wide / PRINT.height} />
      <PlayMark video={picture.video} />
      {children}
    </button>
  )
}
