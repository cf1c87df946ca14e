import type { FlatLayout } from '../../../core/flat/flat-layout.ts'
import type { FlatPreset } from '../../../core/flat/preset.ts'
import { objectPosition } from '../../../core/geometry/crop-window.ts'
import { cropMarks, CropMarks } from '../board/guide-marks.tsx'
import { urlFor } from '../pictures/picture-image.tsx'

/** px that the print has on the sheet at most, and around it for marks and measures. */
const ROOM = { w: 500, h: 400 }
const AROUND = 34

/** A row as a print with its trim: border and ground around it, px along two edges, crop marks at the corners. */
export function FlatPrint({ layout, preset }: { layout: FlatLayout; preset: FlatPreset }) {
  const scale = Math.min(ROOM.w / layout.width, ROOM.h / layout.height)
  const [w, h] = [layout.width * scale, layout.height * scale]
  return (
    <div className="board-grid flex justify-center" style={{ padding: AROUND }}>
      <div className="relative" style={{ width: w, height: h }}>
        <div className="absolute inset-0 overflow-hidden" style={{ background: preset.ground }}>
          {layout.tiles.map(({ picture, crop, enlarged, ...box }, i) => {
            const at = crop ? objectPosition(crop) : { x: 50, y: 50 }
            return (
              <img
                key={i}
                src={urlFor(picture, Math.max(80, (box.w * scale) / (crop?.width ?? 1)))}
                alt=""
                className={`absolute object-cover ${enlarged ? 'outline-2 -outline-offset-2 outline-ruby' : ''}`}
                style={{
                  left: box.x * scale,
                  top: box.y * scale,
                  width: box.w * scale,
                  height: box.h * scale,
                  borderRadius: preset.corner * scale,
                  objectPosition: `${at.x}% ${at.y}%`,
                  background: picture.colour,
                }}
              />
            )
          })}
        </div>
        <svg aria-hidden className="pointer-events-none absolute overflow-visible" width={w} height={h}>
          <CropMarks path={cropMarks({ x: 0, y: 0, w, h })} />
        </svg>
        <span className="figures absolute -bottom-7 w-full text-center">{layout.width} px</span>
        <span className="figures absolute top-1/2 -right-4 w-0 origin-left -rotate-90 whitespace-nowrap">
          <span className="relative -left-8">{layout.height} px</span>
        </span>
      </div>
    </div>
  )
}
