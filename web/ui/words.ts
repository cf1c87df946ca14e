/** Numbers and times as people say them. */

export { capital, count } from '../../core/words/numbers.ts'

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })

/** "10:42" today, "14 Mar 2026" before. */
export function timeInWords(iso: string, now = new Date()): string {
  const date = new Date(iso)
  return date.toDateString() === now.toDateString() ? clock.format(date) : day.format(date)
}

/** "14 Mar 2026, 10:42" */
export const fullTime = (iso: string): string => `${day.format(new Date(iso))}, ${clock.format(new Date(iso))}`

const inZone = new Map<string, Record<'weekday' | 'clock', Intl.DateTimeFormat>>()
function formatsIn(zone: string) {
  const known = inZone.get(zone) ?? {
    weekday: new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      weekday: 'long',
      day: 'numeric',
      month: 'long',
      year: 'numeric',
    }),
    clock: new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' }),
  }
  inZone.set(zone, known)
  return known
}

/** "08:00", as clocks in the zone show it. */
export const clockIn = (moment: string, zone: string): string => formatsIn(zone).clock.format(new Date(moment))

/** "Monday 30 November 2026" */
export const weekdayIn = (moment: string, zone: string): string =>
  formatsIn(zone).weekday.format(new Date(moment)).replace(',', '')

/** "on Monday 30 November 2026 at 08:00" */
export const timeIn = (moment: string, zone: string): string =>
  `on ${weekdayIn(moment, zone)} at ${clockIn(moment, zone)}`
