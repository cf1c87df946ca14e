import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { titleOf } from '../../../core/post/post.ts'
import type { PlacedPicture, Row } from '../../../core/post/row.ts'
import { clickOf } from '../../../core/post/effective.ts'
import { textsInRow } from '../../../core/post/texts.ts'
import { LONGEST } from '../../../core/post/limits.ts'
import { useChangePicture } from '../../api/queries.ts'
import { TextArea } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { useBoard } from '../board/board-context.tsx'
import { leaveFrom } from '../board/come-back.ts'
import { nameOf } from '../pictures/picture-image.tsx'
import type { SheetState } from '../sheet/sheet-state.ts'
import { OnClickField } from './on-click-field.tsx'
import { OwnCrop, placeOf } from './own-crop.tsx'
import { PointersLine } from './pointers-line.tsx'
import { FlatLine } from './flat-line.tsx'
import { VideoLine } from './video-line.tsx'
import { type Field, FIELDS, withoutClick } from './picture-fields.ts'

/** Puts the caret in the alt text of the picture that has just been selected, once the ticket shows it. */
export const writeAltText = (): void =>
  void requestAnimationFrame(() => document.querySelector<HTMLElement>('[data-field=alt]')?.focus())

/**
 * Wording of one picture in the row. The row's own wording comes first, then the picture's; what is typed
 * here belongs to the row, unless the picture has none yet: then it is the picture's, for every post.
 */
export function PictureTexts({ row, index }: { row: Row; index: number }) {
  const { draft, library, house, changeRow } = useBoard()
  const placed = row.pictures[index]!
  const picture = library.picture(placed.id)
  if (!picture) return null
  const shown = textsInRow(placed, picture)
  const leave = () => leaveFrom({ post: draft.id, row: row.id, picture: index })
  const put = (field: Field, value: string | undefined) =>
    changeRow(
      'write a picture’s texts',
      row.id,
      (now) => ({ ...now, pictures: now.pictures.map((one, i) => (i === index ? withText(one, field, value) : one)) }),
      `text-${field}-${index}`,
    )

  const fieldOf = ([field, label, hint]: (typeof FIELDS)[number]) => (
    <TextField
      key={field}
      field={field}
      label={label}
      hint={hint}
      pictureId={picture.id}
      own={placed[field]}
      inherited={placed.inSet?.[field] ?? picture[field]}
      set={placed.inSet?.[field] !== undefined ? row.set?.name : undefined}
      value={shown[field]}
      onOwn={(value) => put(field, value)}
    />
  )
  const told = [
    shown.credit ? `credit ${shown.credit}` : 'no credit',
    row.pictures.length > 1 ? (placed.onClick ? 'a click of its own' : 'click as the row') : '',
  ]
    .filter(Boolean)
    .join(', ')

  return (
    <section
      aria-label={`Texts of picture ${index + 1}`}
      className="flex flex-col gap-1 border-t border-hairline pt-1.5"
    >
      <div className="flex items-baseline gap-2">
        <h3 className="min-w-0 flex-1 truncate font-semibold" title={picture.fileName}>
          {row.pictures.length > 1 ? `Picture ${index + 1}: ` : ''}
          {nameOf(picture)}
        </h3>
        {picture.frames === 1 && !picture.video && (
          <Link
            className="label-narrow underline decoration-hairline underline-offset-4 hover:decoration-ink"
            to={`/pictures/${picture.id}/adjust`}
            onClick={leave}
            state={placeOf(row, placed)}
            title="Crop, turn, light and colours, wherever the picture is shown"
          >
            Adjust
          </Link>
        )}
        <Link
          className="label-narrow underline decoration-hairline underline-offset-4 hover:decoration-ink"
          to="/pictures/sheet"
          onClick={leave}
          state={{ ids: idsOf(row), post: draft.id, title: titleOf(draft.content) } satisfies SheetState}
          title="The pictures’ own texts, those of the whole row"
        >
          In the sheet
        </Link>
      </div>
      {picture.video && <VideoLine picture={picture} />}
      {picture.flatOf && <FlatLine row={row} picture={picture} />}
      {FIELDS.slice(0, 2).map(fieldOf)}
      {!picture.video && <OwnCrop row={row} index={index} picture={picture} />}
      {!picture.video && <PointersLine row={row} index={index} picture={picture} />}
      <Fold name="Also" told={told}>
        {FIELDS.slice(2).map(fieldOf)}
        {row.pictures.length > 1 && (
          <div className="flex flex-col gap-1.5">
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
              A click of its own
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
        )}
      </Fold>
    </section>
  )
}

const idsOf = (row: Row): string[] => [...new Set(row.pictures.map(({ id }) => id))]

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
  set,
  value,
  onOwn,
}: {
  field: Field
  label: string
  hint: string
  pictureId: string
  own: string | undefined
  inherited: string
  /** the set that words it, where one does */
  set: string | undefined
  value: string
  onOwn: (value: string | undefined) => void
}) {
  const changePicture = useChangePicture()
  const { refuse } = useNotices()
  // A picture that has no wording of its own gets it here, once, when the writer leaves the field.
  const [first, setFirst] = useState<string>()
  const mine = own === undefined && inherited === '' && set === undefined
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
              {set === undefined ? 'Use the picture’s' : 'Use the set’s'}
            </button>
          </p>
        ) : set !== undefined ? (
          <p className="label-narrow mt-0.5 text-soft">Worded by the set “{set}”.</p>
        ) : first !== undefined ? (
          <p className="label-narrow mt-0.5 text-soft">Goes to the picture, for every post that shows it.</p>
        ) : null
      }
    />
  )
}
