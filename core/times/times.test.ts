import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { longDate } from '../readers/languages.ts'
import { momentsAfter, standsAt, stillHeld } from './held.ts'
import { momentsOf, offsetIn, wallTime } from './wall-time.ts'
import { asMoment, dayIn, timeZones, zoneInWords } from './zones.ts'

const DUBLIN = 'Europe/Dublin'
const minute = fc.integer({ min: Date.parse('1990-01-01') / 60e3, max: Date.parse('2060-01-01') / 60e3 })

describe('a time on the clock', () => {
  it('means one moment, two where clocks are put back over it, and a later one where they skip it', () => {
    expect(momentsOf('2026-07-01T08:00', DUBLIN)).toEqual({ moments: ['2026-07-01T07:00:00.000Z'], skipped: false })
    expect(momentsOf('2026-10-25T01:30', DUBLIN)).toEqual({
      moments: ['2026-10-25T00:30:00.000Z', '2026-10-25T01:30:00.000Z'],
      skipped: false,
    })
    expect(momentsOf('2026-03-29T01:30', DUBLIN)).toEqual({ moments: ['2026-03-29T01:30:00.000Z'], skipped: true })
    expect(wallTime('2026-03-29T01:30:00Z', DUBLIN)).toBe('2026-03-29T02:30')
    // Clocks there are put forward by half an hour only.
    expect(momentsOf('2026-10-04T02:15', 'Australia/Lord_Howe').moments).toEqual(['2026-10-03T15:45:00.000Z'])
    for (const text of ['', '2026-02-30T08:00', '25:00']) expect(() => momentsOf(text, DUBLIN)).toThrow(RangeError)
  })
  it('is read back as the moment that it was told of, in every zone', () => {
    fc.assert(
      fc.property(fc.constantFrom(...timeZones()), minute, (zone, minutes) => {
        const moment = new Date(minutes * 60e3).toISOString()
        const meant = momentsOf(wallTime(moment, zone), zone)
        expect(meant.moments).toContain(moment)
        expect(meant.skipped).toBe(false)
        expect(meant.moments.map((one) => wallTime(one, zone))).toEqual(meant.moments.map(() => wallTime(moment, zone)))
        expect(dayIn(asMoment(moment), zone)).toBe(wallTime(moment, zone).slice(0, 10))
      }),
      { numRuns: 400 },
    )
  })
  it('is told with how far its zone is from UTC', () => {
    const told = ['2026-01-01T00:00:00Z', '2026-07-01T00:00:00Z'].map((moment) => offsetIn(moment, DUBLIN))
    expect(told).toEqual(['UTC', 'UTC+1'])
    expect(offsetIn('2026-01-01T00:00:00Z', 'America/St_Johns')).toBe('UTC−3:30')
    expect(zoneInWords('America/Argentina/Buenos_Aires')).toBe('Buenos Aires, Argentina, America')
  })
})

describe('a day', () => {
  it('is that of the blog’s zone, unless it is a day without a time', () => {
    expect(longDate('2026-03-14T23:30:00.000Z', 'en', 'Asia/Tokyo')).toBe('15 March 2026')
    expect(longDate('2026-03-14T03:30:00.000Z', 'de', 'America/New_York')).toBe('13. März 2026')
    for (const day of ['2026-03-14', '2026-03-14T00:00:00Z', '2026-03-14T00:00:00.000Z'])
      expect(longDate(day, 'en', 'America/New_York')).toBe('14 March 2026')
    expect(dayIn(asMoment('2026-03-14T00:00:00.000Z'), 'America/New_York')).toBe('2026-03-13')
  })
})

describe('what is held', () => {
  const [before, at, after] = ['07:59:59.999', '08:00', '08:01'].map((time) => new Date(`2026-03-14T${time}Z`)) as [
    Date,
    Date,
    Date,
  ]
  it('is planned before its time, live from then on, and over from its end on', () => {
    const from = { from: at.toISOString(), until: null }
    expect([before, at, after].map((now) => standsAt(from, now))).toEqual(['planned', 'live', 'live'])
    const until = { from: null, until: at.toISOString() }
    expect([before, at, after].map((now) => standsAt(until, now))).toEqual(['live', 'over', 'over'])
    expect(stillHeld({ from: before.toISOString(), until: after.toISOString() }, at)).toEqual({
      from: null,
      until: after.toISOString(),
    })
  })
  it('has its moments to come once each, soonest first', () => {
    const all = [after, before, at, after].map((one) => one.toISOString())
    expect(momentsAfter(before, [...all, null])).toEqual([at, after])
  })
})
