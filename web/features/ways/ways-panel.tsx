import type { Library } from '../../../core/place/library.ts'
import { useDraggable } from '@dnd-kit/core'
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react'
import { layRow } from '../../../core/place/lay-row.ts'
import { type Way, waysToShow } from '../../../core/layout/ways.ts'
import { convertRow } from '../../../core/post/changes/convert-row.ts'
import { followingOf, followingPlace } from '../../../core/post/following.ts'
import type { Row } from '../../../core/post/row.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { RowDrawing } from '../row-drawing/row-drawing.tsx'
import { useWays } from './use-ways.ts'

const MOST_TILES = 7
const TILE = { w: 104, h: 66 }

interface Props {
  /** the row as it is, or as it would be made of the chosen pictures */
  readonly row: Row
  /** whether the row stands in the post already */
  readonly standing: boolean
  /** takes the focus as it opens */
  readonly focused: boolean
  /** Escape: nothing is set, and the hands go back to where they came from */
  readonly onLeave: () => void
  /** the ways are not wanted */
  readonly onClose: () => void
}

/**
 * The ways in which exactly these pictures can be set here, drawn to scale. A number sets; the arrows move
 * between ways and through the proposals of each, shown in the page itself; Escape leaves all as it was.
 */
export function WaysPanel({ row, standing, focused, onLeave, onClose }: Props) {
  const { draft, house, library, window, place, takeWay, showWay, ways: open } = useBoard()
  const [reorder, setReorder] = useState(false)
  const [at, setAt] = useState<number | null>(null)
  /** for each tile, how far it was stepped through the proposals of its family */
  const [steps, setSteps] = useState<Readonly<Record<number, number>>>({})
  const list = useRef<HTMLDivElement>(null)

  const own = useMemo(() => row.pictures.flatMap(({ id }) => library.picture(id) ?? []), [row.pictures, library])
  const { body } = draft.content
  const following = useMemo(
    () => (standing ? followingOf(body, row.id) : followingPlace(body, place)),
    [standing, body, row.id, place],
  )
  const request = useMemo(
    () => (own.length === row.pictures.length ? { row, pictures: own, following, house, window, reorder } : null),
    [row, own, following, house, window, reorder],
  )
  const { ways, row: answered, working } = useWays(request)
  const tiles = useMemo(() => waysToShow(ways, MOST_TILES), [ways])

  /** The proposals of a tile's family that no other tile shows, its own first. */
  const proposals = useMemo(
    () =>
      tiles.map((first) => {
        const { family } = ways[first]!
        return [first, ...ways.flatMap((way, i) => (way.family === family && !tiles.includes(i) ? [i] : []))]
      }),
    [tiles, ways],
  )
  const wayOf = (tile: number): Way | undefined => {
    const list = proposals[tile]
    return list && ways[list[(steps[tile] ?? 0) % list.length]!]
  }

  // New ways: what was stepped to is no longer there.
  useEffect(() => {
    setAt(null)
    setSteps({})
    showWay(null)
  }, [ways, showWay])
  useEffect(() => () => showWay(null), [showWay])
  const hasFocused = useRef(false)
  useEffect(() => {
    if (!focused || tiles.length === 0 || hasFocused.current) return
    hasFocused.current = true
    list.current?.querySelector<HTMLElement>('[data-way="0"]')?.focus()
  }, [focused, tiles.length])

  const preview = (tile: number, step = steps[tile] ?? 0) => {
    const way = ways[proposals[tile]![step % proposals[tile]!.length]!]
    setAt(tile)
    setSteps((before) => ({ ...before, [tile]: step }))
    if (way && !working) showWay(convertRow(row, way.shape))
  }
  /** a way asked for by its number before it was worked out */
  const early = useRef<number | null>(null)
  const take = (tile: number) => {
    const way = wayOf(tile)
    if (working) early.current = tile
    else if (way) takeWay(way, row)
  }
  useEffect(() => {
    const tile = early.current
    if (working || tile === null) return
    early.current = null
    take(tile)
  })
  const focus = () => list.current?.querySelector<HTMLElement>('[tabindex="0"]')?.focus()
  useEffect(() => {
    open.current = {
      take: (tile) => {
        const there = working || wayOf(tile) !== undefined
        take(tile)
        return there
      },
      focus,
    }
    return () => {
      open.current = null
    }
  })
  const putBack = (then: () => void) => {
    showWay(null)
    setAt(null)
    setSteps({})
    then()
  }

  function onKeyDown(event: KeyboardEvent<HTMLDivElement>) {
    const tile = at ?? Number((event.target as HTMLElement).closest<HTMLElement>('[data-way]')?.dataset.way ?? 0)
    const go = (to: number, step?: number) => {
      const next = (to + tiles.length) % tiles.length
      event.preventDefault()
      event.stopPropagation()
      preview(next, step)
      list.current?.querySelector<HTMLElement>(`[data-way="${next}"]`)?.focus()
    }
    const step = steps[tile] ?? 0
    const length = proposals[tile]?.length ?? 1
    if (event.key === 'Escape') {
      event.preventDefault()
      event.stopPropagation()
      putBack(onLeave)
    } else if (/^[1-9]$/.test(event.key) && Number(event.key) <= tiles.length) {
      event.preventDefault()
      take(Number(event.key) - 1)
    } else if (event.altKey || event.ctrlKey || event.metaKey || tiles.length === 0) return
    else if (event.key === 'ArrowRight') go(at === null ? tile : tile + 1)
    else if (event.key === 'ArrowLeft') go(at === null ? tile : tile - 1)
    else if (event.key === 'ArrowDown') go(tile, (step + 1) % length)
    else if (event.key === 'ArrowUp') go(tile, (step - 1 + length) % length)
  }

  return (
    <section
      aria-label="Ways"
      data-region="ways"
      className="absolute inset-x-3 bottom-3 z-20 border border-ink bg-paper shadow-[0_6px_24px_rgb(29_27_24/0.28)]"
    >
      <header className="flex items-baseline gap-3 px-3 pt-2">
        <h2>
          <b>{working && ways.length === 0 ? 'Working out the ways' : count(tiles.length, 'way')}</b>{' '}
          <span className="text-soft">
            to set {row.pictures.length === 1 ? 'this picture' : `these ${row.pictures.length} pictures`}{' '}
            {standing ? 'in this row' : 'at the ruby line'}
          </span>
        </h2>
        <span className="flex-1" />
        <span className="label-narrow text-soft">
          <span className="figures">1–{Math.max(1, tiles.length)}</span> sets, <span className="figures">← →</span>{' '}
          shows it in the page, <span className="figures">↑ ↓</span> other proposals,{' '}
          <span className="figures">Esc</span> leaves it
        </span>
        {row.pictures.length > 2 && (
          <label className="label-narrow flex items-center gap-1">
            <input type="checkbox" checked={reorder} onChange={(event) => setReorder(event.target.checked)} />
            Other orders too
          </label>
        )}
        <Button small look="plain" onClick={() => putBack(onClose)}>
          Close
        </Button>
      </header>
      <div
        ref={list}
        role="toolbar"
        tabIndex={-1}
        aria-label="Ways to set the pictures"
        className="flex gap-2 overflow-x-auto px-3 pt-1.5 pb-1.5"
        onKeyDown={onKeyDown}
      >
        {tiles.map((_, tile) => {
          const way = wayOf(tile)
          return (
            way &&
            answered && (
              <WayTile
                key={tile}
                tile={tile}
                way={way}
                row={convertRow(answered, way.shape)}
                library={library}
                shown={at === tile}
                step={steps[tile] ?? 0}
                length={proposals[tile]!.length}
                tabbable={(at ?? 0) === tile}
                onTake={() => take(tile)}
                onStep={(by) =>
                  preview(tile, ((steps[tile] ?? 0) + by + proposals[tile]!.length) % proposals[tile]!.length)
                }
              />
            )
          )
        })}
      </div>
    </section>
  )
}

