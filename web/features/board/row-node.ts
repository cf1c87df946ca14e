import { linePicturesFrom, withLinePictures } from '../../../core/blocks/line-picture.ts'
import { newRowId } from './new-row-id.ts'
import type { Library } from '../../../core/place/library.ts'
import { mergeAttributes, Node } from '@tiptap/core'
import type { Decoration, EditorView, NodeView } from '@tiptap/pm/view'
import type { Node as ProseMirrorNode } from '@tiptap/pm/model'
import { Plugin } from '@tiptap/pm/state'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { scriptWords } from '../../../core/readers/words.ts'
import { remsAsPx } from '../../../core/page/html.ts'
import { rowCss } from '../../../core/page/row-css.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import { rowHtml } from '../../../core/page/row-html.ts'
import type { RowNode as RowBlock } from '../../../core/post/body.ts'
import { Row } from '../../../core/post/row.ts'
import { WIDE } from '../../../core/house/screens.ts'
import type { RowWithin } from '../../../core/steps/steps.ts'
import { blockOf, eachBlock } from './page-nodes.ts'
import { nameOfRow, rowInWords } from './spoken-row.ts'

/** What rows on the board are drawn from, beside themselves. */
export interface RowSurroundings {
  library: Library
  house: HouseStyle
  /** of every picture it is known whether it is there */
  ready: boolean
}

declare module '@tiptap/core' {
  interface Storage {
    row: RowSurroundings & { views: Set<RowView> }
  }
}

export const fileUrl = (file: string) => `/files/${file}`
/** Files good for every screen that the board shows, on screens of usual density. */
const FOR_EVERY_SCREEN = { px: 900 * Math.min(2, globalThis.devicePixelRatio || 1) }

/** Draws a row into an element of the page: the published markup itself, so that the board cannot differ from the page. */
export function drawRow(
  dom: HTMLElement,
  row: Row,
  { library, house, ready }: RowSurroundings,
  within: RowWithin,
): void {
  dom.dataset.rowId = row.id
  // The page on the board looks as it does with the reader script there.
  dom.classList.add('scripts')
  const laid = layRow(row, library, house, within)
  dom.role = 'group'
  dom.ariaLabel = laid ? rowInWords(laid, house, WIDE.width) : nameOfRow(row)
  const markup = laid
    ? withLinePictures(
        rowHtml(laid, { house, address: fileUrl, lazy: () => false, board: FOR_EVERY_SCREEN }),
        linePicturesFrom(library, fileUrl),
      )
    : `<div class="seat seat-measure" id="row-${row.id}"><p class="away" style="margin:0;padding:1em;border:1px dashed #b8281f">${ready ? 'The pictures of this row are not here.' : 'The pictures of this row are on their way.'}</p></div>`
  if (drawn.get(dom) !== markup) {
    drawn.set(dom, markup)
    dom.innerHTML = `<style></style>${markup}`
    for (const show of dom.querySelectorAll<HTMLElement>('.show')) offerPlay(show, house)
    // By hand on the board: the blogger is no visitor.
    for (const row of dom.querySelectorAll('[data-visit]')) row.classList.add('mixed')
  }
  dom.querySelector('style')!.textContent = laid ? remsAsPx(rowCss(laid, house)) : ''
}
/** A slideshow on the board stays the strip it is without scripts until it is played there. */
function offerPlay(show: HTMLElement, house: HouseStyle): void {
  show.classList.add('left')
  const play = document.createElement('button')
  play.type = 'button'
  play.textContent = 'Play it here'
  play.addEventListener('click', () => playShow(show, house))
  show.querySelector('.show-bar')!.replaceChildren(play)
}

/** Plays a slideshow in its place on the board, with the reader's own script; or stops it where it plays. */
export function playShow(show: HTMLElement, house: HouseStyle): void {
  const stop = playing.get(show)
  if (stop) {
    playing.delete(show)
    stop()
    offerPlay(show, house)
  } else {
    // Dragging is the board's own.
    void import('../../../reader/slideshow.ts').then(({ startSlideshow }) =>
      playing.set(show, startSlideshow(show, scriptWords(house), { swipe: false })),
    )
  }
}
const playing = new WeakMap<HTMLElement, () => void>()

