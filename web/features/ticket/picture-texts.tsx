import { useEffect, useRef, useState } from 'react'
import type { PlacedPicture, Row } from '../../../core/post/row.ts'
import { clickOf } from '../../../core/post/effective.ts'
import { textsInRow } from '../../../core/post/texts.ts'
import { LONGEST } from '../../../core/post/limits.ts'
import { useChangePicture } from '../../api/queries.ts'
import { TextArea } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { useBoard } from '../board/board-context.tsx'
import { nameOf } from '../pictures/picture-image.tsx'
import { OnClickField } from './on-click-field.tsx'

const FIELDS = [
  ['alt', 'Alt text', 'What the picture shows, for those who do not see it'],
  ['caption', 'Caption', ''],
  ['credit', 'Credit', 'Whose picture it is'],
] as const
type Field = (typeof FIELDS)[number][0]

/** Puts the caret in the alt text of the picture that has just been selected, once the ticket shows it. */
export const writeAltText = (): void =>
  void requestAnimationFrame(() => document.querySelector<HTMLElement>('[data-field=alt]')?.focus())

/**
 * Wording of one picture in the row. The row's own wording comes first, then the picture's; what is typed
 * here belongs to the row, unless the picture has none yet: then it is the picture's, for every post.
 */
export function PictureTexts({ row, index }: { row: Row; index: number }) {
  const { library, house, changeRow } = useBoard()
  const placed = row.pictures[index]!
  const picture = library.picture(placed.id)
  if (!picture) return null
  const shown = textsInRow(placed, picture)
  const put = (field: Field, value: string | undefined) =>
    changeRow(
      'write a picture’s texts',
      row.id,
      (now) => ({ ...now, pictures: now.pictures.map((one, i) => (i === index ? withText(one, field, value) : one)) }),
      `text-${field}-${index}`,
    )

  return (
    <section aria-label={`Texts of picture ${index + 1}`} className="flex flex-col gap-2 border-t border-hairline pt-3">
      <h3 className="truncate font-semibold" title={picture.fileName}>
        {row.pictures.length > 1 ? `Picture ${index + 1}: ` : ''}
        {nameOf(picture)}
      </h3>
      {FIELDS.map(([field, label, hint]) => (
        <TextField
          key={field}
          field={field}
          label={label}
          hint={hint}
          pictureId={picture.id}
          own={placed[field]}
          inherited={picture[field]}
          value={shown[field]}
          onOwn={(value) => put(field, value)}
        />
      ))}
      {row.pictures.length > 1 && (
        <details open={placed.onClick !== undefined}>
          <summary className="label-narrow text-soft">A click of its own</summary>
          <div className="mt-1.5 flex flex-col gap-1.5">
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={placed.onClick !== undefined}
                onChange={(event) => {
                  const own = event.target.checked
                  changeRow('change what a click does', row.id, (now) => ({
                    ...now,
                    pictures: now.pictures.map((one, i) =>
                      i === index
                        ? own
                          ? { ...one, onClick: clickOf(now, undefined, house) }
                          : withoutClick(one)
                        : one,
                    ),
                  }))
                }}
              />
              Differs from the row
            </label>
            {placed.onClick && (
              <OnClickField
                label={`On click, picture ${index + 1}`}
                value={placed.onClick}
                onChange={(onClick) =>
                  changeRow(
                    'change what a click does',
                    row.id,
                    (now) => ({
                      ...now,
                      pictures: now.pictures.map((one, i) => (i === index ? { ...one, onClick } : one)),
                    }),
                    `click-${index}`,
                  )
                }
              />
            )}
          </div>
        </details>
      )}
    </section>
  )
}

const withoutClick = ({ onClick: _, ...rest }: PlacedPicture): PlacedPicture => rest

function withText(placed: PlacedPicture, field: Field, value: string | undefined): PlacedPicture {
  const { [field]: _, ...rest } = placed
  return value === undefined ? rest : { ...rest, [field]: value }
}

function TextField({
  field,
  label,
  hint,
  pictureId,
  own,
  inherited,
  value,
  onOwn,
}: {
  field: Field
  label: string
  hint: string
  pictureId: string
  own: string | undefined
  inherited: string
  value: string
  onOwn: (value: string | undefined) => void
}) {
  const changePicture = useChangePicture()
  const { refuse } = useNotices()
  // A picture that has no wording of its own gets it here, once, when the writer leaves the field.
  const [first, setFirst] = useState<string>()
  const mine = own === undefined && inherited === ''
  const pending = useRef<string>(undefined)
  pending.current = first
  const send = useRef(() => {})
  send.current = () => {
    if (pending.current === undefined) return
    const text = pending.current
    setFirst(undefined)
    pending.current = undefined
    if (text.trim()) changePicture.mutate({ id: pictureId, change: { [field]: text } }, { onError: refuse })
  }
  useEffect(() => () => send.current(), [])

  return (
    <TextArea
      label={label}
      data-field={field}
      placeholder={hint}
      value={first ?? value}
      className="min-h-0"
      rows={1}
      maxLength={LONGEST[field]}
      onChange={(event) => (mine ? setFirst(event.target.value) : onOwn(event.target.value))}
      onBlur={() => send.current()}
      note={
        own !== undefined ? (
          <p className="label-narrow mt-0.5 text-soft">
            This row’s own wording.{' '}
            <button type="button" className="underline underline-offset-2" onClick={() => onOwn(undefined)}>
              Use the picture’s
            </button>
          </p>
        ) : first !== undefined ? (
          <p className="label-narrow mt-0.5 text-soft">Goes to the picture, for every post that shows it.</p>
        ) : null
      }
    />
  )
}