interface TileProps {
  readonly tile: number
  readonly way: Way
  readonly row: Row
  readonly library: Library
  readonly shown: boolean
  readonly step: number
  readonly length: number
  readonly tabbable: boolean
  readonly onTake: () => void
  readonly onStep: (by: 1 | -1) => void
}

function WayTile({ tile, way, row, library, shown, step, length, tabbable, onTake, onStep }: TileProps) {
  const { house, window } = useBoard()
  const { setNodeRef, listeners } = useDraggable({ id: `way-${tile}`, data: { type: 'way', row } })
  const laid = layRow(row, library, house)
  return (
    <div className="min-w-0 flex-1" style={{ minWidth: TILE.w + 8, maxWidth: TILE.w + 40 }}>
      <button
        ref={setNodeRef}
        {...listeners}
        type="button"
        data-way={tile}
        tabIndex={tabbable ? 0 : -1}
        title={`Press, or ${tile + 1}, to set; drag onto the page to set it elsewhere`}
        onClick={onTake}
        className={`block w-full text-left ${shown ? 'focus-visible:outline-none' : ''}`}
      >
        <span
          className={`flex items-center justify-center bg-[#efebe3] p-1 ${shown ? 'outline-2 outline-ink' : 'hover:outline hover:outline-edge'}`}
          style={{ height: TILE.h + 8 }}
        >
          {laid && <RowDrawing laid={laid} house={house} window={window} width={TILE.w} height={TILE.h} />}
        </span>
        <span className="mt-1 flex items-baseline gap-1.5">
          <span className="figures border border-edge px-1 leading-tight text-ink!">{tile + 1}</span>{' '}
          <b className="label-narrow truncate">{way.name}</b>
        </span>
        {[way.size, way.crop, way.fold].map((words) => (
          <span key={words} title={words} className="figures block truncate leading-[1.3] tracking-[-0.02em]">
            {words}
          </span>
        ))}
      </button>
      {length > 1 && (
        <span className="label-narrow flex items-center justify-between text-soft">
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Proposal before, ${way.name}`}
            className="px-1 hover:text-ink"
            onClick={() => onStep(-1)}
          >
            ‹
          </button>
          {step + 1} of {length}
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Next proposal, ${way.name}`}
            className="px-1 hover:text-ink"
            onClick={() => onStep(1)}
          >
            ›
          </button>
        </span>
      )}
    </div>
  )
}