/** What was drawn last: pictures that stay need not be decoded anew. */
const drawn = new WeakMap<HTMLElement, string>()

/** In what a row stands, as the page marks it. */
const withinOf = (decorations: readonly Decoration[]): RowWithin =>
  decorations.map(({ spec }) => (spec as { within?: RowWithin }).within).find(Boolean) ?? 'page'

/** A row of the post on the board. */
export class RowView implements NodeView {
  readonly dom: HTMLElement

  private within: RowWithin

  constructor(
    private node: ProseMirrorNode,
    decorations: readonly Decoration[],
    private readonly surroundings: RowSurroundings & { views: Set<RowView> },
  ) {
    this.within = withinOf(decorations)
    this.dom = document.createElement('div')
    this.dom.className = 'row-holder'
    this.dom.contentEditable = 'false'
    this.dom.addEventListener('dragstart', (event) => event.preventDefault())
    surroundings.views.add(this)
    this.draw()
  }

  /** Draws the row of the post, or one that is only tried. */
  draw(shown: Row = (blockOf(this.node) as RowBlock).attrs): void {
    drawRow(this.dom, shown, this.surroundings, this.within)
  }

  update(node: ProseMirrorNode, decorations: readonly Decoration[]): boolean {
    if (node.type !== this.node.type) return false
    const within = withinOf(decorations)
    if (node !== this.node || within !== this.within) {
      this.node = node
      this.within = within
      this.draw()
    }
    return true
  }

  // The board selects and drags rows itself; the editor would start a text selection or a drag of its own.
  stopEvent = (event: Event): boolean => /^(mouse|drag|pointer|touch)/.test(event.type)
  ignoreMutation = (): boolean => true
  destroy(): void {
    this.surroundings.views.delete(this)
  }
}

/** Redraws every row after pictures or house style have changed. */
export const redrawRows = (view: EditorView, storage: { views: Set<RowView> }): void => {
  if (!view.isDestroyed) for (const row of storage.views) row.draw()
}

const ATTRIBUTES = Object.keys(Row.shape)

function parseRow(text: string | null): Row | false {
  try {
    const parsed = Row.safeParse(JSON.parse(text ?? ''))
    return parsed.success ? parsed.data : false
  } catch {
    return false
  }
}

export const RowNode = Node.create<Record<string, never>, RowSurroundings & { views: Set<RowView> }>({
  name: 'row',
  group: 'row',
  atom: true,
  selectable: true,
  draggable: false,
  addAttributes: () => Object.fromEntries(ATTRIBUTES.map((name) => [name, { default: null, rendered: false }])),
  // What travels over the clipboard is checked like anything from outside.
  parseHTML: () => [
    { tag: 'div[data-set-row]', getAttrs: (element) => parseRow(element.getAttribute('data-set-row')) },
  ],
  renderHTML: ({ node, HTMLAttributes }) => [
    'div',
    mergeAttributes(HTMLAttributes, { 'data-set-row': JSON.stringify(node.attrs) }),
  ],
  addStorage: () => ({
    library: { picture: () => undefined },
    ready: false,
    house: undefined as unknown as HouseStyle,
    views: new Set(),
  }),
  addNodeView() {
    return ({ node, decorations }) => new RowView(node, decorations as readonly Decoration[], this.storage)
  },
  addProseMirrorPlugins: () => [
    // A pasted copy of a row is a row of its own.
    new Plugin({
      appendTransaction(transactions, _before, state) {
        if (!transactions.some((transaction) => transaction.docChanged)) return null
        const seen = new Set<string>()
        const fix = state.tr
        eachBlock(state.doc, (node, position) => {
          if (node.type.name !== 'row') return
          const id = node.attrs.id as string
          if (seen.has(id)) fix.setNodeAttribute(position, 'id', newRowId())
          else seen.add(id)
        })
        return fix.docChanged ? fix : null
      },
    }),
  ],
})
