import { readFileSync } from 'node:fs'
import path from 'node:path'
import type { Page } from 'playwright-core'
import { fontFaces, type FontFileName } from '../core/page/fonts-css.ts'
import { FONT_SOURCES } from '../server/press/site-files.ts'
import { rootFolder } from '../server/root-folder.ts'

/** Opens a page that no server has, which waits for the blog's own font; `html` has no doctype and no font faces. */
export async function openInBlogsFont(page: Page, html: string): Promise<void> {
  const faces = fontFaces().replaceAll('font-display:optional', 'font-display:block')
  await page.route('**/*', (route) => {
    const name = new URL(route.request().url()).pathname.slice(1)
    return name.endsWith('.woff2')
      ? route.fulfill({ body: readFileSync(path.join(rootFolder, FONT_SOURCES[name as FontFileName])) })
      : route.fulfill({
          contentType: 'text/html',
          body: `<!doctype html><meta charset="utf-8"><style>${faces}</style>${html}`,
        })
  })
  await page.goto('http://page.test/')
  await page.evaluate(() => document.fonts.ready)
}

/**
 * Reads a page in the house's own font, in which lines were counted. Readers whose line or machine is slow get a
 * font at hand instead and keep it; here the page waits for its own, however slow the machine is.
 */
export async function readInHouseFont(page: Page, address: string): Promise<void> {
  await page.route('**/house-*.css', async (route) => {
    const response = await route.fetch()
    await route.fulfill({
      response,
      body: (await response.text()).replaceAll('font-display:optional', 'font-display:block'),
    })
  })
  await page.goto(address)
  await page.evaluate(() => document.fonts.ready)
}
