import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { titleOf } from '../../../core/post/post.ts'
import { dayIn } from '../../../core/times/zones.ts'
import type { TimesToCome } from '../../../core/wire/post.ts'
import { api } from '../../api/client.ts'
import { useHouse } from '../../api/queries.ts'
import { clockIn, weekdayIn } from '../../ui/words.ts'

/** Timers can't wait longer, ms. */
const LONGEST_MS = 24 * 3_600_000

/** What goes live and what is withdrawn at set times, by day. */
export function ToCome() {
  const client = useQueryClient()
  const { timeZone: zone } = useHouse()
  const { data: times = [] } = useQuery({ queryKey: ['posts', 'times'], queryFn: api.posts.times })
  const next = times[0]?.at
  useEffect(() => {
    if (!next) return
    const wait = Math.min(LONGEST_MS, Math.max(1000, Date.parse(next) - Date.now() + 500))
    const timer = setTimeout(() => void client.invalidateQueries({ queryKey: ['posts'] }), wait)
    return () => clearTimeout(timer)
  }, [next, client])
  if (times.length === 0) return null
  const days = new Map<string, TimesToCome['times']>()
  for (const one of times) {
    const day = dayIn(one.at, zone)
    days.set(day, [...(days.get(day) ?? []), one])
  }
  return (
    <section aria-label="Times to come" className="border-l-[3px] border-blueink bg-paper px-4 py-2.5">
      <h2 className="font-semibold">To come</h2>
      <ul>
        {[...days].map(([day, ofDay]) => (
          <li key={day} className="mt-1 grid grid-cols-[190px_1fr] gap-x-3 max-md:grid-cols-1">
            <span>{weekdayIn(ofDay[0]!.at, zone)}</span>
            <ul>
              {ofDay.map(({ id, title, at, will }) => (
                <li key={`${id} ${will}`} data-links className="flex items-baseline gap-3">
                  <span className="figures w-12 shrink-0">{clockIn(at, zone)}</span>
                  <span>
                    <Link className="underline decoration-hairline underline-offset-4" to={`/posts/${id}`}>
                      {titleOf({ title })}
                    </Link>{' '}
                    {will === 'end' ? 'is withdrawn' : 'goes live'}
                  </span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  )
}
