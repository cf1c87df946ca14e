import { memo } from 'react'
import type { Picture } from '../../../core/wire/picture.ts'
import { PlayMark } from '../videos/play-mark.tsx'
import { nameOf, PictureImage } from '../pictures/picture-image.tsx'

const HEIGHT = 70

/** px that a picture takes in the tray. */
export const trayWidth = (picture: Picture): number =>
  Math.min(220, Math.max(46, HEIGHT * (picture.width / picture.height)))

/** Which picture of the tray lies at `x` of the window, however high the finger is. */
export function trayIndexAt(list: HTMLElement, x: number): number | null {
  const { top, height } = list.getBoundingClientRect()
  const under = document.elementFromPoint(x, top + height / 3)?.closest<HTMLElement>('[data-tray]')
  return under ? Number(under.dataset.tray) : null
}

/** One picture of the tray: whether it is chosen, as which, and how often it is set. */
export const TrayPicture = memo(function TrayPicture({
  picture,
  start,
  index,
  tabbable,
  number,
  times,
  onPress,
}: {
  picture: Picture
  /** px from the left end of the tray */
  start: number
  index: number
  tabbable: boolean
  number: number
  times: number
  onPress: (index: number, event: React.MouseEvent) => void
}) {
  const width = trayWidth(picture)
  const standing = times ? `set ×${times}` : 'waiting'
  const label = `${nameOf(picture)}, ${standing}${number ? `, chosen as number ${number}` : ''}`
  return (
    <div
      data-carry="tray"
      data-picture={picture.id}
      role="option"
      aria-selected={number > 0}
      aria-label={label}
      data-tray={index}
      tabIndex={tabbable ? 0 : -1}
      onClick={(event) => onPress(index, event)}
      onKeyDown={() => {}}
      title={nameOf(picture)}
      className="absolute top-0 left-0 cursor-pointer"
      style={{ transform: `translateX(${start}px)` }}
    >
      <div className={`relative p-[2px] ${number ? 'outline-2 outline-ink' : ''}`}>
        <PictureImage
          picture={picture}
          width={width}
          aspect={width / HEIGHT}
          className={times && !number ? 'opacity-45' : ''}
        />
        <PlayMark video={picture.video} />
      </div>
      <p aria-hidden className="figures mt-1 text-center leading-none">
        {number ? number : times ? `set ×${times}` : ' '}
      </p>
    </div>
  )
})
