import { useEffect, useRef, useState } from 'react'
import type { CropWindow, FocusPoint } from '../../../core/geometry/crop-window.ts'
import { cropOf, movedCrop, type PictureSize, straightenedBy, toPlane, turnedSize } from '../../../core/recipe/frame.ts'
import type { Recipe } from '../../../core/recipe/recipe.ts'
import { cropMarks, CropMarks } from '../board/guide-marks.tsx'
import { HOLDS } from './holds.ts'
import { TonedCanvas } from './toned-canvas.tsx'

/** px of the board around the picture, for what stands at its edges */
const EDGE = 46
/** px that a hand takes hold of */
const GRIP = 26

export type View = 'film' | 'result' | 'before'

interface Props {
  readonly own: PictureSize
  readonly recipe: Recipe
  readonly view: View
  readonly image: ImageData | undefined
  /** of the picture as it came */
  readonly focus: FocusPoint
  /** width / height that the crop keeps; null: any */
  readonly aspect: number | null
  /** the next line that is drawn is the horizon */
  readonly levelling: boolean
  readonly onCrop: (crop: CropWindow) => void
  readonly onRest: () => void
  readonly onLevel: (degrees: number) => void
}

interface Line {
  readonly from: FocusPoint
  readonly to: FocusPoint
}

/** The picture on the board: film over what a crop takes away, marks at its corners, its measures in blue. */
export function Stage({ own, recipe, view, image, focus, aspect, levelling, onCrop, onRest, onLevel }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState({ width: 0, height: 0 })
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect
      setRoom({ width, height })
    })
    observer.observe(box.current!)
    return () => observer.disconnect()
  }, [])
  const [horizon, setHorizon] = useState<Line>()

  const turned = turnedSize(own, recipe.turn)
  const radians = (Math.abs(recipe.straighten) * Math.PI) / 180
  const film = view === 'film'
  const seen = film
    ? {
        width: turned.width * Math.cos(radians) + turned.height * Math.sin(radians),
        height: turned.width * Math.sin(radians) + turned.height * Math.cos(radians),
      }
    : view === 'before'
      ? own
      : (image ?? turned)
  const scale = Math.max(0, Math.min((room.width - 2 * EDGE) / seen.width, (room.height - 2 * EDGE) / seen.height))
  const [W, H] = [turned.width * scale, turned.height * scale]
  const [left, top] = [(room.width - W) / 2, (room.height - H) / 2]
  const at = ({ x, y }: FocusPoint) => [left + x * W, top + y * H] as const
  const crop = cropOf(recipe, own)
  const [x, y] = at(crop)
  const rect = { x, y, w: crop.width * W, h: crop.height * H }
  const corners = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ].map(([cx, cy]) => at(toPlane({ x: cx!, y: cy! }, recipe, own)).join(' '))
  const canvas = film
    ? { width: own.width * scale, height: own.height * scale }
    : { width: seen.width * scale, height: seen.height * scale }
  const transform = film
    ? `rotate(${recipe.straighten}deg) scaleX(${recipe.mirror ? -1 : 1}) rotate(${90 * recipe.turn}deg)`
    : 'none'
  const [focusX, focusY] = at(toPlane(focus, recipe, own))
  const point = (event: { clientX: number; clientY: number }): FocusPoint => {
    const { x: fromLeft, y: fromTop } = box.current!.getBoundingClientRect()
    return { x: (event.clientX - fromLeft - left) / W, y: (event.clientY - fromTop - top) / H }
  }

  const held = useRef<{ crop: CropWindow; from: FocusPoint }>(undefined)
  const inPlace = { size: turned, degrees: recipe.straighten, aspect }
  const level = (line: Line) => straightenedBy({ dx: (line.to.x - line.from.x) * W, dy: (line.to.y - line.from.y) * H })

  return (
    <div ref={box} className="relative h-full min-h-0 w-full touch-none overflow-hidden select-none">
      {image && room.width > 0 && (
        <TonedCanvas
          image={image}
          style={{
            position: 'absolute',
            ...canvas,
            left: (room.width - canvas.width) / 2,
            top: (room.height - canvas.height) / 2,
            transform,
            boxShadow: film ? undefined : '0 2px 14px rgb(29 27 24 / 0.18)',
          }}
        />
      )}
      {film && room.width > 0 && (
        <svg
          className="absolute inset-0 h-full w-full"
          onPointerDown={(event) => {
            if (!levelling) return
            event.currentTarget.setPointerCapture(event.pointerId)
            setHorizon({ from: point(event), to: point(event) })
          }}
          onPointerMove={(event) => horizon && setHorizon({ from: horizon.from, to: point(event) })}
          onPointerUp={() => {
            if (!horizon) return
            const off = level(horizon)
            setHorizon(undefined)
            if (Math.hypot((horizon.to.x - horizon.from.x) * W, (horizon.to.y - horizon.from.y) * H) > 12) onLevel(off)
          }}
          style={{ cursor: levelling ? 'crosshair' : undefined }}
        >
          <path
            d={`M${corners.join('L')}Z M${rect.x} ${rect.y}h${rect.w}v${rect.h}h${-rect.w}Z`}
            fillRule="evenodd"
            fill="var(--color-ruby)"
            fillOpacity={0.42}
          />
          <g aria-hidden>
            <path d={`M${focusX - 11} ${focusY}h22M${focusX} ${focusY - 11}v22`} stroke="#fffdf9" strokeWidth="4" />
            <path d={`M${focusX - 11} ${focusY}h22M${focusX} ${focusY - 11}v22`} stroke="#b8281f" strokeWidth="1.6" />
            <circle cx={focusX} cy={focusY} r="5" fill="none" stroke="#b8281f" strokeWidth="1.6" />
          </g>
          <CropMarks path={cropMarks(rect)} />
          <Measures rect={rect} width={crop.width * turned.width} height={crop.height * turned.height} />
          {!levelling &&
            HOLDS.map(({ name, hold, cursor }) => (
              <rect
                key={name}
                data-hold={name}
                x={hold.x === 0 ? rect.x : rect.x - GRIP / 2 + (hold.x === 1 ? rect.w : 0)}
                y={hold.y === 0 ? rect.y : rect.y - GRIP / 2 + (hold.y === 1 ? rect.h : 0)}
                width={hold.x === 0 ? rect.w : GRIP}
                height={hold.y === 0 ? rect.h : GRIP}
                fill="transparent"
                style={{ cursor }}
                onPointerDown={(event) => {
                  event.currentTarget.setPointerCapture(event.pointerId)
                  held.current = { crop, from: point(event) }
                }}
                onPointerMove={(event) => {
                  if (!held.current) return
                  const to = point(event)
                  const by = { x: to.x - held.current.from.x, y: to.y - held.current.from.y }
                  onCrop(movedCrop(held.current.crop, hold, by, inPlace))
                }}
                onPointerUp={() => {
                  held.current = undefined
                  onRest()
                }}
              />
            ))}
          {horizon && <Horizon from={at(horizon.from)} to={at(horizon.to)} degrees={level(horizon)} />}
        </svg>
      )}
      {!image && <p className="absolute inset-0 m-auto h-6 w-fit text-soft">Fetching the picture…</p>}
    </div>
  )
}

