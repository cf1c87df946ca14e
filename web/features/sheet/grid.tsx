import { useVirtualizer } from '@tanstack/react-virtual'
import { clsx } from 'clsx'
import { type ClipboardEvent, type RefObject, useEffect, useRef, useState } from 'react'
import { altFaults } from '../../../core/facts/alt-advice.ts'
import type { Picture, PictureChanges } from '../../../core/wire/picture.ts'
import { useNotices } from '../../ui/notices.tsx'
import { nameOf, PictureImage } from '../pictures/picture-image.tsx'
import { blockOf, type Cell, isIn, type Place, placeAt, putIn, stepped } from './cells.ts'
import type { Column } from './columns.ts'
import { byFinger } from '../../ui/by-finger.ts'
import { CellText, Editing } from './editing.tsx'
import type { SheetChanges } from './sheet-changes.ts'
import { tableOf, textsOf } from './table-text.ts'
import { gridKeys } from './grid-keys.ts'

const ROW = 46
const THUMB = 56
const templateOf = (columns: readonly Column[]): string =>
  `${THUMB + 12}px ${columns.map(({ share }) => `minmax(84px, ${share}fr)`).join(' ')}`

interface GridProps {
  readonly ref: RefObject<HTMLDivElement | null>
  readonly pictures: readonly Picture[]
  readonly columns: readonly Column[]
  /** whether what stands there is said elsewhere, and only shown here */
  readonly inherited?: ((id: string, key: Column['key']) => boolean) | undefined
  readonly alike: ReadonlyMap<string, number>
  readonly place: Place
  readonly onPlace: (place: Place) => void
  readonly changes: SheetChanges
  readonly more: (() => void) | null
  readonly onNext: () => void
}

