import { type ComponentType, lazy, Suspense, useState } from 'react'
import { besideWidth } from '../../../core/layout/row-lengths.ts'
import { standingIn } from '../../../core/place/lay-row.ts'
import { rowsOf } from '../../../core/post/body.ts'
import type { RowKind } from '../../../core/kinds/options.ts'
import type { Row } from '../../../core/post/row.ts'
import { following } from '../../../core/sets/follow.ts'
import { wholeSet } from '../../../core/sets/set-shown.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { useBoard } from '../board/board-context.tsx'
import { nameOfRow } from '../board/spoken-row.ts'
import { RowWidthLine, WidthLine } from './width-lines.tsx'
import { EdgeFields } from './edge-fields.tsx'
import { setOf } from '../../api/queries.ts'
import { FlatDialog } from '../flat/flat-dialog.tsx'
import { MakeSet } from '../sets/make-set.tsx'
import { RowSet } from '../sets/row-set.tsx'
import { Consequences } from './consequences.tsx'
import { GalleryFields } from './gallery-fields.tsx'
import { OrderField, OrderFold } from './order-field.tsx'
import { PatchworkFields } from './patchwork-fields.tsx'
import { PictureTexts } from './picture-texts.tsx'
import { WordsFields } from './words-fields.tsx'
import { ReadersFold, ReadingFields } from './reading-fields.tsx'
import { SeveralTexts } from './several-texts.tsx'
import { SlideshowFields } from './slideshow-fields.tsx'
import { type RowChoices, withChoices } from '../../../core/post/changes/row-choices.ts'

/** What reads and writes text is fetched when it is first asked for. */
const RowTextDialog = lazy(async () => ({
  default: (await import('../row-text/row-text-dialog.tsx')).RowTextDialog,
}))

/** What a kind asks of its own. */
const FIELDS: Partial<Record<RowKind, ComponentType<{ row: Row; index: number }>>> = {
  patchwork: PatchworkFields,
  gallery: GalleryFields,
  slideshow: SlideshowFields,
}

