import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import { rectSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable'
import { type MouseEvent, useRef } from 'react'
import { movePicture, swapPictures, turnRound } from '../../../core/post/changes/order-pictures.ts'
import { sortPictures } from '../../../core/post/changes/sort-pictures.ts'
import type { Row } from '../../../core/post/row.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Button } from '../../ui/button.tsx'
import { NumberInput } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { Select } from '../../ui/select.tsx'
import { useBoard } from '../board/board-context.tsx'
import { SortSelect } from '../pictures/sort-select.tsx'
import { nameOf, PictureImage } from '../pictures/picture-image.tsx'

const HEIGHT = 34

function useMove(row: Row): (from: number, to: number) => void {
  const { selectRow, changeRow } = useBoard()
  return (from, to) => {
    if (to < 0 || to >= row.pictures.length || to === from) return
    changeRow('move a picture', row.id, (now) => movePicture(now, from, to))
    selectRow(row.id, to)
  }
}

/** The order of a row's pictures by hand: dragged, or moved by the arrow keys. */
export function OrderField({ row, index }: { row: Row; index: number }) {
  const { library, selectRow, selectedPictures, send } = useBoard()
  const list = useRef<HTMLOListElement>(null)
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }))
  const move = useMove(row)
  const stepTo = (from: number, to: number) => {
    move(from, to)
    requestAnimationFrame(() => list.current?.querySelectorAll('button')[to]?.focus())
  }
  const ids = row.pictures.map((placed, i) => `${placed.id} ${i}`)
  return (
    <>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }: DragEndEvent) =>
          over && move(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)))
        }
        accessibility={{ screenReaderInstructions: { draggable: 'The left and right arrows move the picture.' } }}
      >
        <SortableContext items={ids} strategy={rectSortingStrategy}>
          <ol
            ref={list}
            className="flex max-h-[82px] flex-wrap gap-1.5 overflow-y-auto p-0.5"
            aria-label="Order of the pictures"
          >
            {row.pictures.map((placed, i) => {
              const picture = library.picture(placed.id)
              return (
                picture && (
                  <Item
                    key={ids[i]}
                    id={ids[i]!}
                    picture={picture}
                    at={i}
                    current={selectedPictures.length ? selectedPictures.includes(i) : i === index}
                    onChoose={(event) => {
                      if (event.shiftKey) send({ type: 'row pictures to', picture: i })
                      else if (event.ctrlKey || event.metaKey) send({ type: 'row picture toggled', picture: i })
                      else selectRow(row.id, i)
                    }}
                    onStep={(by) => stepTo(i, i + by)}
                  />
                )
              )
            })}
          </ol>
        </SortableContext>
      </DndContext>
    </>
  )
}

/** Order that is not by hand: to a position, sorted, turned round; and two pictures that change places. */
export function OrderFold({ row, index }: { row: Row; index: number }) {
  const { library, selectRow, changeRow } = useBoard()
  const move = useMove(row)
  const others = row.pictures.flatMap(({ id }, i) => {
    const picture = library.picture(id)
    return i === index ? [] : [[String(i), `${i + 1}: ${picture ? nameOf(picture) : 'no longer here'}`] as const]
  })
  return (
    <Fold name="Order" told="to a position, swap, sort, turn round">
      <div className="mt-1.5 grid grid-cols-2 gap-2">
        <NumberInput
          label={`Position of picture ${index + 1}`}
          unit={`of ${row.pictures.length}`}
          least={1}
          most={row.pictures.length}
          value={index + 1}
          onChange={(value) => value !== null && move(index, Math.round(value) - 1)}
        />
        <SortSelect onSort={(by) => changeRow('sort a row', row.id, (now) => sortPictures(now, library, by))} />
      </div>
      <Select
        label={`Swap picture ${index + 1} with`}
        value=""
        options={[['', 'Swap with…'], ...others]}
        onChange={(other) => {
          if (other === '') return
          changeRow('swap two pictures', row.id, (now) => swapPictures(now, index, Number(other)))
          selectRow(row.id, Number(other))
        }}
      />
      <Button small onClick={() => changeRow('turn a row round', row.id, turnRound)}>
        Turn round
      </Button>
    </Fold>
  )
}

function Item({
  id,
  picture,
  at,
  current,
  onChoose,
  onStep,
}: {
  id: string
  picture: Picture
  at: number
  current: boolean
  onChoose: (event: MouseEvent) => void
  onStep: (by: 1 | -1) => void
}) {
  const { setNodeRef, listeners, transform, isDragging } = useSortable({ id })
  const width = Math.min(76, HEIGHT * (picture.width / picture.height))
  return (
    <li
      ref={setNodeRef}
      style={
        transform
          ? { transform: `translate(${transform.x}px, ${transform.y}px)`, opacity: isDragging ? 0.6 : 1 }
          : undefined
      }
    >
      <button
        type="button"
        {...listeners}
        aria-pressed={current}
        aria-label={`Picture ${at + 1}, ${nameOf(picture)}. Press to choose, with Shift a range, with Ctrl one more; left and right arrows move it`}
        className={`block p-[2px] ${current ? 'outline-[1.5px] outline-ink' : ''}`}
        onClick={onChoose}
        onKeyDown={(event) => {
          const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
          if (!by || event.altKey) return
          event.preventDefault()
          onStep(by)
        }}
      >
        <PictureImage picture={picture} width={width} aspect={width / HEIGHT} />
      </button>
    </li>
  )
}
