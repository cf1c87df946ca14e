import { expect, it } from 'vitest'
import { type HouseStyle, STARTING_STYLE } from '../core/house/house-style.ts'
import { blogCss } from '../core/page/house-css.ts'
import { postShowCss } from '../core/page/post-show-css.ts'
import { newShow, type PostShow } from '../core/shows/show.ts'
import { builtLists, listed } from '../core/testing/built-lists.ts'
import { picture } from '../core/testing/builders.ts'
import { EMPTY_FRONT } from '../core/front/front.ts'
import { launchBrowser } from './browser.ts'
import { openInBlogsFont } from './in-the-blogs-font.ts'

const WIDTHS = [320, 390, 599, 600, 820, 1280, 1700]
/** px by which a browser's grid may be off what is worked out. */
const OFF = 0.1

const shapes = [picture('wide', 3000, 1000), picture('tall', 1000, 2600), picture('even', 2000, 1500)]
const posts = Array.from({ length: 6 }, (_, i) =>
  listed(6 - i, { featured: { picture: shapes[i % 3]!, focus: { x: 0.3, y: 0.7 } } }),
)

/** Of every picture: how wide it is drawn, with what is cropped at its sides, and how wide its `sizes` say that it is. */
const drawnAndTold = () =>
  [...document.querySelectorAll<HTMLImageElement>('main img')].map((image) => {
    const { width, height } = image.getBoundingClientRect()
    const aspect = Number(image.getAttribute('width')) / Number(image.getAttribute('height'))
    const own = Number(image.dataset.aspect ?? aspect)
    const rule = image.sizes
      .split(/,\s+(?![^(]*\))/)
      .map((part) => /^(\(.*\))\s+(\S.*)$/.exec(part) ?? ['', 'all', part])
      .find(([, media]) => matchMedia(media!).matches)!
    const ruler = document.body.appendChild(document.createElement('div'))
    ruler.style.cssText = `position:fixed;width:${rule[2]}`
    const told = ruler.getBoundingClientRect().width
    ruler.remove()
    return { drawn: Math.max(width, height * own), told }
  })

it('featured images in lists, and in slideshows of posts, are drawn as wide as their sizes say', async () => {
  const browser = await launchBrowser()
  const page = await browser.newPage()
  await openInBlogsFont(page, '')
  const show: PostShow = { ...newShow('show-1', 'Newest'), most: 3 }
  const styles: [HouseStyle, PostShow][] = [
    [{ ...STARTING_STYLE, listShape: 'rows' }, show],
    [
      { ...STARTING_STYLE, listShape: 'cards', measure: 800 },
      { ...show, across: 3, sits: 'bleed', frame: 1 },
    ],
    [
      { ...STARTING_STYLE, listShape: 'banners', margin: 40 },
      { ...show, stands: 'beside', width: 40 },
    ],
    [
      { ...STARTING_STYLE, listShape: 'mixed', type: { ...STARTING_STYLE.type, fontSize: 24 } },
      { ...show, sits: 'measure' },
    ],
  ]
  for (const [house, shown] of styles) {
    const { html } = builtLists(posts, house, { front: { ...EMPTY_FRONT, shows: [shown], show: shown.id } })
    const body = /<main>[\s\S]*<\/main>/.exec(html)![0]
    // What each picture is by itself: a list has cut it to its shape.
    const named = body.replace(/<img src="files\/(wide|tall|even)-/g, (image, name: string) => {
      const { width, height } = shapes.find(({ id }) => id === name)!
      return image.replace('<img ', `<img data-aspect="${width / height}" `)
    })
    const css = `${blogCss(house)}${postShowCss(shown, house)}`
    await page.evaluate(
      ([sheet, main]) => {
        document.body.className = 'page'
        document.body.innerHTML = `<style>${sheet}</style>${main}`
      },
      [css, named] as const,
    )
    for (const width of WIDTHS) {
      await page.setViewportSize({ width, height: 900 })
      const found = await page.evaluate(drawnAndTold)
      expect(found.length).toBe(9)
      const off = found.filter(({ drawn, told }) => Math.abs(drawn - told) > OFF + 0.0005 * told)
      expect(off, `${house.listShape}, ${width} px`).toEqual([])
    }
  }
  await browser.close()
}, 60_000)
