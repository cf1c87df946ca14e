import { expect, it } from 'vitest'
import { withChoices } from '../core/post/changes/row-choices.ts'
import type { RowNode } from '../core/post/body.ts'
import { post, rowOf } from '../core/testing/builders.ts'
import { containerWidth } from '../core/house/seats.ts'
import { seatOf } from '../core/layout/row-lengths.ts'
import { placeRow, variantAt } from '../core/layout/row-layout.ts'
import { layRow } from '../core/place/lay-row.ts'
import type { HouseStyle } from '../core/house/house-style.ts'
import { APP, createPost, openWindow, picturesHere, publishPost, readAddress } from './journey.ts'

const WIDTHS = [320, 333, 390, 412, 600, 768, 777, 820, 1024, 1111, 1280, 1366, 1440, 1600, 1917, 1920, 2560]
const SEATS = ['measure', 'outset', 'bleed'] as const

it('a line that fills never wraps and ends where its row does, whatever stands in it, how wide the window is and how it is scaled', async () => {
  const pictures = await picturesHere()
  const house = (await (await readAddress(`${APP}/api/house`)).json()) as HouseStyle
  const tall = pictures.filter(({ width, height }) => width < height)
  expect(tall.length).toBeGreaterThan(0)
  // Portraits alone, and everything mixed; few and many across; gaps from none to wide; folded to lines and not.
  const rows = [2, 3, 4, 5, 6, 8].flatMap((across, i) =>
    SEATS.flatMap((sits, j) =>
      [tall, pictures].map((from, k) => {
        const count = across * 2 + ((i + j + k) % across)
        const ids = Array.from({ length: count }, (_, n) => from[n % from.length]!.id)
        const kind = k === 1 && i === 0 ? 'patchwork' : 'gallery'
        const row = rowOf(ids, { id: `row-${i}-${j}-${k}`, kind, sits }) as RowNode
        const between = [0, 1, 7, 12, 30][(i + j + k) % 5]!
        return {
          ...row,
          attrs: withChoices(row.attrs, { between, gallery: { ...row.attrs.gallery, form: 'level', across } }),
        }
      }),
    ),
  )
  const created = await createPost({ ...post(...rows), title: 'Lines that fill' })
  const { url } = await publishPost(created.id, created.version)
  const library = { picture: (id: string) => pictures.find((one) => one.id === id) }
  let lines = 0
  for (const deviceScaleFactor of [1, 1.25, 1.5, 2, 3]) {
    const page = await openWindow({ javaScriptEnabled: false, deviceScaleFactor })
    await page.goto(url)
    for (const width of WIDTHS) {
      await page.setViewportSize({ width, height: 900 })
      const found = await page.evaluate(() =>
        Object.fromEntries(
          [...document.querySelectorAll<HTMLElement>('.seat')].map((seat) => {
            const { left, right } = seat.getBoundingClientRect()
            const boxes = [...seat.querySelectorAll('.pic')].map((pic) => pic.getBoundingClientRect())
            return [seat.id, boxes.map((box) => ({ top: box.top, left: box.left - left, right: right - box.right }))]
          }),
        ),
      )
      for (const { attrs: row } of rows) {
        const laid = layRow(row, library, house)!
        const container = containerWidth(seatOf(row), house, width)
        const { form } = variantAt(laid.layout, container)
        if (form.type !== 'lines') continue
        const boxes = found[`row-${row.id}`]!
        const about = `${row.id} at ${width}, scale ${deviceScaleFactor}`
        let at = 0
        for (const [i, count] of form.counts.entries()) {
          const line = boxes.slice(at, at + count)
          expect(new Set(line.map(({ top }) => Math.round(top * 8))).size, about).toBe(1)
          if (at > 0) expect(line[0]!.top, about).toBeGreaterThan(boxes[at - 1]!.top + 1)
          expect(Math.abs(line[0]!.left), about).toBeLessThan(0.1)
          if (!(form.ragged && i === form.counts.length - 1))
            expect(Math.abs(line.at(-1)!.right), about).toBeLessThan(0.1)
          at += count
          lines++
        }
        // And every picture is as wide as planned.
        expect(placeRow(laid.layout, container).boxes.length).toBe(boxes.length)
      }
    }
    await page.context().close()
  }
  expect(lines).toBeGreaterThan(2000)
})