/** Everything about one row: what one changes, and what it will do. */
export function RowTicket({ row: asItIs }: { row: Row }) {
  const { draft, house, within, selectedPicture, selectedPictures, changeRow, takeBack, openWays } = useBoard()
  const standsIn = within(asItIs.id)
  const row = standingIn(asItIs, standsIn)
  const rows = rowsOf(draft.content.body)
  const number = rows.findIndex((one) => one.id === row.id) + 1
  const edit = (did: string, change: RowChoices, group?: string) =>
    changeRow(did, row.id, (now) => withChoices(now, change), group)
  const one = row.kind === 'one'
  const Fields = FIELDS[row.kind]
  const [flat, setFlat] = useState(false)
  const [making, setMaking] = useState(false)
  const [asText, setAsText] = useState(false)
  const several = selectedPictures.filter((at) => at < row.pictures.length)
  const index = Math.min(selectedPicture ?? 0, row.pictures.length - 1)

  return (
    <div className="flex flex-col gap-1.5">
      <header>
        <div className="flex items-baseline gap-2">
          <h2 className="text-[1.1rem] font-semibold">{nameOfRow(row)}</h2>
          <span className="figures flex-1 whitespace-nowrap" title={`Row ${number} of ${rows.length}`}>
            {number} of {rows.length}
          </span>
          <Button small onClick={() => openWays(row.id)} title="Turn it into any other arrangement (W)">
            Ways…
          </Button>
        </div>
      </header>
      <RowSet row={row} />

      {one && standsIn === 'page' && (
        <Line label="Stands">
          <Choice
            label="Where the picture stands"
            value={row.one.side ?? 'alone'}
            onChange={(side) =>
              edit('change where a picture stands', {
                one: side === 'alone' ? { side: null } : { side, width: row.one.width ?? besideWidth(row, house) },
              })
            }
            options={[
              { value: 'left', label: 'Left', hint: 'At the left, text beside it' },
              { value: 'alone', label: 'Alone', hint: 'Centred, text above and below' },
              { value: 'right', label: 'Right', hint: 'At the right, text beside it' },
            ]}
          />
        </Line>
      )}
      {standsIn !== 'column' && (row.one.side === null || !one) && (
        <Line label="Sits">
          <Choice
            label="How wide the row sits"
            value={row.sits}
            onChange={(sits) => edit('change how wide a row sits', { sits })}
            options={[
              { value: 'measure', label: 'Measure', hint: 'As wide as the text' },
              { value: 'outset', label: 'Outset', hint: 'Wider than the text by the house’s amount' },
              { value: 'bleed', label: 'Bleed', hint: 'Edge to edge of the window' },
            ]}
          />
        </Line>
      )}
      {one && <WidthLine row={row} change={edit} />}
      {Fields && <Fields row={row} index={index} />}

      <Consequences row={row} />
      <WordsFields row={row} />

      <section aria-label="For readers" className="flex flex-col gap-1.5 border-t border-hairline pt-1.5">
        <ReadingFields row={row} />
      </section>
      {row.pictures.length > 1 && <OrderField row={row} index={index} />}
      {several.length > 1 ? (
        <SeveralTexts row={row} indices={several} />
      ) : (
        <PictureTexts key={index} row={row} index={index} />
      )}
      {row.pictures.length > 1 && <OrderFold row={row} index={index} />}
      <ReadersFold row={row} />
      <SpaceFields row={row} />
      <EdgeFields row={row} />

      <footer className="flex flex-wrap gap-2 border-t border-hairline pt-1.5">
        <Button small onClick={() => setFlat(true)} title="The row as one image file">
          Flat picture…
        </Button>
        <Button small onClick={() => setAsText(true)} title="The row written as text, to be edited and put back">
          As text…
        </Button>
        {row.pictures.length > 1 && row.set === null && (
          <Button small title="A group that rows of other posts can show too" onClick={() => setMaking(true)}>
            Make a set of it…
          </Button>
        )}
        {row.pictures.length > 1 && (
          <Button small onClick={() => takeBack(row.id, index)}>
            Take picture {index + 1} out
          </Button>
        )}
        <Button small onClick={() => takeBack(row.id)}>
          Take the row out
        </Button>
      </footer>
      {making && (
        <MakeSet
          pictures={row.pictures.map(({ id }) => id)}
          onMade={(set) => changeRow('follow a set', row.id, (now) => following({ ...now, set: wholeSet(set) }, setOf))}
          onClose={() => setMaking(false)}
        />
      )}
      {asText && (
        <Suspense>
          <RowTextDialog row={asItIs} onClose={() => setAsText(false)} />
        </Suspense>
      )}
      {flat && <FlatDialog row={row} onClose={() => setFlat(false)} />}
    </div>
  )
}

/** What follows the house unless it is said otherwise: px between the pictures and around the row. */
function SpaceFields({ row }: { row: Row }) {
  const { house, within, changeRow } = useBoard()
  const one = row.kind === 'one'
  const wide = !one && row.sits !== 'bleed' && within(row.id) !== 'column'
  const edit = (did: string, change: RowChoices, group?: string) =>
    changeRow(did, row.id, (now) => withChoices(now, change), group)
  const px = (own: number | null, of: number) => `${own ?? of}`
  const told = [
    wide && row.width !== null ? `${row.width} wide` : '',
    one ? '' : `${px(row.between, house.gap)} between`,
    `${px(row.space, house.space)} around`,
    row.between === null && row.space === null ? 'as the house' : '',
  ]
  return (
    <Fold name="Space" told={told.filter(Boolean).join(', ')}>
      {wide && <RowWidthLine row={row} change={edit} />}
      {!one && (
        <Line label="Between">
          <NumberInput
            label="Between pictures"
            unit="px"
            least={0}
            most={200}
            value={row.between}
            empty={`${house.gap}, as the house`}
            onChange={(between) => edit('change the gap', { between }, 'between')}
          />
        </Line>
      )}
      <Line label="Around">
        <NumberInput
          label="Space around the row"
          unit="px"
          least={0}
          most={400}
          value={row.space}
          empty={`${house.space}, as the house`}
          onChange={(space) => edit('change the space', { space }, 'space')}
        />
      </Line>
    </Fold>
  )
}
