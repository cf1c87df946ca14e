import { readFileSync } from 'node:fs'
import path from 'node:path'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import type { Picture } from '../../core/wire/picture.ts'
import { testApp } from '../testing/test-app.ts'

/** Four quarters, red, green, blue and white, in Display P3, stored a quarter turn round with a mark that says so. */
const QUARTERS = readFileSync(path.join(import.meta.dirname, '../testing/fixtures/quarters.heic'))

describe('a phone’s picture', () => {
  it('is shown upright, in the colours that it was taken in, with its texts', async () => {
    const { bringIn, folder, intake } = await testApp()
    const { status, body } = await bringIn('IMG_0001.HEIC', QUARTERS)
    expect(status).toBe(201)
    const picture = body.picture as Picture
    expect(picture).toMatchObject({
      format: 'HEIC',
      width: 240,
      height: 160,
      frames: 1,
      caption: 'Four quarters',
      credit: 'Ilse Varga',
      title: '',
    })
    await intake.idle()
    const [file] = picture.renditions
    const { data, info } = await sharp(path.join(folder, 'renditions', file!.file))
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect([info.width, info.height]).toEqual([240, 160])
    const at = (x: number, y: number) => [...data.subarray((y * info.width + x) * info.channels).subarray(0, 3)]
    const near = (found: number[], wanted: number[]) =>
      found.forEach((value, i) => expect(Math.abs(value - wanted[i]!)).toBeLessThan(12))
    near(at(60, 40), [255, 0, 0])
    near(at(180, 40), [0, 192, 0])
    near(at(60, 120), [0, 0, 255])
    near(at(180, 120), [255, 255, 255])
  })

  it('that was cut off or is damaged is refused in words, and leaves nothing', async () => {
    const { bringIn, client } = await testApp()
    for (const cut of [QUARTERS.length - 200, 1500, 60]) {
      const { status, body } = await bringIn('IMG_0002.HEIC', QUARTERS.subarray(0, cut))
      expect(status).toBe(422)
      expect(body.code).toMatch(/^(damaged-picture|picture-cut|not-a-picture|unreadable-kind)$/)
    }
    const damaged = Buffer.from(QUARTERS)
    damaged.fill(0x55, QUARTERS.length - 700, QUARTERS.length - 400)
    const { status } = await bringIn('IMG_0003.HEIC', damaged)
    expect([201, 422]).toContain(status)
    const left = (await client.get('/api/pictures').set('host', 'localhost')).body.pictures as Picture[]
    expect(left).toHaveLength(status === 201 ? 1 : 0)
  })
})
