import { useEffect, useMemo, useRef, useState } from 'react'
import type { Way } from '../../../core/layout/ways.ts'
import { followingOf, followingPlace } from '../../../core/post/following.ts'
import type { Row } from '../../../core/post/row.ts'
import { Button } from '../../ui/button.tsx'
import { useFlatTiles } from '../flat/use-flat-tiles.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { keysOf } from '../board/keys.ts'
import { besides, NOT_STEPPED, shownBy, stepped, tilesOf } from './stepping.ts'
import { rowInWay, type ShownWay } from './shown-way.ts'
import { useWays } from './use-ways.ts'
import { WayTile } from './way-tile.tsx'

const MOST_TILES = 7
const FIRST_SHOWN = { at: 0, steps: {} }
const shownAs = (way: Way, row: Row, tile: number): ShownWay => ({
  row: rowInWay(way, row),
  name: way.name,
  tile,
})

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
  const { draft, house, library, place, within, takeWay, showWay, ways: open } = useBoard()
  const [reorder, setReorder] = useState(false)
  const [stepping, setStepping] = useState(NOT_STEPPED)
  const list = useRef<HTMLDivElement>(null)

  const own = useMemo(() => row.pictures.flatMap(({ id }) => library.picture(id) ?? []), [row.pictures, library])
  const { body } = draft.content
  const following = useMemo(
    () => (standing ? followingOf(body, row.id) : followingPlace(body, place)),
    [standing, body, row.id, place],
  )
  const standsIn = within(row.id)
  const request = useMemo(
    () =>
      own.length === row.pictures.length ? { row, pictures: own, following, within: standsIn, house, reorder } : null,
    [row, own, following, standsIn, house, reorder],
  )
  const { ways, row: answered, working } = useWays(request)
  const tiles = useMemo(() => tilesOf(ways, MOST_TILES), [ways])
  const wayOf = (tile: number, state = stepping): Way | undefined => ways[shownBy(tiles, state, tile) ?? -1]

  // New ways: what was stepped to is no longer there. A row that stands is shown as it is until one looks at others.
  useEffect(() => {
    const [first] = standing ? [] : ways
    setStepping(first ? FIRST_SHOWN : NOT_STEPPED)
    showWay(first && answered ? shownAs(first, answered, 0) : null)
  }, [ways, answered, standing, showWay])
  useEffect(() => () => showWay(null), [showWay])
  const tileCount = tiles.proposals.length
  const outdated = working && row.pictures.map(({ id }) => id).join() !== answered?.pictures.map(({ id }) => id).join()
  const hasFocused = useRef(false)
  useEffect(() => {
    if (!focused || tileCount === 0 || hasFocused.current) return
    hasFocused.current = true
    list.current?.querySelector<HTMLElement>('[data-way="0"]')?.focus()
  }, [focused, tileCount])

  /** Shows the tile in the page, stepped so many proposals on. */
  const preview = (tile: number, by = 0, from = stepping) => {
    const next = stepped(tiles, from, tile, by)
    const way = wayOf(tile, next)
    setStepping(next)
    if (working) earlyShown.current = tile
    else if (way) showWay(shownAs(way, row, tile))
  }
  /** a way gone to before it was worked out */
  const earlyShown = useRef<number | null>(null)
  useEffect(() => {
    const tile = earlyShown.current
    if (working || tile === null) return
    earlyShown.current = null
    preview(tile, 0, NOT_STEPPED)
  })
  /** a way asked for by its number before it was worked out, or by its name: that of one drawn for other pictures */
  const early = useRef<number | string | null>(null)
  const take = (tile: number) => {
    const way = wayOf(tile)
    if (working) early.current = tile
    else if (way) takeWay(way, row)
  }
  const takeDrawn = (tile: number) => {
    if (working) early.current = wayOf(tile)?.name ?? null
    else take(tile)
  }
  useEffect(() => {
    const asked = early.current
    if (working || asked === null) return
    early.current = null
    const way = typeof asked === 'number' ? wayOf(asked, NOT_STEPPED) : ways.find(({ name }) => name === asked)
    if (way) takeWay(way, row)
  })
  const focus = () => list.current?.querySelector<HTMLElement>('[tabindex="0"]')?.focus()
  useEffect(() => {
    open.current = {
      take: (tile) => {
        const there = working || wayOf(tile) !== undefined
        take(tile)
        return there
      },
      rowOf: (tile) => {
        const way = wayOf(tile)
        return way && answered ? rowInWay(way, answered) : undefined
      },
      focus,
      leave: () => putBack(onClose),
    }
    return () => {
      open.current = null
    }
  })
  const putBack = (then: () => void) => {
    earlyShown.current = null
    showWay(null)
    setStepping(NOT_STEPPED)
    then()
  }

  // The same for every drawing, so that tiles that did not change are not drawn again.
  const latest = useRef({ takeDrawn, preview, at: stepping.at })
  latest.current = { takeDrawn, preview, at: stepping.at }
  const pressed = useMemo(
    () => ({
      onTake: (tile: number) => latest.current.takeDrawn(tile),
      onShow: (tile: number) => latest.current.at !== tile && latest.current.preview(tile),
      onStep: (tile: number, by: 1 | -1) => latest.current.preview(tile, by),
    }),
    [],
  )

  // As it is shown, or as it stands.
  const shownNow = stepping.at === null ? undefined : wayOf(stepping.at)
  const flat = useFlatTiles(shownNow && answered ? rowInWay(shownNow, answered) : row, standing)

  const tileAt = (event: KeyboardEvent) =>
    stepping.at ?? Number((event.target as HTMLElement).closest<HTMLElement>('[data-way]')?.dataset.way ?? 0)
  const goTo = (tile: number, by = 0) => {
    if (tileCount === 0) return
    preview(tile, by)
    list.current?.querySelector<HTMLElement>(`[data-way="${tile}"]`)?.focus()
  }
  const onKey = keysOf('ways', {
    next: (event) => goTo(besides(tiles, stepping, tileAt(event), 1)),
    before: (event) => goTo(besides(tiles, stepping, tileAt(event), -1)),
    nextProposal: (event) => goTo(tileAt(event), 1),
    proposalBefore: (event) => goTo(tileAt(event), -1),
    set: (event) => take(Number(event.key) - 1),
    leave: () => putBack(onLeave),
  })

  return (
    <section
      aria-label="Ways"
      data-region="ways"
      className={`border-t border-hairline bg-board-deep will-change-transform ${standing ? 'pb-3' : ''}`}
    >
      <header className="flex min-h-8 items-center gap-3 px-4 max-sm:flex-wrap max-sm:gap-y-0">
        <h2 className="truncate">
          <b>{outdated ? 'Working out the ways' : count(tileCount, 'way')}</b>{' '}
          <span className="text-soft">
            to set {row.pictures.length === 1 ? 'this picture' : `these ${row.pictures.length} pictures`}{' '}
            {standing ? 'in this row' : 'at the ruby line'}
          </span>
        </h2>
        {row.pictures.length > 2 && (
          <label className="label-narrow flex items-center gap-1 whitespace-nowrap">
            <input type="checkbox" checked={reorder} onChange={(event) => setReorder(event.target.checked)} />
            Other orders too
          </label>
        )}
        <span className="flex-1" />
        <span className="figures flex gap-4 whitespace-nowrap max-lg:hidden pointer-coarse:hidden">
          <span>1–{Math.max(1, tileCount)} sets</span>
          <span>← → shows</span>
          <span>↑ ↓ other proposals</span>
          <span>Esc leaves</span>
        </span>
        <span className="hidden whitespace-nowrap text-soft sm:pointer-coarse:inline">
          Press one to see it, and again to set it
        </span>
        <Button small look="plain" onClick={() => putBack(onClose)}>
          Close
        </Button>
      </header>
      <div
        ref={list}
        role="toolbar"
        tabIndex={-1}
        aria-label="Ways to set the pictures"
        aria-busy={outdated}
        className="overflow-x-auto"
        onKeyDown={({ nativeEvent }) => onKey(nativeEvent)}
      >
        <ul className="flex gap-3 px-4 pt-1 pb-1">
          {tiles.proposals.map((list, tile) => {
            const way = wayOf(tile)
            return (
              way &&
              answered && (
                <WayTile
                  key={tile}
                  tile={tile}
                  way={way}
                  of={answered}
                  library={library}
                  shown={stepping.at === tile}
                  step={stepping.steps[tile] ?? 0}
                  length={list.length}
                  tabbable={(stepping.at ?? 0) === tile}
                  {...pressed}
                />
              )
            )
          })}
          {answered && flat.tiles}
        </ul>
      </div>
      {flat.dialogs}
    </section>
  )
}
