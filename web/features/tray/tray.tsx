import { useVirtualizer } from '@tanstack/react-virtual'
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { rowsOf } from '../../../core/post/body.ts'
import { linePicturesIn } from '../../../core/post/line-pictures.ts'
import { MOST_IN_TRAY } from '../../../core/post/limits.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { useDragAcross } from '../../ui/use-drag-across.ts'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { keysOf } from '../board/keys.ts'
import { rangeOf } from '../board/state/board-state.ts'
import { Chosen } from './chosen.tsx'
import { MakeSet } from '../sets/make-set.tsx'
import { NothingInTray, TrayDoors, TrayFull } from './tray-doors.tsx'
import { type Order, TrayOrder } from './tray-order.tsx'
import { TrayPicture, trayIndexAt, trayWidth } from './tray-picture.tsx'

const BETWEEN = 14
const EDGE = 16
interface Props {
  /** a line, while one writes */
  readonly folded: boolean
  readonly onFold: (folded: boolean) => void
  /** arranges the whole post: what is chosen, or all that waits */
  readonly onArrange: () => void
}

/** The pictures gathered for this post: what waits, what is set, what is chosen. */
export const Tray = memo(function Tray({ folded, onFold, onArrange }: Props) {
  const { draft, library, chosen, send, set, ways } = useBoard()
  const { say } = useNotices()
  const [order, setOrder] = useState<Order>('arrival')
  const [making, setMaking] = useState(false)
  const [focused, setFocused] = useState(0)
  const anchor = useRef(0)
  const { content } = draft

  const times = useMemo(() => {
    const set = new Map<string, number>()
    const placed = [...rowsOf(content.body).flatMap((row) => row.pictures), ...linePicturesIn(content.body.content)]
    for (const { id } of placed) set.set(id, (set.get(id) ?? 0) + 1)
    return set
  }, [content.body])

  const shown = useMemo(() => {
    const here = content.tray.flatMap((id) => library.picture(id) ?? [])
    // What was set aside is out of the way, and comes back to its place.
    const list = here.filter(({ id, aside }) => !aside || times.has(id))
    if (order === 'taken')
      return [...list].sort((a, b) => (a.takenAt ?? a.addedAt).localeCompare(b.takenAt ?? b.addedAt))
    if (order === 'waiting') return [...list].sort((a, b) => Number(times.has(a.id)) - Number(times.has(b.id)))
    return list
  }, [content.tray, library, order, times])
  const setCount = shown.filter((picture) => times.has(picture.id)).length
  const ids = () => shown.map((picture) => picture.id)
  const range = (from: number, to: number) => send({ type: 'range chosen', ids: rangeOf(ids(), from, to) })
  const takeOut = (ids: readonly string[]) => {
    draft.change(`take ${count(ids.length, 'picture')} out of the tray`, (post) => ({
      ...post,
      tray: post.tray.filter((id) => !ids.includes(id)),
    }))
    send({ type: 'only these chosen', ids: [] })
    say(`${count(ids.length, 'picture')} taken out of the tray. The files stay among the pictures.`, draft.undo)
  }

  const list = useRef<HTMLDivElement>(null)
  // Hundreds of pictures may wait: those in sight are drawn.
  const virtual = useVirtualizer({
    horizontal: true,
    count: shown.length,
    getScrollElement: () => list.current,
    estimateSize: (index) => trayWidth(shown[index]!) + BETWEEN,
    getItemKey: (index) => shown[index]!.id,
    overscan: 8,
    paddingStart: EDGE,
    paddingEnd: EDGE,
  })
  useEffect(() => virtual.measure(), [virtual, shown])
  /** Puts the focus on a picture of the tray, which may be out of sight. */
  const focusPicture = (index: number) => {
    virtual.scrollToIndex(index)
    requestAnimationFrame(() => list.current?.querySelector<HTMLElement>(`[data-tray="${index}"]`)?.focus())
  }
  /** From a button that goes away when it is pressed: on to the pictures, where keys choose and set. */
  const toPictures = (index = focused) => {
    setFocused(index)
    focusPicture(index)
  }
  const chooseWaiting = () => {
    const waiting = shown.filter((picture) => !times.has(picture.id))
    send({ type: 'only these chosen', ids: waiting.map((picture) => picture.id) })
    toPictures(Math.max(0, shown.indexOf(waiting[0]!)))
  }

  useDragAcross(list, 'strip', !folded && shown.length > 0, {
    indexAt: (x) => trayIndexAt(list.current!, x),
    choose: range,
  })
  const moveFocus = (to: number, ranging: boolean) => {
    const next = Math.min(shown.length - 1, Math.max(0, to))
    setFocused(next)
    if (ranging) range(anchor.current, next)
    else anchor.current = next
    focusPicture(next)
  }
  /** What is chosen in the first of its ways; nothing chosen, the picture that has the focus. */
  const setChoice = (focusedId: string) => {
    if (chosen.length === 0) set([focusedId])
    else if (!ways.current?.take(0)) set(chosen)
  }

  const focusedPicture = () => shown[focused]
  const onKey = keysOf('tray', {
    next: (event) => moveFocus(focused + 1, event.shiftKey),
    before: (event) => moveFocus(focused - 1, event.shiftKey),
    first: (event) => moveFocus(0, event.shiftKey),
    last: (event) => moveFocus(shown.length - 1, event.shiftKey),
    toggle: () => {
      const picture = focusedPicture()
      anchor.current = focused
      if (picture) send({ type: 'picture toggled', id: picture.id })
    },
    all: () => send({ type: 'only these chosen', ids: ids() }),
    none: () => send({ type: 'only these chosen', ids: [] }),
    lineUp: () => send({ type: 'place moved', by: -1, blocks: content.body.content.length }),
    lineDown: () => send({ type: 'place moved', by: 1, blocks: content.body.content.length }),
    set: () => {
      const picture = focusedPicture()
      if (picture) setChoice(picture.id)
    },
    setAs: (event) => (chosen.length ? void ways.current?.take(Number(event.key) - 1) : true),
    toWays: () => (chosen.length ? void ways.current?.focus() : true),
    takeOut: () => {
      const picture = focusedPicture()
      if (picture) takeOut(chosen.length ? chosen : [picture.id])
    },
  })

  function onPress(index: number, event: React.MouseEvent) {
    setFocused(index)
    if (event.shiftKey) range(anchor.current, index)
    else {
      anchor.current = index
      send({ type: 'picture toggled', id: shown[index]!.id })
    }
  }

  // The same for every drawing, so that pictures that did not change are not drawn again.
  const latest = useRef(onPress)
  latest.current = onPress
  const press = useCallback((index: number, event: React.MouseEvent) => latest.current(index, event), [])

  return (
    <section
      aria-label="Tray"
      data-region="tray"
      className="border-t border-hairline bg-board-deep will-change-transform"
    >
      <div
        className={`flex min-h-9 items-center gap-4 px-4 max-xl:gap-2 max-lg:flex-wrap max-lg:gap-y-1 max-lg:py-1 ${folded ? '' : 'min-h-11'}`}
      >
        <Button
          small
          look="plain"
          data-tray-toggle
          aria-expanded={!folded}
          onClick={() => onFold(!folded)}
          title={folded ? 'Show the pictures of the tray' : 'Fold the tray to a line'}
        >
          {folded ? 'Unfold' : 'Fold'}
        </Button>
        <p className="whitespace-nowrap">
          <b>{count(shown.length, 'picture')}</b> <span className="text-soft">in the tray</span>
        </p>
        {shown.length > 0
          ? chosen.length === 0 && (
              <p className="whitespace-nowrap text-soft max-xl:hidden">
                {shown.length - setCount} waiting, {setCount} set
              </p>
            )
          : folded && (
              <p className="truncate text-soft max-lg:hidden">Drop pictures anywhere in this window, or paste them.</p>
            )}
        {chosen.length > 0 && (
          <Chosen
            count={chosen.length}
            set={() => setChoice(chosen[0]!)}
            arrange={chosen.length > 1 ? onArrange : undefined}
            makeSet={chosen.length > 1 ? () => setMaking(true) : undefined}
            chooseNone={() => {
              send({ type: 'only these chosen', ids: [] })
              toPictures()
            }}
            takeOut={() => {
              takeOut(chosen)
              toPictures(0)
            }}
          />
        )}
        {chosen.length === 0 && shown.length > 0 && !folded && (
          <TrayOrder
            order={order}
            onOrder={setOrder}
            onChooseWaiting={chooseWaiting}
            onArrange={shown.length - setCount > 1 ? onArrange : undefined}
          />
        )}
        {content.tray.length >= MOST_IN_TRAY && <TrayFull />}
        <span className="flex-1" />
        <TrayDoors folded={folded} />
      </div>
      {folded ? null : shown.length === 0 ? (
        <NothingInTray />
      ) : (
        <div
          ref={list}
          data-across
          role="listbox"
          tabIndex={-1}
          aria-label="Pictures in the tray"
          aria-multiselectable
          aria-orientation="horizontal"
          onKeyDown={({ nativeEvent }) => onKey(nativeEvent)}
          className="h-[104px] overflow-x-auto overflow-y-hidden pt-1.5"
        >
          <div role="presentation" className="relative h-full" style={{ width: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map(({ index, start }) => {
              const picture = shown[index]!
              return (
                <TrayPicture
                  key={picture.id}
                  start={start}
                  picture={picture}
                  index={index}
                  tabbable={index === Math.min(focused, shown.length - 1)}
                  number={chosen.indexOf(picture.id) + 1}
                  times={times.get(picture.id) ?? 0}
                  onPress={press}
                />
              )
            })}
          </div>
        </div>
      )}
      {making && <MakeSet pictures={chosen} onClose={() => setMaking(false)} />}
    </section>
  )
})
