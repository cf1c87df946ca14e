import type { CropWindow } from '../../../core/geometry/crop-window.ts'

const percent = (share: number) => `${share * 100}%`

/** Ruby film over what a crop leaves out of a picture; what it lies on is `relative`. */
export function Film({ window: { x, y, width, height } }: { window: CropWindow }) {
  return (
    <>
      {[
        { left: 0, top: 0, width: percent(x), height: '100%' },
        { right: 0, top: 0, width: percent(1 - x - width), height: '100%' },
        { left: percent(x), top: 0, width: percent(width), height: percent(y) },
        { left: percent(x), bottom: 0, width: percent(width), height: percent(1 - y - height) },
      ].map((style, i) => (
        <span key={i} aria-hidden className="absolute bg-ruby/35" style={style} />
      ))}
    </>
  )
}
