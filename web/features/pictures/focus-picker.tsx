import { cropWindow, type FocusPoint, shareLost } from '../../../core/geometry/crop-window.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Film } from './film.tsx'
import { PictureImage } from './picture-image.tsx'

/** px */
const [WIDEST, HIGHEST] = [288, 260]

/** A click or the arrow keys move the point that every crop keeps. Film lies over what the widest crop removes. */
export function FocusPicker({
  picture,
  focus,
  listAspect,
  onChange,
}: {
  picture: Picture
  focus: FocusPoint
  /** shape of the blog's list */
  listAspect: number
  onChange: (focus: FocusPoint) => void
}) {
  const clamp = (value: number) => Math.round(Math.min(1, Math.max(0, value)) * 1000) / 1000
  const own = picture.width / picture.height
  const window = cropWindow(own, listAspect, focus)
  const percent = (share: number) => `${share * 100}%`
  return (
    <div>
      <button
        type="button"
        aria-label={`Focus point, ${Math.round(focus.x * 100)} per cent from the left, ${Math.round(focus.y * 100)} from the top. Press in the picture or use the arrow keys`}
        className="relative block max-w-full cursor-crosshair overflow-hidden"
        // Seen whole, whatever its shape: what is pressed is where it is.
        style={{ width: Math.min(WIDEST, HIGHEST * own) }}
        onPointerDown={(event) => {
          const rect = event.currentTarget.getBoundingClientRect()
          onChange({
            x: clamp((event.clientX - rect.left) / rect.width),
            y: clamp((event.clientY - rect.top) / rect.height),
          })
        }}
        onKeyDown={(event) => {
          const step = event.shiftKey ? 0.1 : 0.02
          const [dx, dy] = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
            event.key
          ] ?? [0, 0]
          if (!dx && !dy) return
          event.preventDefault()
          onChange({ x: clamp(focus.x + dx!), y: clamp(focus.y + dy!) })
        }}
      >
        <PictureImage picture={picture} width={WIDEST} style={{ width: '100%' }} aspect={own} />
        <Film window={window} />
        <svg
          aria-hidden
          width="26"
          height="26"
          viewBox="-13 -13 26 26"
          className="absolute"
          style={{ left: `calc(${percent(focus.x)} - 13px)`, top: `calc(${percent(focus.y)} - 13px)` }}
        >
          <path d="M-12 0H12M0 -12V12" stroke="#fffdf9" strokeWidth="4" />
          <path d="M-12 0H12M0 -12V12" stroke="#b8281f" strokeWidth="1.6" />
          <circle r="5" fill="none" stroke="#b8281f" strokeWidth="1.6" />
        </svg>
      </button>
      <p className="label-narrow mt-1 text-soft">
        Press where the eye should go. The list leaves out{' '}
        <span className="figures">
          {Math.round(100 * shareLost(window))}
          {'\u00a0'}%
        </span>
        .
      </p>
    </div>
  )
}