/** px of the original that are kept, along two edges. */
function Measures({
  rect,
  width,
  height,
}: {
  rect: { x: number; y: number; w: number; h: number }
  width: number
  height: number
}) {
  const [x, y] = [rect.x + rect.w / 2, rect.y + rect.h / 2]
  return (
    <g
      aria-hidden
      className="figures"
      fill="var(--color-blueink)"
      stroke="var(--color-board)"
      strokeWidth={3}
      paintOrder="stroke"
    >
      <text x={x} y={rect.y - 14} textAnchor="middle">
        {Math.max(1, Math.round(width))} px
      </text>
      <text x={rect.x + rect.w + 16} y={y} textAnchor="middle" transform={`rotate(90 ${rect.x + rect.w + 16} ${y})`}>
        {Math.max(1, Math.round(height))} px
      </text>
    </g>
  )
}

/** A line along what should be level, with how much it hangs. */
function Horizon({
  from,
  to,
  degrees,
}: {
  from: readonly [number, number]
  to: readonly [number, number]
  degrees: number
}) {
  return (
    <g aria-hidden>
      <path d={`M${from.join(' ')}L${to.join(' ')}`} stroke="#fffdf9" strokeWidth={4} />
      <path d={`M${from.join(' ')}L${to.join(' ')}`} stroke="var(--color-blue)" strokeWidth={2} />
      <text
        className="figures"
        x={(from[0] + to[0]) / 2}
        y={(from[1] + to[1]) / 2 - 10}
        textAnchor="middle"
        fill="var(--color-blueink)"
        stroke="#fffdf9"
        strokeWidth={4}
        paintOrder="stroke"
      >
        {(-degrees).toFixed(1)}°
      </text>
    </g>
  )
}
