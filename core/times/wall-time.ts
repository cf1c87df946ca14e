import { Temporal } from 'temporal-polyfill'

/** What clocks show: "2026-03-28T08:00", to the minute. */
export type WallTime = string

/** The moments at which clocks in a zone show one time. */
export interface Meant {
  /** ISO, UTC, earliest first: two where clocks are put back over it. One where they are put forward over it: as long after the change as it would have been. */
  readonly moments: readonly string[]
  /** clocks never show it that day, as they are put forward over it */
  readonly skipped: boolean
}

/** What clocks in this zone show at a moment. `zone` by its IANA name; throws `RangeError` for one that is not known. */
export const wallTime = (moment: string, zone: string): WallTime =>
  Temporal.Instant.from(moment).toZonedDateTimeISO(zone).toPlainDateTime().toString({ smallestUnit: 'minute' })

/** The moments that a time on the clock means in this zone. Throws `RangeError` for what is no time. */
export function momentsOf(time: WallTime, zone: string): Meant {
  const plain = Temporal.PlainDateTime.from(time)
  const [earlier, later] = (['earlier', 'later'] as const).map((disambiguation) =>
    plain.toZonedDateTime(zone, { disambiguation }),
  ) as [Temporal.ZonedDateTime, Temporal.ZonedDateTime]
  const iso = (one: Temporal.ZonedDateTime) => new Date(one.epochMilliseconds).toISOString()
  if (earlier.equals(later)) return { moments: [iso(earlier)], skipped: false }
  return earlier.toPlainDateTime().equals(plain)
    ? { moments: [iso(earlier), iso(later)], skipped: false }
    : { moments: [iso(later)], skipped: true }
}

/** How far clocks in this zone are from UTC at a moment: "UTC+1", "UTC−3:30", "UTC". */
export function offsetIn(moment: string, zone: string): string {
  const minutes = Temporal.Instant.from(moment).toZonedDateTimeISO(zone).offsetNanoseconds / 60e9
  if (minutes === 0) return 'UTC'
  const [hours, rest] = [Math.floor(Math.abs(minutes) / 60), Math.abs(minutes) % 60]
  return `UTC${minutes < 0 ? '−' : '+'}${hours}${rest ? `:${String(rest).padStart(2, '0')}` : ''}`
}
