import { useState } from 'react'
import type { Row } from '../../../core/post/row.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { PointersDialog } from '../pointers/pointers-dialog.tsx'
import { withPointers } from '../pointers/pointing.ts'

/** What points at things in a picture of the row, and the way to put it there. */
export function PointersLine({ row, index, picture }: { row: Row; index: number; picture: Picture }) {
  const { changeRow } = useBoard()
  const [open, setOpen] = useState(false)
  const pointers = row.pictures[index]!.pointers ?? []
  return (
    <p className="flex items-center gap-2 border-t border-hairline pt-1.5">
      <span className="label-narrow min-w-0 flex-1 truncate">
        <span className="font-semibold">Pointers</span>{' '}
        <span className="text-soft">{pointers.length ? count(pointers.length, 'pointer') : 'none'}</span>
      </span>
      <Button small onClick={() => setOpen(true)} title="Numbers, words, rings and arrows, kept apart from the picture">
        {pointers.length ? 'Change them…' : 'Point at something…'}
      </Button>
      {open && (
        <PointersDialog
          picture={picture}
          pointers={pointers}
          onClose={() => setOpen(false)}
          onChange={(next, name) =>
            changeRow(
              'point at something',
              row.id,
              (now) => ({
                ...now,
                pictures: now.pictures.map((one, i) => (i === index ? withPointers(one, next) : one)),
              }),
              `pointers-${index}-${name}`,
            )
          }
        />
      )}
    </p>
  )
}