/** The sheet itself: keys and clipboard as in any sheet. Rows in sight are drawn. */
export function Grid({ ref, pictures, columns, inherited, alike, place, onPlace, changes, more, onNext }: GridProps) {
  const { say } = useNotices()
  /** what is being written into the cell, from its beginning */
  const [editing, setEditing] = useState<string | null>(null)
  /** what stands in it now */
  const latest = useRef('')
  const scroller = useRef<HTMLDivElement>(null)
  const size = { rows: pictures.length, columns: columns.length }
  const block = blockOf(place)
  const template = templateOf(columns)
  const virtual = useVirtualizer({
    count: pictures.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    getItemKey: (index) => pictures[index]!.id,
    overscan: 10,
    scrollPaddingStart: ROW,
  })
  const { row, column } = place.at
  useEffect(() => {
    virtual.scrollToIndex(row)
  }, [virtual, row])
  const items = virtual.getVirtualItems()
  const last = items.at(-1)?.index ?? 0
  useEffect(() => {
    if (more && last >= pictures.length - 15) more()
  }, [more, last, pictures.length])

  const textAt = ({ row: r, column: c }: Cell): string => {
    const picture = pictures[r]
    return picture ? columns[c]!.text(picture) : ''
  }
  /** Writes texts into cells, all of them in one step; what can't be is said. */
  const write = (cells: readonly { readonly cell: Cell; readonly text: string }[]) => {
    const byId = new Map<string, PictureChanges['changes'][number]>()
    let wrong = ''
    for (const { cell, text } of cells) {
      const { id } = pictures[cell.row]!
      const { change, wanted, label } = columns[cell.column]!
      const own = change(text)
      if (own) byId.set(id, { id, change: { ...byId.get(id)?.change, ...own } })
      else wrong = `${label}: expected ${wanted}, got “${text.slice(0, 40)}”.`
    }
    changes.change([...byId.values()])
    if (wrong) say(wrong)
  }
  const cellsIn = () =>
    Array.from({ length: block.bottom - block.top + 1 }, (_, i) =>
      Array.from({ length: block.right - block.left + 1 }, (__, j) => ({ row: block.top + i, column: block.left + j })),
    )
  const commit = (text: string, then: Place) => {
    setEditing(null)
    write([{ cell: place.at, text }])
    onPlace(then)
    ref.current?.focus()
  }
  const onKeyDown = gridKeys({
    place,
    size,
    onPlace,
    edit: (from) => setEditing(from ?? textAt(place.at)),
    clear: () => write(cellsIn().flatMap((line) => line.map((cell) => ({ cell, text: '' })))),
    fillDown: () =>
      write(
        cellsIn()
          .slice(1)
          .flatMap((line) => line.map((cell) => ({ cell, text: textAt({ row: block.top, column: cell.column }) }))),
      ),
    undo: () => changes.undo(),
    redo: () => changes.redo(),
    next: onNext,
  })
  const onCopy = (event: ClipboardEvent) => {
    if (editing !== null) return
    event.preventDefault()
    event.clipboardData.setData('text/plain', textsOf(cellsIn().map((line) => line.map(textAt))))
    if (event.type === 'cut') write(cellsIn().flatMap((line) => line.map((cell) => ({ cell, text: '' }))))
  }
  const onPaste = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text/plain')
    if (editing !== null || text === '') return
    event.preventDefault()
    write(putIn(tableOf(text), block, size))
  }

  return (
    <div className="flex min-h-0 flex-col">
      <div
        ref={(element) => {
          scroller.current = element
          ref.current = element
        }}
        role="grid"
        aria-label="Texts of the pictures"
        aria-rowcount={pictures.length + 1}
        aria-multiselectable
        aria-activedescendant={items.some(({ index }) => index === row) ? `cell-${row}-${column}` : undefined}
        tabIndex={0}
        className="min-h-0 flex-1 overflow-auto bg-paper outline-none"
        onKeyDown={({ nativeEvent }) => editing === null && onKeyDown(nativeEvent)}
        onCopy={onCopy}
        onCut={onCopy}
        onPaste={onPaste}
      >
        <div
          role="row"
          className="label-narrow sticky top-0 z-10 grid border-b border-ink bg-board font-semibold"
          style={{ gridTemplateColumns: template }}
        >
          <span role="columnheader" className="px-2 py-1.5">
            <span className="sr-only">Picture</span>
          </span>
          {columns.map(({ key, label }) => (
            <span key={key} role="columnheader" className="px-2 py-1.5">
              {label}
            </span>
          ))}
        </div>
        <div role="presentation" className="relative" style={{ height: virtual.getTotalSize() }}>
          {items.map(({ index, start, key }) => {
            const picture = pictures[index]!
            const faulty = altFaults(picture, alike).some((fault) => fault !== 'none')
            return (
              <div
                key={key}
                role="row"
                aria-rowindex={index + 2}
                aria-label={nameOf(picture)}
                className={clsx('absolute inset-x-0 top-0 grid border-b border-hairline', index === row && 'bg-card')}
                style={{ gridTemplateColumns: template, height: ROW, transform: `translateY(${start}px)` }}
              >
                <span role="gridcell" aria-label={nameOf(picture)} className="flex items-center justify-center">
                  <PictureImage picture={picture} width={THUMB} aspect={THUMB / (ROW - 8)} />
                </span>
                {columns.map((one, at) => {
                  const cell = { row: index, column: at }
                  const active = index === row && at === column
                  return (
                    <div
                      key={one.key}
                      id={`cell-${index}-${at}`}
                      role="gridcell"
                      tabIndex={-1}
                      aria-selected={isIn(block, cell)}
                      className={clsx(
                        'relative min-w-0 border-l border-hairline px-2 py-1 leading-tight',
                        isIn(block, cell) && !active && 'bg-blue/25',
                        active && 'z-[1] outline-2 -outline-offset-1 outline-ink',
                      )}
                      onMouseDown={(event) => {
                        if (editing !== null && !active) commit(latest.current, placeAt(cell))
                        else if (editing === null) {
                          event.preventDefault()
                          // A finger has no F2: pressed once more, the cell in hand is written in.
                          if (active && byFinger()) return setEditing(textAt(cell))
                          ref.current?.focus()
                          onPlace(event.shiftKey ? { at: cell, from: place.from } : placeAt(cell))
                        }
                      }}
                      onMouseEnter={({ buttons }) =>
                        editing === null && buttons === 1 && onPlace({ at: cell, from: place.from })
                      }
                      onDoubleClick={() => setEditing(textAt(cell))}
                    >
                      {active && editing !== null ? (
                        <Editing
                          label={`${one.label}, ${nameOf(picture)}`}
                          from={editing}
                          latest={latest}
                          onLeave={() => {
                            setEditing(null)
                            ref.current?.focus()
                          }}
                          onDone={(text, by) =>
                            commit(
                              text,
                              by.column !== 0
                                ? stepped(place, by.column > 0 ? 1 : -1, size)
                                : placeAt({ row: Math.max(0, Math.min(size.rows - 1, row + by.row)), column }),
                            )
                          }
                        />
                      ) : (
                        <CellText
                          text={one.text(picture)}
                          faulty={one.key === 'alt' && faulty}
                          inherited={inherited?.(picture.id, one.key) ?? false}
                        />
                      )}
                    </div>
                  )
                })}
              </div>
            )
          })}
        </div>
      </div>
    </div>
  )
}
