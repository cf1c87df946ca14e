import { decodePDFRawStream, PDFArray, PDFDict, PDFDocument, PDFName, PDFRawStream } from 'pdf-lib'
import { expect, it } from 'vitest'
import { withChoices } from '../core/post/changes/row-choices.ts'
import type { RowChoices } from '../core/post/changes/row-choices.ts'
import type { RowNode } from '../core/post/body.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import { createPost, openWindow, picturesHere, publishPost } from './journey.ts'

/** Which images a page of the document shows, each by its own number, once for every time it is drawn. */
function imagesOn(document: PDFDocument, index: number): string[] {
  const page = document.getPage(index).node
  const lookUp = (dict: PDFDict | undefined, key: string) => dict?.lookupMaybe(PDFName.of(key), PDFDict)
  const drawn = (content: string, resources: PDFDict | undefined): string[] =>
    [...content.matchAll(/\/([A-Za-z0-9]+) Do\b/g)].flatMap(([, name]) => {
      const objects = lookUp(resources, 'XObject')
      const reference = objects?.get(PDFName.of(name!))
      const object = objects?.lookup(PDFName.of(name!))
      if (!(object instanceof PDFRawStream)) return []
      if (object.dict.get(PDFName.of('Subtype')) === PDFName.of('Image')) return [String(reference)]
      return drawn(textOf(object), lookUp(object.dict, 'Resources') ?? resources)
    })
  const textOf = (stream: PDFRawStream) => Buffer.from(decodePDFRawStream(stream).decode()).toString('latin1')
  const contents = page.Contents()
  const streams =
    contents instanceof PDFArray ? contents.asArray().map((one) => document.context.lookup(one)) : [contents]
  const whole = streams.flatMap((one) => (one instanceof PDFRawStream ? [textOf(one)] : [])).join('\n')
  return drawn(whole, page.Resources())
}

it('every row shows all its pictures on paper, none blank and none cut in two, whatever was playing or chosen', async () => {
  const pictures = await picturesHere()
  const ids = pictures.map(({ id }) => id)
  const own = (count: number, from: number, id: string, choices: RowChoices): RowNode => {
    const row = rowOf(
      Array.from({ length: count }, (_, i) => ids[(from + i) % ids.length]!),
      { id, onClick: { do: 'nothing' } },
    ) as RowNode
    return { ...row, attrs: withChoices(row.attrs, choices) }
  }
  const gallery = { across: 3, cell: 1, order: 'hand' as const }
  const rows = [
    own(5, 0, 'paper-1', { kind: 'patchwork' }),
    own(7, 2, 'paper-2', { kind: 'gallery', gallery: { ...gallery, form: 'cells', first: 4 } }),
    own(6, 1, 'paper-3', { kind: 'gallery', gallery: { ...gallery, form: 'loose' } }),
    own(6, 3, 'paper-4', { kind: 'slideshow', slideshow: { starts: true, seconds: 2, move: 'fade' } }),
    own(7, 0, 'paper-5', { kind: 'gallery', gallery: { ...gallery, form: 'level' } }),
    own(4, 4, 'paper-6', { kind: 'slideshow', slideshow: { move: 'slide' } }),
    own(1, 5, 'paper-7', { kind: 'one', one: { side: 'left', width: null } }),
    own(2, 5, 'paper-8', { kind: 'side-by-side' }),
  ]
  const words = 'The wind was north-west, eight to ten, and dry until noon. '.repeat(9)
  const created = await createPost({ ...post(...rows.flatMap((row) => [row, text(words)])), title: 'On paper' })
  const { url } = await publishPost(created.id, created.version)
  const page = await openWindow()
  await page.goto(url)
  const show = page.locator('#row-paper-6')
  await show.scrollIntoViewIfNeeded()
  await show.getByRole('button', { name: 'Next' }).click()
  await page.waitForTimeout(400)
  const paper = await PDFDocument.load(await page.pdf({ format: 'A4', printBackground: true }))
  const pages = Array.from({ length: paper.getPageCount() }, (_, i) => imagesOn(paper, i))
  const all = rows.reduce((sum, { attrs }) => sum + attrs.pictures.length, 0)
  // One that were cut in two would be drawn on both pages.
  expect(pages.flat().length).toBe(all)
  expect(pages.length).toBeGreaterThan(3)
  expect(pages.filter((one) => one.length === 0).length).toBeLessThanOrEqual(1)
}, 300_000)
