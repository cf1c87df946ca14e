import { existsSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { gzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { ReaderFiles } from '../core/wire/house.ts'

const folder = path.resolve(import.meta.dirname, '../dist/reader')
const KB = 1000

/** Bytes that a reader fetches for these files, compressed as hosts send them. */
const sent = (...files: (string | null)[]): number =>
  files.reduce(
    (sum, file) => sum + (file ? gzipSync(readFileSync(path.join(folder, file)), { level: 9 }).length : 0),
    0,
  )

describe('the reader script', () => {
  if (!existsSync(path.join(folder, 'files.json')))
    throw new Error('The reader script is not built. Run bin/test, or npm run build.')
  const { starter, parts } = ReaderFiles.parse(JSON.parse(readFileSync(path.join(folder, 'files.json'), 'utf8')))
  it('of a page with a slideshow is at most 14 kB', () =>
    expect(sent(starter, parts.slideshow.script, parts.slideshow.style)).toBeLessThanOrEqual(14 * KB))
  it('of a page that enlarges is at most 26 kB', () =>
    expect(sent(starter, parts.enlarge.script, parts.enlarge.style)).toBeLessThanOrEqual(26 * KB))
  it('of a page with a filtered gallery is at most 3 kB', () =>
    expect(sent(starter, parts.gallery.script)).toBeLessThanOrEqual(3 * KB))
  it('of a page before any of it is needed is at most 1.6 kB', () =>
    expect(sent(starter)).toBeLessThanOrEqual(1.6 * KB))
})
