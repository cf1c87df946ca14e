import { useState } from 'react'
import { fullWidth } from '../../../core/house/seats.ts'
import { cellWidth, type Fit, fitAcross } from '../../../core/layout/fit-across.ts'
import { gapOf, seatOf } from '../../../core/layout/row-lengths.ts'
import { leastCropping } from '../../../core/kinds/gallery/least-cropping.ts'
import { filtersOf, groundOf } from '../../../core/post/effective.ts'
import type { GalleryForm, GalleryOrder, Row } from '../../../core/post/row.ts'
import { withChoices } from '../../../core/post/changes/row-choices.ts'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { Select } from '../../ui/select.tsx'
import { useBoard } from '../board/board-context.tsx'
import { GROUND_WORDS } from './choice-words.ts'
import { FilterTags } from './filter-tags.tsx'
import { HouseSelect, HouseYesNo } from './house-select.tsx'
import { shapeOf, shapeOptions } from './shapes.ts'

const ORDERS: readonly (readonly [GalleryOrder, string])[] = [
  ['hand', 'By hand'],
  ['turned', 'Turned round'],
  ['title', 'By title'],
  ['taken', 'By date taken'],
  ['added', 'By date added'],
  ['visit', 'New at each visit'],
]

/** What a gallery has of its own: form, how many across, shape of cells, order. */
export function GalleryFields({ row }: { row: Row }) {
  const { house, library, changeRow } = useBoard()
  const { gallery } = row
  const [fit, setFit] = useState<(Fit & { wanted: number }) | null>(null)
  const edit = (did: string, change: Partial<Row['gallery']>, group?: string) =>
    changeRow(did, row.id, (now) => ({ ...now, gallery: { ...now.gallery, ...change } }), group)
  const [width, gap] = [fullWidth(seatOf(row), house), gapOf(row, house)]
  const aspects = row.pictures.flatMap(({ id }) => {
    const picture = library.picture(id)
    return picture ? [picture.width / picture.height] : []
  })
  const fitting = leastCropping(aspects)
  const { key, options } = shapeOptions(gallery.cell)
  const told = [
    ORDERS.find(([order]) => order === gallery.order)![1].toLowerCase(),
    gallery.first === null ? 'all at first' : `${gallery.first} at first`,
    filtersOf(row, house) ? 'filter' : 'no filter',
    `ground ${GROUND_WORDS.find(([ground]) => ground === groundOf(row, house))![1].toLowerCase()}`,
  ]
  const px = (value: number) => `${Math.round(value * 10) / 10} px`
  return (
    <>
      <Line label="Form">
        <Choice<GalleryForm>
          label="Form of the gallery"
          value={gallery.form}
          onChange={(form) => edit('change the form of a gallery', { form })}
          options={[
            { value: 'cells', label: 'Cells', hint: 'Even cells, cropped around the focus points' },
            { value: 'level', label: 'Level', hint: 'Level rows, nothing cropped' },
            { value: 'loose', label: 'Columns', hint: 'Loose columns, nothing cropped' },
          ]}
        />
      </Line>
      <Line label={gallery.form === 'level' ? 'About' : 'Across'} top>
        <div className="grid grid-cols-2 gap-2">
          <NumberInput
            label="Pictures across"
            unit="across"
            least={1}
            most={12}
            value={gallery.across}
            onChange={(value) =>
              value !== null && edit('change how many across', { across: Math.round(value) }, 'across')
            }
          />
          <NumberInput
            label="Width of one"
            unit="px"
            least={20}
            most={1200}
            value={cellWidth(gallery.across, width, gap)}
            onChange={(wanted) => {
              if (wanted === null) return
              const found = fitAcross(wanted, width, gap)
              setFit({ ...found, wanted })
              edit(
                'change how many across',
                { across: Math.min(12, Math.max(1, Math.round((width + gap) / (found.exact + gap)))) },
                'across',
              )
            }}
          />
        </div>
        {fit && (
          <p className="label-narrow mt-1 text-blueink">
            Of {px(fit.wanted)}, {fit.columns} fit and {px(fit.left)} stay over; they fit exactly at {px(fit.exact)}.
          </p>
        )}
      </Line>
      {gallery.form === 'cells' && (
        <Line label="Cells" top>
          <Select
            label="Shape of the cells"
            value={key}
            options={options}
            onChange={(value) => edit('change the shape of cells', { cell: shapeOf(value) })}
          />
          {Math.abs(fitting - gallery.cell) > 0.001 && (
            <button
              type="button"
              className="label-narrow mt-1 underline underline-offset-4"
              onClick={() => edit('change the shape of cells', { cell: fitting })}
            >
              Crop least: {shapeOptions(fitting).options.find(([known]) => known === shapeOptions(fitting).key)?.[1]}
            </button>
          )}
        </Line>
      )}
      <Fold name="Shown" told={told.join(', ')}>
        <Line label="Shown" top>
          <Select
            label="Order shown"
            value={gallery.order}
            options={ORDERS}
            onChange={(order) => edit('change the order of a gallery', { order })}
          />
          {gallery.order !== 'hand' && (
            <p className="label-narrow mt-1 text-soft">
              The order by hand is kept.{gallery.order === 'visit' && ' Readers without scripts see it.'}
            </p>
          )}
        </Line>
        <Line label="At first">
          <NumberInput
            label="Pictures shown at first"
            unit="pictures"
            least={1}
            most={200}
            value={row.gallery.first}
            empty="All"
            onChange={(first) =>
              changeRow(
                'change how many are shown at first',
                row.id,
                (now) => withChoices(now, { gallery: { first: first === null ? null : Math.round(first) } }),
                'first',
              )
            }
          />
        </Line>
        <Line label="Filter">
          <HouseYesNo
            label="Readers filter by tag"
            value={row.gallery.filter}
            house={house.gallery.filter}
            onChange={(filter) =>
              changeRow('change the filter', row.id, (now) => withChoices(now, { gallery: { filter } }))
            }
          />
        </Line>
        {filtersOf(row, house) && <FilterTags row={row} />}
        <Line label="Ground">
          <HouseSelect
            label="Ground of the gallery"
            value={row.gallery.ground}
            house={house.gallery.ground}
            options={GROUND_WORDS}
            onChange={(ground) =>
              changeRow('change the ground', row.id, (now) => withChoices(now, { gallery: { ground } }))
            }
          />
        </Line>
      </Fold>
    </>
  )
}
