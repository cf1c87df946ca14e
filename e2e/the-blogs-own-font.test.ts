import { expect, it } from 'vitest'
import { EMPTY_POST } from '../core/post/post.ts'
import { text } from '../core/testing/builders.ts'
import { createPost, openWindow, publishPost } from './journey.ts'

/** Visits on a fast line: on one of them at least the machine is not too busy to have the font in time. */
const VISITS = 6

it('a first visit is read in the blog’s own font, where the line is fast', async () => {
  const { id, version } = await createPost({
    ...EMPTY_POST,
    title: 'In its own letters',
    body: { type: 'doc', content: [text('The wind was north-west, eight to ten, and dry until noon.')] },
  })
  const { url } = await publishPost(id, version)
  const used: string[] = []
  for (let visit = 0; visit < VISITS && !used.includes('Source Serif 4'); visit++) {
    // Each with nothing kept from before: a font that comes too late is only used from the second page on.
    const page = await openWindow()
    await page.goto(url, { waitUntil: 'networkidle' })
    const browser = await page.context().newCDPSession(page)
    await browser.send('DOM.enable')
    await browser.send('CSS.enable')
    const { root } = await browser.send('DOM.getDocument')
    const selector = 'article p:not(.post-facts)'
    const { nodeId } = await browser.send('DOM.querySelector', { nodeId: root.nodeId, selector })
    const { fonts } = await browser.send('CSS.getPlatformFontsForNode', { nodeId })
    used.push(fonts[0]!.familyName)
  }
  expect(used).toContain('Source Serif 4')
})
