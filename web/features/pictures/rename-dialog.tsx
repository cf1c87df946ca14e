import { useVirtualizer } from '@tanstack/react-virtual'
import { useMemo, useRef, useState } from 'react'
import type { Picture } from '../../../core/wire/picture.ts'
import { FIRST_PATTERN, NAME_PARTS, namesBy } from '../../../core/words/name-pattern.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { useManyPictures } from './use-many-pictures.ts'

const LINE = 30

interface Props {
  readonly pictures: readonly Picture[]
  readonly onClose: () => void
}

const momentOf = ({ takenAt, addedAt }: Picture): string => takenAt ?? addedAt

/** Names for several pictures by a pattern, seen on all of them before they are given. */
export function RenameDialog({ pictures: chosen, onClose }: Props) {
  const many = useManyPictures()
  const { say, refuse } = useNotices()
  // Numbered as they were taken, however they are sorted where they were chosen.
  const [pictures] = useState(() => [...chosen].sort((a, b) => (momentOf(a) < momentOf(b) ? -1 : 1)))
  const [pattern, setPattern] = useState(FIRST_PATTERN)
  const names = useMemo(() => namesBy(pattern, pictures), [pattern, pictures])
  const changed = names.filter((name, i) => name !== pictures[i]!.fileName).length
  async function rename() {
    const before = new Map(pictures.map(({ id, fileName }) => [id, fileName]))
    const wanted = pictures.flatMap(({ id, fileName }, i) =>
      names[i] === fileName ? [] : [{ id, change: { fileName: names[i]! } }],
    )
    onClose()
    const { done, refused } = await many.change(wanted, 'renamed')
    const back = done.map(({ id }) => ({ id, change: { fileName: before.get(id)! } }))
    if (done.length > 0)
      say(
        `${count(done.length, 'picture')} renamed.`,
        () => void many.change(back, 'as before').then((put) => put.refused && refuse(put.refused)),
      )
    if (refused) refuse(refused)
  }
  const box = useRef<HTMLDivElement>(null)
  const virtual = useVirtualizer({
    count: names.length,
    getScrollElement: () => box.current,
    estimateSize: () => LINE,
    initialRect: { width: 600, height: 300 },
    overscan: 6,
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Rename"
      about="The name of the file that a picture came as is kept, and found. It is never a title or an alt text."
      width={680}
    >
      <TextInput
        label="Pattern"
        className="font-mono"
        value={pattern}
        maxLength={200}
        onChange={(event) => setPattern(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && changed > 0 && void rename()}
      />
      <div className="mt-2 flex flex-wrap items-center gap-1.5">
        <span className="label-narrow text-soft">Put in</span>
        {NAME_PARTS.map(([part, words]) => (
          <Button key={part} small onClick={() => setPattern(`${pattern.trimEnd()} {${part}}`.trimStart())}>
            {words}
          </Button>
        ))}
      </div>
      <div ref={box} className="mt-3 h-[44vh] overflow-y-auto border-y border-hairline">
        <ol aria-label="Names" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => (
            <li
              key={pictures[index]!.id}
              className="absolute inset-x-0 top-0 grid grid-cols-[1fr_auto_1fr] items-center gap-3 border-b border-hairline"
              style={{ height: LINE, transform: `translateY(${start}px)` }}
            >
              <span className="truncate text-soft" title={pictures[index]!.fileName}>
                {pictures[index]!.fileName}
              </span>
              <span aria-hidden>→</span>
              <span className="truncate" title={names[index]}>
                {names[index]}
              </span>
            </li>
          ))}
        </ol>
      </div>
      <div className="mt-3 flex gap-2">
        <Button look="ink" disabled={changed === 0} onClick={() => void rename()}>
          {changed === 0 ? 'Rename' : `Rename ${count(changed, 'picture')}`}
        </Button>
        <Button onClick={onClose}>Leave the names</Button>
      </div>
    </Dialog>
  )
}
