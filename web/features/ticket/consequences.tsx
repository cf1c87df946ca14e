import type { RowFact, RowMend } from '../../../core/facts/row-fact.ts'
import { rowFacts } from '../../../core/facts/row-facts.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import { followingOf } from '../../../core/post/following.ts'
import type { Row } from '../../../core/post/row.ts'
import { textsInRow } from '../../../core/post/texts.ts'
import { factInWords, mendInWords } from '../../../core/words/row-words.ts'
import { useBoard } from '../board/board-context.tsx'
import { writeAltText } from './picture-texts.tsx'
import { type RowChoices, withChoices } from '../../../core/post/changes/row-choices.ts'

const ABOUT: Record<RowFact['about'], string> = {
  size: 'size',
  crop: 'crop',
  phone: 'phone',
  sharp: 'sharp',
  weight: 'weight',
  text: 'beside',
  runs: 'runs',
  first: 'at first',
  captions: 'captions',
  filter: 'filter',
  click: 'click',
}

function MendButton({ mend, onMend }: { mend: RowMend; onMend: (change: RowChoices) => void }) {
  return (
    <>
      {' '}
      <button type="button" className="text-ink underline underline-offset-2" onClick={() => onMend(mend.change)}>
        {mendInWords(mend)}
      </button>
    </>
  )
}

/** What the row will do, from the engine, before anything is published. */
export function Consequences({ row }: { row: Row }) {
  const { draft, library, house, window, selectRow, changeRow } = useBoard()
  const laid = layRow(row, library, house)
  if (!laid) return null
  const facts = rowFacts(laid, followingOf(draft.content.body, row.id), house, window)
  const without = row.pictures.findIndex((placed) => !textsInRow(placed, library.picture(placed.id)).alt)
  return (
    <dl
      aria-label="What the row will do"
      className="grid grid-cols-[60px_1fr] gap-x-2 gap-y-1.5 border-t border-hairline pt-3"
    >
      {facts.map((fact) => (
        <div key={fact.about} className="contents">
          <dt className="figures pt-px">{ABOUT[fact.about]}</dt>
          <dd className={fact.poor ? 'text-ruby' : ''}>
            {factInWords(fact)}
            {fact.mend && (
              <MendButton
                mend={fact.mend}
                onMend={(change) =>
                  changeRow(`mend: ${mendInWords(fact.mend!).toLowerCase()}`, row.id, (now) => withChoices(now, change))
                }
              />
            )}
          </dd>
        </div>
      ))}
      {without >= 0 && (
        <div className="contents">
          <dt className="figures pt-px whitespace-nowrap text-ruby!">alt text</dt>
          <dd>
            <button
              type="button"
              className="text-left text-ruby underline underline-offset-2"
              onClick={() => {
                selectRow(row.id, without)
                writeAltText()
              }}
            >
              {row.pictures.length > 1 ? `Picture ${without + 1} has none.` : 'The picture has none.'} Write it now
            </button>
          </dd>
        </div>
      )}
    </dl>
  )
}
