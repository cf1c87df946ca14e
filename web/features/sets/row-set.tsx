import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { afterInSet, membersAsRow, saysMore } from '../../../core/sets/edits.ts'
import { cutLoose, following } from '../../../core/sets/follow.ts'
import type { SetShown } from '../../../core/sets/set-shown.ts'
import { MOST_PICTURES_IN_ROW } from '../../../core/post/limits.ts'
import { titleOf } from '../../../core/post/post.ts'
import type { Row } from '../../../core/post/row.ts'
import { listed } from '../../../core/words/numbers.ts'
import { api } from '../../api/client.ts'
import { setOf, setsChanged, setStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { Select } from '../../ui/select.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'

/** The set that a row shows: how the row narrows it, what the row says otherwise, and the way out of it. */
export function RowSet({ row }: { row: Row }) {
  const { set: shown } = row
  return shown && <Shown row={row} shown={shown} />
}

function Shown({ row, shown }: { row: Row; shown: SetShown }) {
  const { draft, changeRow } = useBoard()
  const { say } = useNotices()
  const { data: open } = useQuery({
    queryKey: ['sets', shown.id],
    queryFn: () => api.sets.open(shown.id),
    retry: false,
  })
  const set = setOf(shown.id)
  const narrow = (did: string, change: Partial<SetShown>) =>
    changeRow(did, row.id, (now) => (now.set ? following({ ...now, set: { ...now.set, ...change } }, setOf) : now))
  const tags = [...new Set(set?.pictures.flatMap((one) => one.tags))].sort()
  const others = open?.uses.filter(({ post }) => post !== draft.id) ?? []
  const told = [
    shown.first !== null ? `the first ${shown.first}` : '',
    shown.tag !== null ? `“${shown.tag}”` : '',
    shown.ownOrder ? 'in an order of its own' : '',
    shown.without.length > 0 ? `${shown.without.length} left out` : '',
  ].filter(Boolean)
  return (
    <section aria-label="Set" className="flex flex-col gap-1.5 border-t border-hairline pt-1.5">
      <div className="flex items-center gap-2">
        <p className="min-w-0 flex-1 truncate">
          Shows the set{' '}
          <Link
            className="font-semibold underline decoration-hairline underline-offset-4"
            to={`/sets/${shown.id}`}
            title={`Open “${set?.name ?? shown.name}”`}
          >
            {set?.name ?? shown.name}
          </Link>
        </p>
        <Button
          small
          title="The row is its own, as it is shown now; the set changes it no more"
          onClick={() => {
            changeRow('cut a row loose from its set', row.id, cutLoose)
            say('The row is its own now, as it stood.', draft.undo)
          }}
        >
          Cut loose
        </Button>
      </div>
      {set ? (
        <Fold name="Of the set" told={told.length ? told.join(', ') : `all ${count(set.pictures.length, 'picture')}`}>
          <Line label="First">
            <NumberInput
              label="Only the first"
              unit={`of ${set.pictures.length}`}
              least={1}
              most={MOST_PICTURES_IN_ROW}
              value={shown.first}
              empty="all"
              onChange={(first) => narrow('show fewer of a set', { first: first === null ? null : Math.round(first) })}
            />
          </Line>
          {tags.length > 0 && (
            <Line label="Tag">
              <Select
                label="Only those with the tag"
                value={shown.tag ?? ''}
                options={[['', 'Any'], ...tags.map((tag) => [tag, tag] as const)]}
                onChange={(tag) => narrow('show a tag of a set', { tag: tag || null })}
              />
            </Line>
          )}
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={shown.ownOrder}
              onChange={({ target }) => narrow('change the order of a row', { ownOrder: target.checked })}
            />
            In an order of its own
          </label>
          {shown.without.length > 0 && (
            <Button small onClick={() => narrow('show what was left out', { without: [] })}>
              Show the {count(shown.without.length, 'picture')} left out here
            </Button>
          )}
        </Fold>
      ) : (
        <p className="text-soft">The set is not here any more: the row stands as it is.</p>
      )}
      {set && saysMore(row) && <AlsoInSet row={row} others={others.map(titleOf)} />}
    </section>
  )
}

/** What the row says of its own, said by the set as well: which posts that reaches is told before. */
function AlsoInSet({ row, others }: { row: Row; others: readonly string[] }) {
  const { changeRow } = useBoard()
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const [asked, setAsked] = useState(false)
  const [working, setWorking] = useState(false)
  const set = setOf(row.set!.id)!
  async function change() {
    setWorking(true)
    try {
      const { set: now } = await api.sets.open(set.id)
      const did = 'change it as a row has it'
      const open = await api.sets.change(set.id, { version: now.version, did, pictures: membersAsRow(now, row) })
      setStore.put([open.set])
      changeRow('follow the set again', row.id, (own) => following(afterInSet(own), setOf))
      await setsChanged(client)
      say(`“${set.name}” is changed${others.length ? `, and with it ${count(others.length, 'other post')}` : ''}.`)
    } catch (error) {
      refuse(error)
    }
    setWorking(false)
    setAsked(false)
  }
  return asked ? (
    <div role="alert" className="flex flex-col gap-1.5">
      <p>
        Order, what is left out and wording of this row become the set’s.{' '}
        {others.length === 0
          ? 'No other post shows it.'
          : `${listed(others.map((title) => `“${title}”`))} ${others.length === 1 ? 'shows' : 'show'} it too.`}
      </p>
      <div className="flex gap-2">
        <Button small look="ink" disabled={working} onClick={() => void change()}>
          Change the set
        </Button>
        <Button small onClick={() => setAsked(false)}>
          Here only
        </Button>
      </div>
    </div>
  ) : (
    <div className="flex items-center gap-2">
      <span className="flex-1 text-soft">Some of it is said here only.</span>
      <Button small onClick={() => setAsked(true)}>
        In the set too…
      </Button>
    </div>
  )
}
