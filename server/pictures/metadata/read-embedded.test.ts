import { ExifTool } from 'exiftool-vendored'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { cameraTime, type EmbeddedTexts, readEmbedded } from './read-embedded.ts'

/** Files written by exiftool, which knows the standards: each form in each format that can hold it. */

const folder = mkdtempSync(path.join(tmpdir(), 'set-row-texts-'))
const exiftool = new ExifTool({ maxProcs: 2 })
let plain: Record<string, Buffer>

beforeAll(async () => {
  const drawn = sharp({ create: { width: 48, height: 32, channels: 3, background: '#7cc3e2' } })
  const formats = ['jpeg', 'png', 'webp', 'avif', 'tiff'] as const
  plain = Object.fromEntries(
    await Promise.all(
      formats.map(async (format) => [format, await drawn.clone().toFormat(format).toBuffer()] as const),
    ),
  )
})
afterAll(async () => {
  await exiftool.end()
  rmSync(folder, { recursive: true, force: true })
})

let files = 0
async function read(format: string, tags: readonly string[], name = 'KM_0001.JPG'): Promise<EmbeddedTexts> {
  const file = path.join(folder, `${++files}.${format === 'jpeg' ? 'jpg' : format}`)
  writeFileSync(file, plain[format]!)
  await exiftool.write(file, {}, { writeArgs: ['-overwrite_original', ...tags] })
  return readEmbedded(file, name)
}

const ALL = ['jpeg', 'png', 'webp', 'avif', 'tiff']
const WORDS = 'Orla’s kite — “Łódź & Würzburg” <first>'
const LONG = 'Wind from the north-west. '.repeat(3000)

const FORMS: Record<string, { formats: readonly string[]; tags: string[]; gives: Partial<EmbeddedTexts> }> = {
  'EXIF as UTF-8': {
    formats: ALL,
    tags: [`-EXIF:ImageDescription=${WORDS}`, '-EXIF:Artist=Orla Venn', '-EXIF:DateTimeOriginal=2026:03:14 08:00:05'],
    gives: { caption: WORDS, credit: 'Orla Venn', takenAt: '2026-03-14T08:00:05' },
  },
  'EXIF in Latin-1': {
    formats: ['jpeg', 'tiff', 'webp'],
    tags: ['-charset', 'exif=Latin1', '-EXIF:ImageDescription=Über den Dünen'],
    gives: { caption: 'Über den Dünen' },
  },
  'a comment of the user in UTF-16': {
    formats: ['jpeg', 'webp', 'tiff'],
    tags: [`-EXIF:UserComment=${WORDS}`],
    gives: { caption: WORDS },
  },
  'XP fields in UTF-16': {
    formats: ['jpeg', 'tiff', 'webp'],
    tags: [
      `-EXIF:XPTitle=${WORDS}`,
      '-EXIF:XPAuthor=Tam Hollis',
      '-EXIF:XPKeywords=launch;slip, north',
      '-EXIF:XPSubject=Dunes',
    ],
    gives: { title: WORDS, credit: 'Tam Hollis', tags: ['launch', 'slip, north'], caption: 'Dunes' },
  },
  'IPTC that says it is UTF-8': {
    formats: ['jpeg', 'tiff', 'png'],
    tags: [
      '-IPTC:CodedCharacterSet=UTF8',
      `-IPTC:Caption-Abstract=${WORDS}`,
      '-IPTC:By-line=Orla Venn',
      '-IPTC:Keywords=Łódź',
      '-IPTC:Keywords=one, two',
    ],
    gives: { caption: WORDS, credit: 'Orla Venn', tags: ['Łódź', 'one, two'] },
  },
  'IPTC in UTF-8 that does not say so': {
    formats: ['jpeg', 'tiff'],
    tags: ['-charset', 'iptc=UTF8', `-IPTC:Caption-Abstract=${WORDS}`, '-IPTC:ObjectName=Łódź'],
    gives: { caption: WORDS, title: 'Łódź' },
  },
  'IPTC in Latin-1': {
    formats: ['jpeg', 'tiff'],
    tags: ['-charset', 'iptc=Latin', '-IPTC:Caption-Abstract=Über den Dünen', '-IPTC:Keywords=Dünen'],
    gives: { caption: 'Über den Dünen', tags: ['Dünen'] },
  },
  'a date in IPTC alone': {
    formats: ['jpeg'],
    tags: ['-IPTC:DateCreated=2026:03:14', '-IPTC:TimeCreated=08:00:05+01:00'],
    gives: { takenAt: '2026-03-14T08:00:05' },
  },
  'XMP with entities': {
    formats: ALL,
    tags: [`-XMP-dc:Title=${WORDS}`, `-XMP-dc:Description=${WORDS}`, `-XMP-iptcCore:AltTextAccessibility=${WORDS}`],
    gives: { title: WORDS, caption: WORDS, alt: WORDS },
  },
  'XMP as attributes': {
    formats: ALL,
    tags: [
      '-api',
      'Compact=Shorthand',
      `-XMP-photoshop:Headline=${WORDS}`,
      '-XMP-photoshop:Credit=Orla Venn',
      '-XMP-photoshop:DateCreated=2026:03:14 08:00:05+02:00',
    ],
    gives: { title: WORDS, credit: 'Orla Venn', takenAt: '2026-03-14T08:00:05' },
  },
  'alternatives in three languages': {
    formats: ALL,
    tags: [
      '-XMP-dc:Title-de=Drachen',
      '-XMP-dc:Title=Kites',
      '-XMP-dc:Title-pl=Latawce',
      '-XMP-dc:Description-de=Über',
      '-XMP-dc:Description-en-GB=Over',
    ],
    gives: { title: 'Kites' },
  },
  'lists in XMP': {
    formats: ALL,
    tags: [
      '-XMP-dc:Creator=Orla Venn',
      '-XMP-dc:Creator=Tam Hollis',
      '-XMP-dc:Subject=launch',
      '-XMP-dc:Subject=slip, north',
    ],
    gives: { credit: 'Orla Venn, Tam Hollis', tags: ['launch', 'slip, north'] },
  },
  'XMP over 64 kB': {
    formats: ['jpeg', 'webp', 'png'],
    tags: [`-XMP-dc:Rights=${LONG}`, `-XMP-xmp:Label=${LONG}`, '-XMP-dc:Title=Kites'],
    gives: { title: 'Kites' },
  },
  'XMP before IPTC before EXIF': {
    formats: ['jpeg', 'tiff'],
    tags: ['-XMP-dc:Description=newest', '-IPTC:Caption-Abstract=older', '-EXIF:ImageDescription=oldest'],
    gives: { caption: 'newest' },
  },
  'dates that no calendar has': {
    formats: ['jpeg'],
    tags: ['-EXIF:DateTimeOriginal#=2026:02:30 08:00:00', '-EXIF:CreateDate#=0000:00:00 00:00:00'],
    gives: { takenAt: null },
  },
  'what cameras write by themselves': {
    formats: ['jpeg', 'tiff'],
    tags: [
      '-EXIF:ImageDescription=OLYMPUS DIGITAL CAMERA',
      '-XMP-dc:Title=DSC_0042',
      '-EXIF:XPTitle=SAMSUNG CAMERA PICTURES',
      '-XMP-iptcCore:AltTextAccessibility=KM_0001.jpg',
    ],
    gives: { title: '', caption: '', alt: '' },
  },
}

