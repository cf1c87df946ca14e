import sharp from 'sharp'
import { expect, it } from 'vitest'
import { carriedWebp } from './carried-webp.ts'

const TEXTS = { alt: 'A kite “over” <the> slip', caption: 'Up', credit: 'Orla', title: 'Kite', licence: 'CC BY 4.0' }
const source = (channels: 3 | 4, width = 301) =>
  sharp({
    create: {
      width,
      height: 77,
      channels,
      background: { r: 200, g: 30, b: 30, ...(channels === 4 ? { alpha: 0.5 } : {}) },
    },
  })

it('a WebP file of any kind has its very px, and says what it shows; twice is once', async () => {
  const frames = await Promise.all([10, 200].map((r) => source(3).tint({ r, g: 0, b: 0 }).png().toBuffer()))
  const kinds = [
    await source(3).webp().toBuffer(),
    await source(3).webp({ lossless: true }).toBuffer(),
    await source(4).webp().toBuffer(),
    await source(4).webp({ lossless: true }).toBuffer(),
    await source(3, 1).webp().withXmp('<x/>').toBuffer(),
    await sharp(frames, { join: { animated: true } })
      .webp()
      .toBuffer(),
  ]
  for (const file of kinds) {
    const carried = carriedWebp(file, TEXTS)!
    const px = (bytes: Buffer) => sharp(bytes, { animated: true }).raw().toBuffer()
    expect((await px(carried)).equals(await px(file))).toBe(true)
    const [before, after] = await Promise.all([sharp(file).metadata(), sharp(carried).metadata()])
    expect([after.width, after.height, after.hasAlpha, after.pages]).toEqual([
      before.width,
      before.height,
      before.hasAlpha,
      before.pages,
    ])
    expect(after.xmp?.toString()).toContain('A kite “over” &lt;the&gt; slip')
    expect(carriedWebp(carried, TEXTS)!.equals(carried)).toBe(true)
  }
})

it('what is no whole WebP is left alone', async () => {
  const file = await source(3).webp().toBuffer()
  for (const cut of [0, 11, 19, 25, file.length - 40]) expect(carriedWebp(file.subarray(0, cut), TEXTS)).toBeUndefined()
  expect(carriedWebp(await source(3).jpeg().toBuffer(), TEXTS)).toBeUndefined()
  const odd = Buffer.from(file)
  odd.write('VP9 ', 12, 'latin1')
  expect(carriedWebp(odd, TEXTS)).toBeUndefined()
})
