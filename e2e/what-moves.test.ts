import sharp from 'sharp'
import { expect, it } from 'vitest'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { IntakeAnswer } from '../core/wire/picture.ts'
import { APP, createPost, openWindow, publishPost } from './journey.ts'

/** A sail that swings: four moments of 900 × 600. */
async function swinging(): Promise<Buffer> {
  const moments = [-24, -8, 8, 24].map((angle) =>
    sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="600"><rect width="100%" height="100%" fill="#9ab4c4"/><path d="M450 90l120 170-120 250-120-250z" fill="#b8281f" transform="rotate(${angle} 450 300)"/></svg>`,
      ),
    )
      .png()
      .toBuffer(),
  )
  return sharp(await Promise.all(moments), { join: { animated: true } })
    .gif({ delay: [200, 200, 200, 200] })
    .toBuffer()
}

it('a picture that moves does so for readers, large too, and stands still for who wants no motion and where one writes', async () => {
  const sent = await fetch(`${APP}/api/pictures?name=swinging.gif`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: new Uint8Array(await swinging()),
  })
  const { picture } = (await sent.json()) as IntakeAnswer
  const { id, version } = await createPost({
    ...post(
      text('One'),
      rowOf([{ id: picture.id, alt: 'A sail that swings' }], { onClick: { do: 'enlarge' } }),
      text('Two'),
    ),
    title: 'What moves',
  })
  const { url } = await publishPost(id, version)

  const still = await openWindow({ reducedMotion: 'reduce' })
  await still.goto(url)
  const shown = (page: typeof still) => page.locator('.pic img')
  const source = (page: typeof still) => shown(page).evaluate((image: HTMLImageElement) => image.currentSrc)
  await expect.poll(() => source(still)).toMatch(/-\d+\.webp$/)
  const moving = await openWindow({ reducedMotion: 'no-preference' })
  await moving.goto(url)
  await expect.poll(() => source(moving)).toMatch(/-\d+m\.webp$/)
  // One is laid out as the other.
  expect(await shown(moving).boundingBox()).toEqual(await shown(still).boundingBox())
  await shown(moving).click()
  await moving.locator('.pswp__img').last().waitFor()
  await expect
    .poll(() =>
      moving
        .locator('.pswp__img')
        .evaluateAll((all) => all.some((one) => (one as HTMLImageElement).srcset.includes('m.webp'))),
    )
    .toBe(true)

  const board = await openWindow({ reducedMotion: 'no-preference' })
  await board.goto(`${APP}/posts/${id}`)
  await board.locator('.ProseMirror .seat img').first().waitFor()
  expect(await board.locator('.ProseMirror picture').count()).toBe(0)
})
