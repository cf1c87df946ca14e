import { useVirtualizer } from '@tanstack/react-virtual'
import { type KeyboardEvent, type ReactNode, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import type { Picture } from '../../../core/wire/picture.ts'
import { useDragAcross } from '../../ui/use-drag-across.ts'

/** Pictures at their own shapes, in lines of one height; only those near the window are drawn, however many there are. */

interface WallPicture {
  readonly picture: Picture
  /** px that it is shown wide */
  readonly width: number
  /** its position among all */
  readonly index: number
}

const GAP = 10

/** Fills lines of `room` px with pictures `height` px high, in order. Panoramas are cut to `widest`. O(pictures). */
export function linesOf(pictures: readonly Picture[], room: number, height: number, widest: number): WallPicture[][] {
  const lines: WallPicture[][] = []
  let used = Infinity
  pictures.forEach((picture, index) => {
    const width = Math.max(height / 3, Math.min(widest, height * (picture.width / picture.height)))
    if (used + GAP + width > room) {
      lines.push([])
      used = -GAP
    }
    used += GAP + width
    lines.at(-1)!.push({ picture, width, index })
  })
  return lines
}

interface Props {
  readonly pictures: readonly Picture[]
  /** px of a line */
  readonly height: number
  readonly widest: number
  /** asks for more, when the end comes near; null where there is no more, or it is on its way */
  readonly more: (() => void) | null
  /** the focus goes from one picture to another, with Shift held down */
  readonly onExtend?: (from: number, to: number) => void
  /** a finger is drawn from one picture to another; left out where they are carried */
  readonly onAcross?: (from: number, to: number) => void
  readonly onAll?: () => void
  readonly onNone?: () => void
  readonly children: (one: WallPicture, tabbable: boolean) => ReactNode
  readonly label: string
  /** what stands there while no picture does */
  readonly empty?: ReactNode
}

export function PictureWall({
  pictures,
  height,
  widest,
  more,
  onExtend,
  onAcross,
  onAll,
  onNone,
  children,
  label,
  empty,
}: Props) {
  const scroller = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(0)
  const [focused, setFocused] = useState(0)
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setRoom(entry!.contentRect.width))
    observer.observe(scroller.current!)
    return () => observer.disconnect()
  }, [])
  const lines = useMemo(
    () => (room > 0 ? linesOf(pictures, room, height, widest) : []),
    [pictures, room, height, widest],
  )
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height + GAP,
    overscan: 3,
  })
  const shown = virtual.getVirtualItems()
  const last = shown.at(-1)?.index ?? -1
  useEffect(() => {
    if (more && last >= lines.length - 8) more()
  }, [more, last, lines.length])

  const here = Math.min(focused, pictures.length - 1)
  const lineOf = (index: number) => lines.findIndex((line) => line.at(-1)!.index >= index)
  function go(to: number) {
    const next = Math.max(0, Math.min(pictures.length - 1, to))
    setFocused(next)
    virtual.scrollToIndex(lineOf(next))
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-picture="${next}"] button`)?.focus(),
    )
  }
  useDragAcross(scroller, 'wall', onAcross !== undefined, {
    indexAt: (x, y) => {
      const under = onAcross && document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-picture]')
      return under ? Number(under.dataset.picture) : null
    },
    choose: (from, to) => onAcross?.(from, to),
  })
  function onKeyDown(event: KeyboardEvent) {
    if (event.key === 'Escape') return onNone?.()
    if (onAll && event.key === 'a' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault()
      return onAll()
    }
    const line = lineOf(here)
    const steps: Record<string, number> = {
      ArrowRight: here + 1,
      ArrowLeft: here - 1,
      ArrowDown: lines[line + 1]?.[0]?.index ?? here,
      ArrowUp: lines[line - 1]?.[0]?.index ?? here,
      Home: 0,
      End: pictures.length - 1,
    }
    const to = steps[event.key]
    if (to === undefined) return
    event.preventDefault()
    if (event.shiftKey) onExtend?.(here, Math.max(0, Math.min(pictures.length - 1, to)))
    go(to)
  }
  return (
    <div ref={scroller} data-wall className="min-h-0 flex-1 overflow-y-auto">
      {pictures.length === 0 && empty}
      <div
        role="toolbar"
        tabIndex={-1}
        aria-label={label}
        onKeyDown={onKeyDown}
        onFocus={({ target }) => {
          const index = Number(target.closest<HTMLElement>('[data-picture]')?.dataset.picture)
          if (Number.isInteger(index)) setFocused(index)
        }}
        style={{ height: virtual.getTotalSize(), position: 'relative' }}
      >
        {shown.map(({ key, index, start }) => (
          <div
            key={key}
            className="absolute top-0 left-0 flex"
            style={{ gap: GAP, transform: `translateY(${start}px)` }}
          >
            {lines[index]?.map((one) => (
              <div key={one.picture.id} data-picture={one.index}>
                {children(one, one.index === here)}
              </div>
            ))}
          </div>
        ))}
      </div>
    </div>
  )
}
