import { memo } from 'react'
import { layRow } from '../../../core/place/lay-row.ts'
import type { Row } from '../../../core/post/row.ts'
import { followingOf, followingPlace } from '../../../core/post/following.ts'
import { rowFacts } from '../../../core/facts/row-facts.ts'
import { factInWords } from '../../../core/words/row-words.ts'
import { Button } from '../../ui/button.tsx'
import { SideSheet } from '../../ui/side-sheet.tsx'
import { useFramesLater } from '../../ui/frames-later.ts'
import { type Told, useTold } from '../../ui/told.ts'
import { useBoard } from '../board/board-context.tsx'
import { ABOUT } from '../ticket/fact-names.ts'
import type { ShownWay } from './shown-way.ts'

interface TicketProps {
  /** the row as it is, or would be made */
  readonly row: Row
  readonly standing: boolean
}

/** The ticket while ways are open: what the way that is shown would do, before anything is set. */
export function WayTicket({ shown, ...rest }: TicketProps & { readonly shown: Told<ShownWay | null> }) {
  // The sheets come first: what is said of the way follows.
  return <TicketOf shown={useFramesLater(useTold(shown), 3)} {...rest} />
}

const TicketOf = memo(function TicketOf({ shown, row, standing }: TicketProps & { readonly shown: ShownWay | null }) {
  const { draft, house, library, window, place, within, ways } = useBoard()
  const laid = layRow(shown?.row ?? row, library, house, within(row.id))
  if (!laid) return null
  const { body } = draft.content
  const following = standing ? followingOf(body, row.id) : followingPlace(body, place)
  const facts = rowFacts(laid, following, house, window).filter(({ about }) => about !== 'click')
  return (
    <SideSheet label="Ticket" name={shown ? shown.name : 'As it is'} className="will-change-transform">
      <h2 className="text-[1.1rem] font-semibold">{shown ? shown.name : 'As it is'}</h2>
      <p className="label-narrow mb-3 text-soft">
        {shown ? 'What this way would do. Nothing is changed before it is set.' : 'What the row does now.'}
      </p>
      <dl aria-label="What this way would do" className="grid grid-cols-[60px_1fr] gap-x-2 gap-y-1.5">
        {facts.map((fact) => (
          <div key={fact.about} className="contents">
            <dt className="figures pt-px">{ABOUT[fact.about]}</dt>
            <dd className={fact.poor ? 'text-ruby' : ''}>{factInWords(fact)}</dd>
          </div>
        ))}
      </dl>
      <div className="mt-4 flex flex-wrap gap-2">
        {shown && (
          <Button look="ink" onClick={() => ways.current?.take(shown.tile)}>
            Set this way <span className="figures ml-1 text-inherit!">{shown.tile + 1}</span>
          </Button>
        )}
        <Button onClick={() => ways.current?.leave()}>{standing ? 'Leave as it was' : 'Leave'}</Button>
      </div>
    </SideSheet>
  )
})
