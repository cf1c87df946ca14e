import { useState } from 'react'
import type { Held } from '../../../core/times/held.ts'
import { type Meant, momentsOf, wallTime } from '../../../core/times/wall-time.ts'
import type { Publication } from '../../../core/wire/post.ts'

/** A set time as it is being chosen. */
export interface AskedTime {
  readonly on: boolean
  readonly turn: (on: boolean) => void
  /** what clocks show; '' while it is not whole */
  readonly text: string
  readonly write: (text: string) => void
  readonly meant: Meant | null
  /** of two moments at which clocks show it, the later */
  readonly second: boolean
  readonly takeSecond: (second: boolean) => void
  /** null where none is set, or what is written is no time */
  readonly moment: string | null
}

export interface SetTimes {
  readonly from: AskedTime
  readonly until: AskedTime
  readonly problem: string | null
  /** null while they can't be kept */
  readonly held: Held | null
}

/** Set times of a post, as its blog's zone has them; they begin as it has them. */
export function useSetTimes({ from: begins, until: ends, state }: Publication, zone: string): SetTimes {
  const from = useAskedTime(state === 'planned' ? begins : null, zone, 1)
  const until = useAskedTime(ends, zone, 8)
  const problem = problemOf(from, until)
  return { from, until, problem, held: problem === null ? { from: from.moment, until: until.moment } : null }
}

/** A day of 24 hours, ms. */
const DAY_MS = 24 * 3_600_000

/** `ahead`: days from now that it is first proposed at, on the hour. */
function useAskedTime(known: string | null, zone: string, ahead: number): AskedTime {
  const at = known === null ? '' : wallTime(known, zone)
  const [asked, setAsked] = useState({ for: known, on: known !== null, text: at, second: isSecond(known, at, zone) })
  // As it stands on the blog now: another window may have set it, or its time has come.
  if (asked.for !== known) setAsked({ for: known, on: known !== null, text: at, second: isSecond(known, at, zone) })
  const { on, text, second } = asked
  const meant = on ? readAs(text, zone) : null
  return {
    on,
    turn: (next) => setAsked({ ...asked, on: next, text: text || proposed(zone, ahead) }),
    text,
    write: (next) => setAsked({ ...asked, text: next, second: false }),
    meant,
    second,
    takeSecond: (next) => setAsked({ ...asked, second: next }),
    moment: meant && (meant.moments[second ? 1 : 0] ?? meant.moments[0]!),
  }
}

function readAs(text: string, zone: string): Meant | null {
  try {
    return momentsOf(text, zone)
  } catch {
    return null
  }
}

const isSecond = (known: string | null, at: string, zone: string): boolean =>
  known !== null && Date.parse(readAs(at, zone)?.moments[1] ?? '') === Date.parse(known)

const proposed = (zone: string, ahead: number): string =>
  `${wallTime(new Date(Date.now() + ahead * DAY_MS).toISOString(), zone).slice(0, 11)}08:00`

function problemOf(from: AskedTime, until: AskedTime): string | null {
  const asked = [from, until].filter(({ on }) => on)
  if (asked.some(({ moment }) => moment === null)) return 'Give the day and the time.'
  if (asked.some(({ moment }) => Date.parse(moment!) <= Date.now())) return 'That time is over by now.'
  if (from.on && until.on && Date.parse(until.moment!) <= Date.parse(from.moment!))
    return 'The post would be withdrawn before it goes live.'
  return null
}
