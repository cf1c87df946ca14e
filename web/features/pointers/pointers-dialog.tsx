import { useState } from 'react'
import type { FocusPoint } from '../../../core/geometry/crop-window.ts'
import { leastPointerWidth } from '../../../core/pointers/least-width.ts'
import { placedPointers } from '../../../core/pointers/placed-pointers.ts'
import { MOST_POINTERS, type Pointer } from '../../../core/post/pointers.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { nameOf } from '../pictures/picture-image.tsx'
import { KIND_NAMES, KINDS, newPointer, type PointerKind } from './pointing.ts'
import { PointersList } from './pointers-list.tsx'
import { PointersStage } from './pointers-stage.tsx'

/** Puts a number, a word, a ring or an arrow on a picture: pressed in place, dragged, moved by keys, worded in a list. */
export function PointersDialog({
  picture,
  pointers,
  onChange,
  onClose,
}: {
  picture: Picture
  pointers: readonly Pointer[]
  /** `name`: more of the same is one step of undo */
  onChange: (pointers: readonly Pointer[], name: string) => void
  onClose: () => void
}) {
  const [kind, setKind] = useState<PointerKind>('number')
  const [chosen, setChosen] = useState(0)
  const full = pointers.length >= MOST_POINTERS
  const put = (index: number, next: Pointer, name: string) =>
    onChange(
      pointers.map((one, i) => (i === index ? next : one)),
      `${name}-${index}`,
    )
  function add(at: FocusPoint) {
    if (full) return
    onChange([...pointers, newPointer(kind, at)], `new-${pointers.length}`)
    setChosen(pointers.length)
  }
  function remove(index: number) {
    onChange(
      pointers.filter((_, i) => i !== index),
      `without-${pointers.length}`,
    )
    setChosen(Math.max(0, Math.min(index, pointers.length - 2)))
  }
  const least = leastPointerWidth(placedPointers(pointers, picture), picture.width / picture.height)

  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`Pointers on ${nameOf(picture)}`} width={960}>
      <div className="grid grid-cols-[minmax(0,1fr)_290px] gap-5 max-md:grid-cols-1">
        <div>
          <div className="mb-2 flex flex-wrap items-center gap-1.5">
            {KINDS.map((one) => (
              <Button
                key={one}
                small
                look={one === kind ? 'ink' : 'paper'}
                aria-pressed={one === kind}
                onClick={() => setKind(one)}
              >
                {KIND_NAMES[one]}
              </Button>
            ))}
            <span className="text-soft">
              {full ? `No more than ${MOST_POINTERS} on one picture.` : 'Press in the picture; drag one to move it.'}
            </span>
          </div>
          <PointersStage
            picture={picture}
            pointers={pointers}
            kind={kind}
            chosen={chosen}
            onChoose={setChosen}
            onAdd={add}
            onPut={put}
            onRemove={remove}
          />
          <p className={`mt-2 min-h-[1.4em] ${least === Infinity ? 'text-ruby' : ''}`}>
            {least === Infinity
              ? 'Two lie on each other, however large the picture is. Move one of them.'
              : least > 0 && (
                  <>
                    None lies on another from <span className="figures">{Math.ceil(least)} px</span> of picture on.
                  </>
                )}
          </p>
        </div>
        <PointersList
          pointers={pointers}
          chosen={chosen}
          onChoose={setChosen}
          onChange={onChange}
          onPut={put}
          onRemove={remove}
        />
      </div>
    </Dialog>
  )
}
