import { LONGEST_SAID, LONGEST_WORD, type Pointer } from '../../../core/post/pointers.ts'
import { Button } from '../../ui/button.tsx'
import { TextInput } from '../../ui/field.tsx'
import { KIND_NAMES, reordered, saying } from './pointing.ts'

const numberOf = (pointers: readonly Pointer[], index: number): number =>
  pointers.slice(0, index + 1).filter(({ kind }) => kind === 'number').length

/** What each pointer says, in the order in which they are counted and read. */
export function PointersList({
  pointers,
  chosen,
  onChoose,
  onChange,
  onPut,
  onRemove,
}: {
  pointers: readonly Pointer[]
  chosen: number
  onChoose: (index: number) => void
  onChange: (pointers: readonly Pointer[], name: string) => void
  onPut: (index: number, pointer: Pointer, name: string) => void
  onRemove: (index: number) => void
}) {
  if (pointers.length === 0)
    return (
      <p className="text-soft">
        What you put on the picture stands here, in the order in which it is read. It is kept apart from the picture:
        its file stays as it is.
      </p>
    )
  return (
    <ol className="flex max-h-[520px] flex-col gap-2 overflow-y-auto p-1" aria-label="Pointers, in reading order">
      {pointers.map((one, i) => {
        const name = `${KIND_NAMES[one.kind]}${one.kind === 'number' ? ` ${numberOf(pointers, i)}` : ''}`
        return (
          <li
            key={i}
            className={`border-t border-hairline px-1.5 pt-1.5 pb-1 ${i === chosen ? 'bg-card outline-1 outline-ink' : ''}`}
          >
            <div className="mb-1 flex items-center gap-1.5">
              <button type="button" className="flex-1 text-left font-semibold" onClick={() => onChoose(i)}>
                {name}
              </button>
              {([-1, 1] as const).map((by) => (
                <Button
                  key={by}
                  small
                  aria-label={`${name} ${by < 0 ? 'earlier' : 'later'}`}
                  disabled={i + by < 0 || i + by >= pointers.length}
                  onClick={() => {
                    onChange(reordered(pointers, i, by), `order-${i}-${by}`)
                    onChoose(i + by)
                  }}
                >
                  {by < 0 ? '↑' : '↓'}
                </Button>
              ))}
              <Button small aria-label={`Take ${name} away`} onClick={() => onRemove(i)}>
                Take away
              </Button>
            </div>
            <TextInput
              label={one.kind === 'word' ? 'The word' : 'Says, to those who do not see it'}
              value={one.says}
              maxLength={one.kind === 'word' ? LONGEST_WORD : LONGEST_SAID}
              onFocus={() => onChoose(i)}
              onChange={(event) => onPut(i, saying(one, event.target.value), 'say')}
            />
          </li>
        )
      })}
    </ol>
  )
}
