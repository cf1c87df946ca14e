import { memo, useLayoutEffect, useMemo, useRef, useState } from 'react'
import type { Way } from '../../../core/layout/ways.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import type { Library } from '../../../core/place/library.ts'
import type { Row } from '../../../core/post/row.ts'
import { rowInShort } from '../../../core/words/row-in-short.ts'
import { useBoard } from '../board/board-context.tsx'
import { RowDrawing } from '../row-drawing/row-drawing.tsx'
import { rowInWay } from './shown-way.ts'

/** px; as wide as there is room for */
const TILE_HEIGHT = 84

interface TileProps {
  readonly tile: number
  readonly way: Way
  /** the row that it is a way of */
  readonly of: Row
  readonly library: Library
  readonly shown: boolean
  readonly step: number
  readonly length: number
  readonly tabbable: boolean
  readonly onTake: (tile: number) => void
  readonly onShow: (tile: number) => void
  readonly onStep: (tile: number, by: 1 | -1) => void
}

/** One way, drawn to scale, with what it does. Drawn anew only where it changed: the arrows go from one to the next quickly. */
export const WayTile = memo(function WayTile(props: TileProps) {
  const { tile, way, of, library, shown, step, length, tabbable, onTake, onShow, onStep } = props
  const { house, within, window } = useBoard()
  const row = rowInWay(way, of)
  const laid = useMemo(() => layRow(row, library, house, within(row.id)), [row, library, house, within])
  const told = useMemo(() => laid && rowInShort(laid, house, window), [laid, house, window])
  const box = useRef<HTMLSpanElement>(null)
  const [width, setWidth] = useState(0)
  const byFinger = useRef(false)
  useLayoutEffect(() => {
    const element = box.current!
    const observer = new ResizeObserver(() => setWidth(element.clientWidth))
    setWidth(element.clientWidth)
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  return (
    <li className="max-w-[192px] min-w-[88px] flex-1 max-lg:min-w-[136px]">
      <button
        data-carry="way"
        type="button"
        data-way={tile}
        tabIndex={tabbable ? 0 : -1}
        title={`Press, or ${tile + 1}, to set; drag onto the page to set it elsewhere`}
        onPointerDown={({ pointerType }) => (byFinger.current = pointerType === 'touch')}
        // No finger points at a thing without pressing it: the first press shows, the second sets.
        onClick={() => (byFinger.current && !shown ? onShow(tile) : onTake(tile))}
        onPointerEnter={({ pointerType }) => pointerType === 'mouse' && onShow(tile)}
        className={`block w-full text-left ${shown ? 'focus-visible:outline-none' : ''}`}
      >
        <span
          ref={box}
          className={`flex items-center justify-center bg-paper ${shown ? 'outline-2 outline-ink' : 'hover:outline hover:outline-edge'}`}
          style={{ height: TILE_HEIGHT + 8 }}
        >
          {laid && width > 0 && (
            <RowDrawing laid={laid} house={house} window={window} width={width - 12} height={TILE_HEIGHT} />
          )}
        </span>
        <span className="mt-1.5 flex items-baseline gap-1.5">
          <span className="figures border border-edge px-1 leading-tight text-ink!">{tile + 1}</span>{' '}
          <b title={way.name} className="label-narrow min-w-0 flex-1 truncate leading-tight">
            {way.name}
          </b>
        </span>
        <span
          className={`figures block truncate leading-[1.35] tracking-[-0.03em] ${way.faulty ? 'text-ruby!' : ''}`}
          title={told && `${told.size}, ${told.crop}`}
        >
          {told && `${told.size.replace(/ each$/, '')} · ${told.crop}`}
        </span>
        <span
          className={`figures block truncate leading-[1.35] tracking-[-0.03em] ${way.faulty ? 'text-ruby!' : ''}`}
          title={told?.fold}
        >
          {told?.fold}
        </span>
      </button>
      {length > 1 && (
        <span className="label-narrow flex items-center justify-between whitespace-nowrap text-soft">
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Proposal before, ${way.name}`}
            className="px-1.5 hover:text-ink"
            onClick={() => onStep(tile, -1)}
          >
            ‹
          </button>
          {step + 1} of {length}
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Next proposal, ${way.name}`}
            className="px-1.5 hover:text-ink"
            onClick={() => onStep(tile, 1)}
          >
            ›
          </button>
        </span>
      )}
    </li>
  )
})
