import type { FlatLayout, FlatWords } from '../../../core/flat/flat-layout.ts'
import type { FlatPreset } from '../../../core/flat/preset.ts'
import { inkOn } from '../../../core/house/contrast.ts'
import { objectPosition } from '../../../core/geometry/crop-window.ts'
import { cropMarks, CropMarks } from '../board/guide-marks.tsx'
import { useHouse } from '../../api/queries.ts'
import { urlFor } from '../pictures/picture-image.tsx'
import { PointersDrawing } from '../pointers/pointers-drawing.tsx'

/** px that the print has on the sheet at most. */
export interface Room {
  readonly w: number
  readonly h: number
}
/** Usually, and around it for marks and measures. */
const ROOM: Room = { w: 500, h: 400 }
const AROUND = 34

/** Pictures of a print that can be pressed: which is picked up, and what a press does. */
export interface Picking {
  readonly picked: number | null
  readonly onPress: (index: number) => void
}

/** A row as a print with its trim: border and ground around it, px along two edges, crop marks at the corners. */
export function FlatPrint({
  layout,
  preset,
  picking,
  room = ROOM,
}: {
  layout: FlatLayout
  preset: FlatPreset
  picking?: Picking | undefined
  room?: Room | undefined
}) {
  const { colours } = useHouse()
  const scale = Math.min(room.w / layout.width, room.h / layout.height)
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
          {layout.tiles.map(
            ({ pointers, x, y, w: wide, h: high }, i) =>
              pointers && (
                <div
                  key={i}
                  className="absolute overflow-hidden"
                  style={{ left: x * scale, top: y * scale, width: wide * scale, height: high * scale }}
                >
                  <PointersDrawing pointers={pointers} width={wide} height={high} colours={colours} />
                </div>
              ),
          )}
          {layout.words && <Words words={layout.words} scale={scale} ground={preset.ground} />}
        </div>
        {picking &&
          layout.tiles.map((tile, i) => (
            <button
              key={i}
              type="button"
              aria-pressed={picking.picked === i}
              aria-label={`Picture ${i + 1} of the group: press two to swap them`}
              className={`absolute ${picking.picked === i ? 'outline-[3px] -outline-offset-[3px] outline-ruby' : 'hover:outline-2 hover:-outline-offset-2 hover:outline-ink'}`}
              style={{ left: tile.x * scale, top: tile.y * scale, width: tile.w * scale, height: tile.h * scale }}
              onClick={() => picking.onPress(i)}
            />
          ))}
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

/** The lines as they will be set. */
function Words({ words, scale, ground }: { words: FlatWords; scale: number; ground: string }) {
  return (
    <p
      className="absolute font-serif whitespace-pre italic"
      style={{
        left: words.x * scale,
        top: words.y * scale,
        width: words.width * scale,
        fontSize: words.size * scale,
        lineHeight: `${words.line * scale}px`,
        color: inkOn(ground),
        textAlign: words.fromRight ? 'right' : 'left',
      }}
    >
      {words.lines.join('\n')}
    </p>
  )
}
