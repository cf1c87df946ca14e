const MONTHS = 'January February March April May June July August September October November December'.split(' ')

/** "14 March 2026" of an ISO date. */
export function longDate(iso: string): string {
  const [year, month, day] = iso.slice(0, 10).split('-').map(Number)
  return `${day} ${MONTHS[month! - 1]} ${year}`
}
