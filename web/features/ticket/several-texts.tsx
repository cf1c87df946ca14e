import { clickOf } from '../../../core/post/effective.ts'
import { LONGEST } from '../../../core/post/limits.ts'
import type { PlacedPicture, Row } from '../../../core/post/row.ts'
import { textsInRow } from '../../../core/post/texts.ts'
import { TextArea } from '../../ui/field.tsx'
import { useBoard } from '../board/board-context.tsx'
import { OnClickField } from './on-click-field.tsx'
import { FIELDS, withoutClick } from './picture-fields.ts'

/** Wording and click of several pictures of a row at once: what is said here is the row's own for all of them. */
export function SeveralTexts({ row, indices }: { row: Row; indices: readonly number[] }) {
  const { library, house, changeRow } = useBoard()
  const change = (did: string, next: (placed: PlacedPicture) => PlacedPicture, group?: string) =>
    changeRow(
      did,
      row.id,
      (now) => ({ ...now, pictures: now.pictures.map((one, i) => (indices.includes(i) ? next(one) : one)) }),
      group,
    )
  const placed = indices.map((i) => row.pictures[i]!)
  const texts = placed.map((one) => textsInRow(one, library.picture(one.id)))
  const clicks = placed.filter((one) => one.onClick !== undefined)
  const first = clicks[0]?.onClick
  const alike =
    first !== undefined && clicks.length === placed.length && clicks.every((one) => same(one.onClick, first))
  return (
    <section
      aria-label={`Texts of ${indices.length} pictures`}
      className="flex flex-col gap-1.5 border-t border-hairline pt-2"
    >
      <h3 className="font-semibold">
        {indices.length} pictures <span className="figures font-normal">{indices.map((i) => i + 1).join(', ')}</span>
      </h3>
      {FIELDS.map(([field, label]) => {
        const common = texts.every((one) => one[field] === texts[0]![field]) ? texts[0]![field] : null
        return (
          <TextArea
            key={field}
            label={`${label} of all ${indices.length}`}
            placeholder={common === null ? 'Each has its own' : ''}
            value={common ?? ''}
            className="min-h-0"
            rows={1}
            maxLength={LONGEST[field]}
            onChange={({ target: { value } }) =>
              change(
                'write the texts of pictures',
                (one) => ({ ...one, [field]: value }),
                `texts-${field}-${indices.join()}`,
              )
            }
          />
        )
      })}
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={clicks.length === placed.length}
          onChange={(event) => {
            const own = event.target.checked
            change('change what a click does', (one) =>
              own ? { ...one, onClick: clickOf(row, undefined, house) } : withoutClick(one),
            )
          }}
        />
        A click of their own
      </label>
      {alike && (
        <OnClickField
          label={`On click, ${indices.length} pictures`}
          value={first}
          onChange={(onClick) =>
            change('change what a click does', (one) => ({ ...one, onClick }), `clicks-${indices.join()}`)
          }
        />
      )}
    </section>
  )
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
