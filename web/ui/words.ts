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
