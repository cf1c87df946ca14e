import type { Locator, Page } from 'playwright-core'
import { beforeAll, expect, it } from 'vitest'
import { EMPTY_POST } from '../core/post/post.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { bringIn, createPost, openBoard, openWindow } from './journey.ts'
import sharp from 'sharp'

/** What a screen reader is told of the board, the ways, the ticket and the tray: the accessibility tree, as Chromium makes it. */

let pictures: Picture[]
beforeAll(async () => {
  pictures = []
  for (const [i, red] of [40, 90, 140, 190].entries()) {
    const bytes = await sharp({
      create: { width: 1500, height: 1000, channels: 3, background: { r: red, g: 70, b: 90 } },
    })
      .jpeg()
      .toBuffer()
    pictures.push(await bringIn(`spoken-${i + 1}.jpg`, bytes))
  }
})

async function board(): Promise<Page> {
  const page = await openWindow()
  const [a, b, c, d] = pictures.map(({ id }) => id)
  const { id } = await createPost({
    ...EMPTY_POST,
    title: 'Spoken',
    tray: [a!, b!, c!, d!],
    body: {
      type: 'doc',
      content: [
        text('The wind was north-west.'),
        rowOf(
          [
            { id: a!, alt: 'A red kite', caption: 'First up' },
            { id: b!, alt: 'A blue kite' },
          ],
          { id: 'pair-1' },
        ),
        text('Then it went round.'),
      ],
    },
  })
  await openBoard(page, id)
  await page.locator('.ProseMirror .pic').nth(1).waitFor()
  return page
}
/** The tree, with addresses of pictures that are another each time left out. */
const tree = async (part: Locator): Promise<string> =>
  (await part.ariaSnapshot()).replace(/\/(files|pictures)\/[\w-]{16,}(\.webp)?/g, '/$1/…')

it('the board: its text, its rows, and of the selected one its kind, pictures, size and what a click does', async () => {
  const page = await board()
  expect(await tree(page.getByRole('main', { name: 'Board' }))).toMatchInlineSnapshot(`
    "- main "Board":
      - toolbar "Text":
        - button "Text" [pressed]
        - button "Heading"
        - button "Smaller"
        - button "Smallest"
        - button "Bold"
        - button "Italic"
        - button "Link"
        - button "List"
        - button "Numbered"
        - button "Steps"
        - button "Quote"
        - button "Space"
        - button "More…"
        - button "Into the row"
      - heading "Spoken" [level=1]:
        - textbox "Title": Spoken
      - paragraph: Not published yet
      - textbox "Text of the post":
        - paragraph: The wind was north-west.
        - 'group "Side by side, 2 pictures: 184 high, no crop, phone the same"':
          - figure "First up":
            - link "A red kite":
              - /url: /files/…
              - img "A red kite"
            - text: First up
          - figure:
            - link "A blue kite":
              - /url: /files/…
              - img "A blue kite"
        - paragraph: Then it went round."
  `)
  const spoken = async () => (await page.locator('output[aria-live=polite]').allTextContents()).join(' · ')
  await page.locator('.ProseMirror .pic').first().click()
  await expect
    .poll(spoken)
    .toContain('Row 1 of 1 selected. Side by side, 2 pictures: 184 high, no crop, phone the same. On click: enlarge')
  // A turn into something else, and its result.
  await page.getByRole('button', { name: 'Ways…' }).click()
  await page.locator('[data-way]').filter({ hasText: 'Slideshow' }).first().click()
  await expect.poll(spoken).toContain('Row 1 of 1 selected. Slideshow, 2 pictures: ')
})

it('the tray: each picture with its name, whether it is set, and as which it is chosen', async () => {
  const page = await board()
  await page.locator('[data-tray="2"]').click()
  expect(await tree(page.getByRole('listbox', { name: 'Pictures in the tray' }))).toMatchInlineSnapshot(`
    "- listbox "Pictures in the tray":
      - option "spoken-1.jpg, set ×1"
      - option "spoken-2.jpg, set ×1"
      - option "spoken-3.jpg, waiting, chosen as number 1" [selected]
      - option "spoken-4.jpg, waiting""
  `)
})

