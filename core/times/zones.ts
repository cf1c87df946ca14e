import { z } from 'zod'

const isZone = (name: string): boolean => {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: name }))
  } catch {
    return false
  }
}

/** A time zone by its IANA name: "Europe/Dublin". */
export const TimeZone = z.string().min(1).max(64).refine(isZone, 'expected the name of a time zone')

/** Every zone that is known here, by name. */
export const timeZones = (): string[] => [...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')])]

/** The same as people look for it: "Isle of Man, Europe" for "Europe/Isle_of_Man". */
export const zoneInWords = (zone: string): string => zone.replaceAll('_', ' ').split('/').reverse().join(', ')

/** A day without a time is kept as midnight in UTC. */
const DAY_ALONE = /T00:00(:00(\.0+)?)?Z$/

/** The very moment, told from a day without a time. */
export const asMoment = (iso: string): string =>
  DAY_ALONE.test(iso) ? new Date(Date.parse(iso) + 1).toISOString() : iso

const formats = new Map<string, Intl.DateTimeFormat>()
/** The day that it is in a zone at this moment, as "2026-03-14"; of a day without a time, that day. */
export function dayIn(iso: string, zone: string): string {
  if (!iso.includes('T') || DAY_ALONE.test(iso) || zone === 'UTC') return iso.slice(0, 10)
  const format =
    formats.get(zone) ??
    new Intl.DateTimeFormat('en-CA', { timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' })
  formats.set(zone, format)
  return format.format(new Date(iso))
}
