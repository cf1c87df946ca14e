import fc from 'fast-check'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp, { type Sharp } from 'sharp'
import { afterAll, describe, expect, it } from 'vitest'
import { heightAt, heightOfFile, jpegWidthFor, ladderFor } from '../../core/files/ladder.ts'
import type { Picture } from '../../core/wire/picture.ts'
import { ask, testApp } from '../testing/test-app.ts'
import { Refusal } from '../refusal.ts'
import { decode } from './decode.ts'

const folder = mkdtempSync(path.join(tmpdir(), 'set-row-shapes-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

interface Size {
  readonly width: number
  readonly height: number
}
type Colour = readonly [number, number, number]
/** Top left, top right, bottom left, bottom right. */
const QUARTERS: readonly Colour[] = [
  [210, 40, 40],
  [40, 170, 60],
  [50, 60, 200],
  [225, 215, 70],
]

/** A picture in four colours, by quarters. */
function inQuarters({ width, height }: Size): Sharp {
  const data = Buffer.alloc(3 * width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data.set(QUARTERS[2 * Number(2 * y >= height) + Number(2 * x >= width)]!, 3 * (y * width + x))
  return sharp(data, { raw: { width, height, channels: 3 } })
}

/** The mean of each quarter, without what lies near to the middle and to the edges. */
function quartersOf({ data, width, height }: Size & { readonly data: Uint8Array }): Colour[] {
  const inner = (half: 0 | 1, length: number) =>
    [Math.ceil((half / 2 + 0.15) * length), Math.floor((half / 2 + 0.35) * length)] as const
  return QUARTERS.map((_, i) => {
    const [x0, x1] = inner((i % 2) as 0 | 1, width)
    const [y0, y1] = inner(i < 2 ? 0 : 1, height)
    const sums = [0, 0, 0]
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) for (let c = 0; c < 3; c++) sums[c]! += data[3 * (y * width + x) + c]!
    return sums.map((sum) => sum / ((x1 - x0) * (y1 - y0))) as unknown as Colour
  })
}

function expectQuarters(found: readonly Colour[], wanted: readonly Colour[] = QUARTERS): void {
  for (const [i, colour] of found.entries())
    for (const [c, value] of colour.entries()) expect(Math.abs(value - wanted[i]![c]!)).toBeLessThan(8)
}

/** Sides from a px to more than any file has, and shapes up to 1 : 1000. */
const SIZE = fc.tuple(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: -1000, max: 1000 })).map(([size, shape]) => {
  const side = 30 * 100 ** (size / 1000)
  const half = Math.sqrt(1000 ** (shape / 1000))
  return {
    width: Math.min(9000, Math.max(1, Math.round(side * half))),
    height: Math.min(9000, Math.max(1, Math.round(side / half))),
  }
})

describe('a picture that is decoded', () => {
  it('has its own shape and shows all of itself, upright, at any width: any format, any shape', async () => {
    const property = fc.asyncProperty(
      SIZE,
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.constantFrom('jpeg', 'png', 'webp', 'tiff'),
      fc.constantFrom(1, 6),
      async (size, share, format, orientation) => {
        const file = path.join(folder, 'one')
        const drawn = inQuarters(size).toFormat(format, format === 'jpeg' ? { quality: 95 } : {})
        await drawn.withMetadata({ orientation }).toFile(file)
        const lying = orientation === 6
        const upright = lying ? { width: size.height, height: size.width } : size
        const width = Math.max(1, Math.round(upright.width ** share))
        const shown = await decode(file, { ...upright, format: format === 'jpeg' ? 'JPEG' : 'other' }, width)
        expect([shown.width, shown.height]).toEqual([width, heightAt(upright, width)])
        // In what is thinner nothing but edges is to be seen.
        if (Math.min(shown.width, shown.height) < 12) return
        // Turned by a quarter clockwise, what was at the foot on the left is at the top there.
        const [a, b, c, d] = QUARTERS as [Colour, Colour, Colour, Colour]
        expectQuarters(quartersOf(shown), lying ? [c, a, d, b] : QUARTERS)
      },
    )
    await fc.assert(property, { numRuns: 60 })
  }, 300_000)
  it('is refused where it is cut off, also where it is decoded at a part of its size', async () => {
    const file = path.join(folder, 'cut')
    const whole = await inQuarters({ width: 3000, height: 2000 }).jpeg().toBuffer()
    for (const [width, part] of [
      [1400, 2],
      [700, 4],
      [370, 8],
    ] as const) {
      expect(Math.floor(3000 / width)).toBe(part)
      writeFileSync(file, whole)
      expect(await decode(file, { width: 3000, height: 2000, format: 'JPEG' }, width)).toMatchObject({ width })
      writeFileSync(file, whole.subarray(0, whole.length / 2))
      await expect(decode(file, { width: 3000, height: 2000, format: 'JPEG' }, width)).rejects.toMatchObject({
        code: 'picture-cut',
      })
    }
  })
  it.each([false, true])(
    'is taken whole where nothing is missing but the end mark; progressive: %s',
    async (progressive) => {
      const file = path.join(folder, 'unended')
      const whole = await inQuarters({ width: 900, height: 600 }).jpeg({ progressive }).toBuffer()
      const size = { width: 900, height: 600, format: 'JPEG' }
      writeFileSync(file, whole)
      const { data } = await decode(file, size, 900)
      for (const missing of [1, 2]) {
        writeFileSync(file, whole.subarray(0, -missing))
        expect((await decode(file, size, 900)).data.equals(data)).toBe(true)
      }
      for (const missing of [8, 40, 400]) {
        writeFileSync(file, whole.subarray(0, -missing))
        await expect(decode(file, size, 900)).rejects.toMatchObject({ code: 'picture-cut' })
      }
    },
  )
  it('is refused where its file is gone', async () => {
    const size = { width: 900, height: 600, format: 'JPEG' }
    await expect(decode(path.join(folder, 'nowhere'), size, 900)).rejects.toBeInstanceOf(Refusal)
  })
  it('is told from others that are cut or unended in the same moment', async () => {
    const whole = await inQuarters({ width: 900, height: 600 }).jpeg().toBuffer()
    const size = { width: 900, height: 600, format: 'JPEG' }
    const files = [1, 400, 2, 900].map((missing) => {
      const file = path.join(folder, `together-${missing}`)
      writeFileSync(file, whole.subarray(0, -missing))
      return file
    })
    const told = (file: string) =>
      decode(file, size, 900).then(
        () => 'taken',
        ({ code }: { code: string }) => code,
      )
    for (let turn = 0; turn < 30; turn++)
      expect(await Promise.all(files.map(told))).toEqual(['taken', 'picture-cut', 'taken', 'picture-cut'])
  })
})