it('the ways: a list, each with what it does', async () => {
  const page = await board()
  await page.locator('[data-tray="2"]').click()
  await page.locator('[data-tray="3"]').click()
  await page.getByRole('heading', { name: /^\d ways to set these 2 pictures/ }).waitFor()
  expect(await tree(page.getByRole('region', { name: 'Ways' }))).toMatchInlineSnapshot(`
    "- region "Ways":
      - heading "6 ways to set these 2 pictures at the ruby line" [level=2]
      - text: 1–6 sets ← → shows ↑ ↓ other proposals Esc leaves
      - button "Close"
      - toolbar "Ways to set the pictures":
        - list:
          - listitem:
            - button "1 Side by side 184 high · no crop phone the same"
            - button "Proposal before, Side by side": ‹
            - text: 1 of 2
            - button "Next proposal, Side by side": ›
          - listitem:
            - button "2 Side by side outset 291 high · no crop phone the same"
            - button "Proposal before, Side by side": ‹
            - text: 1 of 2
            - button "Next proposal, Side by side": ›
          - listitem:
            - button "3 One over one 755 high · no crop phone the same"
          - listitem:
            - button "4 Slideshow 373 high · no crop phone swiped"
            - button "Proposal before, Slideshow": ‹
            - text: 1 of 2
            - button "Next proposal, Slideshow": ›
          - listitem:
            - button "5 One over one, wider outset 1181 high · no crop phone the same"
          - listitem:
            - button "6 Gallery, 2 across 276 × 276 · crops 33 % phone 2 across"
          - listitem:
            - button "Flat picture… one file, with border and ground"
          - listitem:
            - button "Many flat… group after group, a file each""
  `)
})

it('the ticket of a row', async () => {
  const page = await board()
  await page.locator('.ProseMirror .pic').first().click()
  await page.getByLabel('Caption', { exact: true }).waitFor()
  expect(await tree(page.getByRole('complementary', { name: 'Ticket' }))).toMatchInlineSnapshot(`
    "- complementary "Ticket":
      - heading "Side by side, 2 pictures" [level=2]
      - text: 1 of 1
      - button "Ways…"
      - text: Sits
      - radiogroup "How wide the row sits":
        - radio "Measure" [checked]
        - radio "Outset"
        - radio "Bleed"
      - group: 184 high · no crop · phone the same · 1 kB
      - region "For readers":
        - text: Captions
        - combobox "Captions":
          - 'option "As the house: below each" [selected]'
          - option "Below each"
          - option "Over each"
          - option "Over, when pointed at"
          - option "One for the row"
          - option "None"
        - text: On click
        - combobox "On click":
          - 'option "As the house: enlarge" [selected]'
          - option "Nothing"
          - option "Enlarge"
          - option "Picture file"
          - option "Picture page"
          - option "Web address"
      - list "Order of the pictures":
        - listitem:
          - button "Picture 1, spoken-1.jpg. Press to choose, with Shift a range, with Ctrl one more; left and right arrows move it" [pressed]
        - listitem:
          - button "Picture 2, spoken-2.jpg. Press to choose, with Shift a range, with Ctrl one more; left and right arrows move it"
      - status
      - region "Texts of picture 1":
        - 'heading "Picture 1: spoken-1.jpg" [level=3]'
        - link "Adjust":
          - /url: /pictures/…/adjust
        - link "In the sheet":
          - /url: /pictures/sheet
        - text: Alt text
        - textbox "Alt text":
          - /placeholder: What the picture shows, for those who do not see it
          - text: A red kite
        - paragraph:
          - text: This row’s own wording.
          - button "Use the picture’s"
        - text: Caption
        - textbox "Caption":
          - /placeholder: ""
          - text: First up
        - paragraph:
          - text: This row’s own wording.
          - button "Use the picture’s"
        - group: Crop here none, it is shown whole
        - paragraph:
          - text: Pointers none
          - button "Point at something…"
        - group: Also no credit, click as the row
      - group: Order to a position, swap, sort, turn round
      - group: Readers through this row, just there, no sharing
      - group: Space 8 between, 24 around, as the house
      - group: Edge square, no border, as the house
      - button "Flat picture…"
      - button "As text…"
      - button "Make a set of it…"
      - button "Take picture 1 out"
      - button "Take the row out""
  `)
})
