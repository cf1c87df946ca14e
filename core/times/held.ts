/** From when on, and until when, readers are to have a post: ISO, UTC; null for at once, and for always. */
export interface Held {
  readonly from: string | null
  readonly until: string | null
}

export const ALWAYS: Held = { from: null, until: null }

/** How a post that is held stands at a moment: before its time, in it, after it. */
export function standsAt({ from, until }: Held, now: Date): 'planned' | 'live' | 'over' {
  if (until !== null && Date.parse(until) <= now.getTime()) return 'over'
  return from !== null && Date.parse(from) > now.getTime() ? 'planned' : 'live'
}

/** What of it is still to come: what is over by then says nothing. */
export const stillHeld = ({ from, until }: Held, now: Date): Held => {
  const ahead = (moment: string | null) => (moment !== null && Date.parse(moment) > now.getTime() ? moment : null)
  return { from: ahead(from), until: ahead(until) }
}

/** The moments after this one at which posts, or anything else, begin or end: each once, soonest first. */
export function momentsAfter(now: Date, moments: Iterable<string | null>): Date[] {
  const times = new Set<number>()
  for (const moment of moments) if (moment !== null && Date.parse(moment) > now.getTime()) times.add(Date.parse(moment))
  return [...times].sort((a, b) => a - b).map((time) => new Date(time))
}
