import { useEffect, useRef } from 'react'
import { flatPointers } from '../../../core/flat/flat-pointers.ts'
import type { FocusPoint } from '../../../core/geometry/crop-window.ts'
import type { Pointer } from '../../../core/post/pointers.ts'
import { fromShown, toShown } from '../../../core/recipe/frame.ts'
import { PLAIN } from '../../../core/recipe/recipe.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { useHouse } from '../../api/queries.ts'
import { PictureImage } from '../pictures/picture-image.tsx'
import { KIND_NAMES, moved, type PointerKind, resized, stretched } from './pointing.ts'
import { PointersDrawing } from './pointers-drawing.tsx'

/** px that the picture has at most */
const [WIDEST, HIGHEST] = [560, 470]
/** Shares of the picture that a key moves by, alone and with Shift. */
const [STEP, LARGE] = [0.01, 0.05]
/** px within which a press is on something */
const NEAR = 18

interface Props {
  readonly picture: Picture
  readonly pointers: readonly Pointer[]
  readonly kind: PointerKind
  readonly chosen: number
  readonly onChoose: (index: number) => void
  readonly onAdd: (at: FocusPoint) => void
  /** `name`: more of the same is one step of undo */
  readonly onPut: (index: number, pointer: Pointer, name: string) => void
  readonly onRemove: (index: number) => void
}

const MOVES: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** The picture with what points at things in it: pressed, dragged, and moved by keys. */
export function PointersStage(props: Props) {
  const { picture, pointers, kind, chosen, onChoose, onAdd, onPut, onRemove } = props
  const { colours } = useHouse()
  const own = { width: picture.ownWidth, height: picture.ownHeight }
  const recipe = picture.recipe ?? PLAIN
  const aspect = picture.width / picture.height
  const width = Math.min(WIDEST, HIGHEST * aspect)
  const height = width / aspect
  const here = pointers[chosen]
  const stage = useRef<HTMLButtonElement>(null)
  useEffect(() => stage.current?.focus(), [kind])
  const held = useRef<{ index: number; from: FocusPoint; was: Pointer; way: 'move' | 'stretch' }>(undefined)

  const onPage = (event: { clientX: number; clientY: number }) => {
    const box = stage.current!.getBoundingClientRect()
    return { x: event.clientX - box.left, y: event.clientY - box.top }
  }
  const point = (event: { clientX: number; clientY: number }): FocusPoint => {
    const { x, y } = onPage(event)
    return fromShown({ x: x / width, y: y / height }, recipe, own)
  }
  const px = (at: FocusPoint) => {
    const { x, y } = toShown(at, recipe, own)
    return { x: x * width, y: y * height }
  }
  /** What of a pointer can be dragged by itself: where an arrow begins, the edge of a ring. */
  const farOf = (one: Pointer) => {
    if (one.kind === 'arrow') return px(one.from)
    if (one.kind !== 'ring') return undefined
    const middle = px(one.at)
    return { x: middle.x + (one.radius * own.width * width) / picture.width, y: middle.y }
  }
  const far = here && farOf(here)
  function under(event: { clientX: number; clientY: number }) {
    const at = onPage(event)
    const near = (place: FocusPoint) => Math.hypot(place.x - at.x, place.y - at.y) < NEAR
    if (far && near(far)) return { index: chosen, way: 'stretch' as const }
    const index = pointers.map((one) => near(px(one.at))).lastIndexOf(true)
    return index < 0 ? undefined : { index, way: 'move' as const }
  }
  function onKeyDown(event: React.KeyboardEvent) {
    if (event.key === 'Enter') onAdd(fromShown({ x: 0.5, y: 0.5 }, recipe, own))
    else if (!here) return
    else if (MOVES[event.key]) {
      const [x, y] = MOVES[event.key]!
      const step = event.shiftKey ? LARGE : STEP
      onPut(chosen, moved(here, { x: x * step, y: y * step }), 'move')
    } else if (event.key === '+' || event.key === '-')
      onPut(chosen, resized(here, event.key === '+' ? 0.1 : -0.1), 'resize')
    else if (event.key === 'Delete' || event.key === 'Backspace') onRemove(chosen)
    else if (event.key === ']' || event.key === '[')
      onChoose((chosen + (event.key === ']' ? 1 : pointers.length - 1)) % pointers.length)
    else return
    event.preventDefault()
  }

  return (
    <div className="board-grid flex justify-center p-4">
      <button
        ref={stage}
        type="button"
        aria-label={`The picture. Enter puts a ${KIND_NAMES[kind].toLowerCase()} in its middle; arrow keys move the one in hand, brackets go to the next, plus and minus change a ring, Delete takes it away`}
        className="relative block cursor-crosshair touch-none select-none"
        style={{ width, height }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          const hit = under(event)
          if (!hit) return onAdd(point(event))
          onChoose(hit.index)
          held.current = { ...hit, from: point(event), was: pointers[hit.index]! }
        }}
        onPointerMove={(event) => {
          if (!held.current) return
          const { index, from, was, way } = held.current
          const to = point(event)
          const by = { x: to.x - from.x, y: to.y - from.y }
          onPut(index, way === 'stretch' ? stretched(was, to, own.width / own.height) : moved(was, by), way)
        }}
        onPointerUp={() => (held.current = undefined)}
        onKeyDown={onKeyDown}
      >
        <PictureImage picture={picture} width={width} style={{ width: '100%' }} />
        {pointers.length > 0 && (
          <PointersDrawing
            pointers={flatPointers(pointers, picture, { window: undefined, w: width, h: height })}
            width={width}
            height={height}
            colours={colours}
          />
        )}
        {here && (
          <svg aria-hidden className="pointer-events-none absolute inset-0 h-full w-full overflow-visible" fill="none">
            <InHand at={px(here.at)} />
            {far && (
              <circle
                cx={far.x}
                cy={far.y}
                r={6}
                fill="var(--color-paper)"
                stroke="var(--color-ruby)"
                strokeWidth={2}
              />
            )}
          </svg>
        )}
      </button>
    </div>
  )
}

/** Crop marks around what is in hand. */
function InHand({ at: { x, y } }: { at: FocusPoint }) {
  const [out, arm] = [17, 7]
  const corner = (right: 1 | -1, down: 1 | -1) =>
    `M${x + right * out} ${y + down * (out - arm)}V${y + down * out}H${x + right * (out - arm)}`
  const path = `${corner(1, 1)}${corner(1, -1)}${corner(-1, 1)}${corner(-1, -1)}`
  return (
    <>
      <path d={path} stroke="var(--color-paper)" strokeWidth={4} />
      <path d={path} stroke="var(--color-ink)" strokeWidth={1.5} />
    </>
  )
}
