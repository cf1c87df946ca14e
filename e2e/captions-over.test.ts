import sharp from 'sharp'
import { expect, it } from 'vitest'
import { contrast, READABLE_CONTRAST } from '../core/house/contrast.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import { bringIn, createPost, openWindow, PHONE, publishPost, WIDE } from './journey.ts'

const CAPTION = 'Low water on the ninth of March, with the long line out over the sands and nobody else there'

it('a caption over a single picture is there without pointing, takes no room, and can be read even over white', async () => {
  const white = sharp({ create: { width: 1200, height: 800, channels: 3, background: '#ffffff' } }).jpeg()
  const { id } = await bringIn('KM_white.jpg', await white.toBuffer())
  const row = rowOf([{ id, caption: CAPTION, credit: '' }], { kind: 'one', captions: 'over', corner: 12 })
  const { id: postId, version } = await createPost({ ...post(text('One'), row), title: 'Over it' })
  const { url } = await publishPost(postId, version)
  for (const viewport of [WIDE, PHONE]) {
    const page = await openWindow({ viewport, ...(viewport === PHONE ? { hasTouch: true, isMobile: true } : {}) })
    await page.goto(url, { waitUntil: 'networkidle' })
    const caption = page.locator('figcaption', { hasText: CAPTION })
    const [box, pic] = [(await caption.boundingBox())!, (await page.locator('.pic').boundingBox())!]
    expect(box.y + box.height).toBeCloseTo(pic.y + pic.height, 0)
    expect(pic.height).toBeCloseTo(pic.width / 1.5, 0)
    const style = await caption.evaluate((element) => {
      const { opacity, color } = getComputedStyle(element)
      return { opacity, color, whole: element.scrollHeight <= element.clientHeight + 1 }
    })
    expect(style).toMatchObject({ opacity: '1', whole: true })
    // The ground as it came out, at the band's edge where no letter stands.
    const shot = await page.screenshot({ clip: { x: box.x + 1, y: box.y + 1, width: 2, height: 2 } })
    const [r, g, b] = await sharp(shot).removeAlpha().raw().toBuffer()
    const hex = (...levels: number[]) => `#${levels.map((level) => level.toString(16).padStart(2, '0')).join('')}`
    const words = hex(...style.color.match(/\d+/g)!.slice(0, 3).map(Number))
    expect(contrast(words, hex(r!, g!, b!))).toBeGreaterThan(READABLE_CONTRAST)
    expect(await page.locator('.pic img').evaluate((image) => getComputedStyle(image).borderRadius)).toBe('12px')
  }
})