describe('files of a picture', () => {
  it.each([
    [1080, 3240],
    [4032, 3024],
    [3024, 4032],
    [6001, 4003],
    [300, 9000],
    [7000, 60],
    [3, 3000],
  ])('%i × %i have its shape to the px, the one for feeds too', async (width, height) => {
    const app = await testApp()
    const { body } = await app.bringIn('one.jpg', await inQuarters({ width, height }).jpeg().toBuffer())
    await app.intake.idle()
    const { renditions } = (await ask(app, 'get', `/api/pictures/${body.picture.id}`)).body as Picture
    expect(renditions).toHaveLength(ladderFor(width, height).length + 1)
    for (const made of renditions) {
      expect(made.height).toBe(heightOfFile({ width, height }, made.width))
      const { data, info } = await sharp(path.join(app.folder, 'renditions', made.file))
        .removeAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true })
      expect([info.width, info.height]).toEqual([made.width, made.height])
      if (Math.min(info.width, info.height) >= 12) expectQuarters(quartersOf({ data, ...info }))
    }
    expect(renditions.find(({ format }) => format === 'jpeg')!.width).toBe(jpegWidthFor(width, height))
  })
})

describe('files that an older program squeezed', () => {
  it('are made anew, and no others', async () => {
    const app = await testApp()
    const { body } = await app.bringIn('one.jpg', await inQuarters({ width: 1080, height: 3240 }).jpeg().toBuffer())
    await app.bringIn('two.jpg', await inQuarters({ width: 1801, height: 7 }).jpeg().toBuffer())
    await app.intake.idle()
    const { db } = app
    const rows = () => db.prepare('SELECT file, width, height FROM renditions ORDER BY file').all()
    const right = rows()
    db.exec(`UPDATE renditions SET height = 1707 WHERE picture_id = '${body.picture.id}' AND width = 720`)
    db.exec(
      `UPDATE renditions SET width = 1080, height = 2560 WHERE picture_id = '${body.picture.id}' AND format = 'jpeg'`,
    )
    const upgrade = path.resolve(import.meta.dirname, '../database/migrations/0020-true-shapes.sql')
    expect(db.prepare(readFileSync(upgrade, 'utf8')).run().changes).toBe(2)
    app.intake.takeUp()
    await app.intake.idle()
    expect(rows()).toEqual(right)
  })
})

describe('a longest edge', () => {
  it('leaves tall pictures their shape', async () => {
    const app = await testApp()
    const { body: house } = await ask(app, 'get', '/api/house')
    await ask(app, 'put', '/api/house', { ...house, intakeEdge: 4000 })
    const { body } = await app.bringIn('tall.jpg', await inQuarters({ width: 2400, height: 4800 }).jpeg().toBuffer())
    expect(body.picture).toMatchObject({ width: 2000, height: 4000 })
  })
})