describe('texts in files', () => {
  for (const [form, { formats, tags, gives }] of Object.entries(FORMS))
    it.each(formats)(`${form}, in %s`, async (format) => {
      expect(await read(format, tags)).toMatchObject(gives)
    })

  it('are nothing in a file without any', async () => {
    for (const format of ALL)
      expect(await read(format, ['-EXIF:Orientation#=1'])).toEqual({
        title: '',
        alt: '',
        caption: '',
        credit: '',
        tags: [],
        takenAt: null,
      })
  })

  it('by any prefix, in CDATA, and with a document type that would explode', async () => {
    const packet = `<!DOCTYPE x [<!ENTITY a "boom"><!ENTITY b "&a;&a;">]><z:xmpmeta xmlns:z="adobe:ns:meta/"><r:RDF xmlns:r="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><r:Description xmlns:d="http://purl.org/dc/elements/1.1/" xmlns:dc="urn:other"><d:title><r:Alt><r:li xml:lang="x-default"><![CDATA[Up & <away>]]></r:li></r:Alt></d:title><d:description><r:Alt><r:li>&b; &#x141;&#243;d&#378;</r:li></r:Alt></d:description><dc:creator>nobody</dc:creator></r:Description></r:RDF></z:xmpmeta>`
    const file = path.join(folder, 'prefix.jpg')
    writeFileSync(file, await sharp(plain.jpeg!).withXmp(packet).toBuffer())
    expect(await readEmbedded(file, 'a.jpg')).toMatchObject({ title: 'Up & <away>', caption: '&b; Łódź', credit: '' })
  })

  it('that are cut off or point out of themselves count as absent', async () => {
    const whole = await sharp(plain.jpeg!)
      .withExif({ IFD0: { ImageDescription: 'Over the dunes' } })
      .toBuffer()
    const at = whole.indexOf('Exif')
    for (const wrong of [0xff, 0x7f, 0x01]) {
      const broken = Buffer.from(whole)
      broken.fill(wrong, at + 10, at + 22)
      const file = path.join(folder, `broken-${wrong}.jpg`)
      writeFileSync(file, broken)
      expect(await readEmbedded(file, 'a.jpg')).toMatchObject({ title: '' })
    }
  })
})

describe('a time', () => {
  it.each([
    ['2026:03:14 08:00:05', '2026-03-14T08:00:05'],
    ['2026-03-14T08:00+01:00', '2026-03-14T08:00:00'],
    ['2024:02:29 23:59:59', '2024-02-29T23:59:59'],
    ['2023:02:29 10:00:00', null],
    ['2026:13:01 10:00:00', null],
    ['2026:03:14 24:00:00', null],
    ['0000:00:00 00:00:00', null],
    ['    :  :     :  :  ', null],
    ['', null],
  ])('%s is %s', (text, time) => expect(cameraTime(text)).toBe(time))
})
