import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import type { ArrangedRow } from '../../../core/arrange/request.ts'
import { PHONE } from '../../../core/house/screens.ts'
import { capital, count, listed } from '../../../core/words/numbers.ts'
import { saidAgainst } from '../../../core/words/arranged.ts'
import { Button } from '../../ui/button.tsx'
import { SideSheet } from '../../ui/side-sheet.tsx'
import { useBoard } from '../board/board-context.tsx'
import { nameOf, PictureImage } from '../pictures/picture-image.tsx'
import type { OpenArranging } from './use-arranging.ts'

const MOST_SAID = 5
/** From so sure on it is said that the text speaks of a row's pictures. */
const SURE = 0.4
const KINDS = {
  one: ['alone', 'alone'],
  beside: ['beside text', 'beside text'],
  'side-by-side': ['side by side', 'side by side'],
  patchwork: ['patchwork', 'patchworks'],
  gallery: ['gallery', 'galleries'],
  slideshow: ['slideshow', 'slideshows'],
} as const
export const kindInWords = ({ option: { kind, sits } }: ArrangedRow): string =>
  `${KINDS[kind][0]}${sits === 'measure' ? '' : sits === 'outset' ? ', outset' : ', bleed'}`

/** "2 alone, 3 side by side and 1 gallery" */
function kindsInWords(rows: readonly ArrangedRow[]): string {
  const counts = new Map<keyof typeof KINDS, number>()
  for (const { option } of rows) counts.set(option.kind, (counts.get(option.kind) ?? 0) + 1)
  return listed([...counts].map(([kind, n]) => `${n} ${KINDS[kind][n === 1 ? 0 : 1]}`))
}

/** What a proposal would do, what speaks against it, and the way to take it. */
export function ArrangeTicket({ arranging }: { arranging: OpenArranging }) {
  const { house, library } = useBoard()
  const { shown, at, proposals, row, look, show, pin, isPinned, leads, lead, take, leave, working, coming } = arranging
  const rows = shown?.arrangement.rows ?? []
  const one = row === null ? undefined : rows[row]
  const said = shown ? saidAgainst(shown.arrangement.against, MOST_SAID) : []
  const budget = house.budget.whole * 1000
  return (
    <SideSheet label="Ticket" name={shown ? `Proposal ${at + 1} of ${proposals.length}` : 'Proposals'}>
      <h2 className="text-[1.1rem] font-semibold">
        {shown ? `Proposal ${at + 1} of ${proposals.length}` : 'Proposals'}
        {coming > 0 && <span className="font-normal text-soft"> working…</span>}
      </h2>
      <p className="label-narrow mb-3 text-soft">Nothing is changed before one is taken.</p>
      {shown && (
        <>
          <dl aria-label="What this proposal would do" className="grid grid-cols-[60px_1fr] gap-x-2 gap-y-1.5">
            <dt className="figures pt-px">rows</dt>
            <dd>
              {rows.length}: {kindsInWords(rows)}
            </dd>
            <dt className="figures pt-px">length</dt>
            <dd>
              {shown.wide && shown.phone
                ? `${shown.wide.height} px wide, ${count(Math.round(shown.phone.height / PHONE.height), 'screen')} on a phone`
                : '…'}
            </dd>
            <dt className="figures pt-px">weight</dt>
            <dd className={shown.phone && shown.phone.bytes > budget ? 'text-ruby' : ''}>
              {shown.phone ? `${bytesInWords(shown.phone.bytes)} on a phone, of ${bytesInWords(budget)}` : '…'}
            </dd>
            {shown.arrangement.leftOut.length > 0 && (
              <>
                <dt className="figures pt-px">left out</dt>
                <dd>{count(shown.arrangement.leftOut.length, 'look-alike')}: they wait on in the tray</dd>
              </>
            )}
          </dl>
          <div className="mt-4 flex flex-wrap gap-2">
            <Button look="ink" onClick={take} disabled={working}>
              Take this one <span className="figures ml-1 text-inherit!">Enter</span>
            </Button>
            <Button onClick={() => show(at + 1)}>Next proposal</Button>
            <Button onClick={leave}>Leave all as it was</Button>
          </div>
          {one && (
            <section className="mt-5 border-t border-hairline pt-3">
              <h3 className="font-semibold">
                Row {row! + 1}: {kindInWords(one)}
              </h3>
              <p className="figures">
                {count(one.pictures.length, 'picture')}, {Math.round(one.option.height)} px high
              </p>
              {one.spoken.sure >= SURE && (
                <p className="mt-1">
                  The text beside it speaks of its pictures: what they share is underlined in blue.
                </p>
              )}
              <ul className="mt-2 flex flex-wrap gap-x-3 gap-y-1.5">
                {one.pictures.map((id) => {
                  const picture = library.picture(id)
                  return (
                    picture && (
                      <li key={id}>
                        <label
                          className="flex items-center gap-1.5"
                          title="Larger than the others: asked for in every proposal"
                        >
                          <PictureImage picture={picture} width={44} aspect={1.2} />
                          <input
                            type="checkbox"
                            aria-label={`${nameOf(picture)} leads`}
                            checked={leads(id)}
                            onChange={() => lead(id)}
                          />
                          Leads
                        </label>
                      </li>
                    )
                  )
                })}
              </ul>
              <Button small className="mt-2" aria-pressed={isPinned(one)} onClick={() => pin(one)}>
                {isPinned(one) ? 'Let it go' : 'Pin this row'} <span className="figures ml-1">P</span>
              </Button>
            </section>
          )}
          <section className="mt-5 border-t border-hairline pt-3">
            <h3 className="label-narrow text-soft">
              {said.length ? 'What speaks against it' : 'Nothing speaks against it'}
            </h3>
            <ul className="mt-1 flex flex-col gap-1">
              {said.map(({ row: about, words }) => (
                <li key={`${about} ${words}`}>
                  {about === null ? (
                    capital(words)
                  ) : (
                    <button
                      type="button"
                      className="text-left underline decoration-hairline underline-offset-4 hover:decoration-ink"
                      onClick={() => look(about)}
                    >
                      Row {about + 1}: {words}
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </section>
        </>
      )}
    </SideSheet>
  )
}
