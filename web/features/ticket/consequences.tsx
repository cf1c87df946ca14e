import { useState } from 'react'
import { rowInShort, weightInShort } from '../../../core/words/row-in-short.ts'
import type { RowMend } from '../../../core/facts/row-fact.ts'
import { rowFacts } from '../../../core/facts/row-facts.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import { followingOf } from '../../../core/post/following.ts'
import type { Row } from '../../../core/post/row.ts'
import { textsInRow } from '../../../core/post/texts.ts'
import { factInWords, mendInWords } from '../../../core/words/row-words.ts'
import { useBoard } from '../board/board-context.tsx'
import { ABOUT } from './fact-names.ts'
import { writeAltText } from './picture-texts.tsx'
import { type RowChoices, withChoices } from '../../../core/post/changes/row-choices.ts'

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

/** What the row will do, from the engine, before anything is published: one line of figures, and the sentences behind it. */
export function Consequences({ row }: { row: Row }) {
  const { draft, library, house, within, window, selectRow, changeRow } = useBoard()
  const [open, setOpen] = useState(false)
  const laid = layRow(row, library, house, within(row.id))
  if (!laid) return null
  const facts = rowFacts(laid, followingOf(draft.content.body, row.id), house, window)
  const without = row.pictures.findIndex((placed) => !textsInRow(placed, library.picture(placed.id)).alt)
  const { size, crop, fold } = rowInShort(laid, house, window)
  return (
    <div className="border-t border-hairline pt-1.5">
      <details data-fold="Facts" open={open} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
        <summary className="cursor-pointer">
          <span className="figures" aria-label="In short">
            {[size, crop, fold, weightInShort(laid, house)].join(' · ')}
          </span>
        </summary>
      </details>
      {/* Folded, what is worth a look is said all the same. */}
      <dl aria-label="What the row will do" className="mt-1.5 grid grid-cols-[60px_1fr] gap-x-2 gap-y-1.5 empty:hidden">
        {facts
          .filter((fact) => open || fact.poor)
          .map((fact) => (
            <div key={fact.about} className="contents">
              <dt className="figures pt-px">{ABOUT[fact.about]}</dt>
              <dd className={fact.poor ? 'text-ruby' : ''}>
                {factInWords(fact)}
                {fact.mend && (
                  <MendButton
                    mend={fact.mend}
                    onMend={(change) =>
                      changeRow(`mend: ${mendInWords(fact.mend!).toLowerCase()}`, row.id, (now) =>
                        withChoices(now, change),
                      )
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
    </div>
  )
}
