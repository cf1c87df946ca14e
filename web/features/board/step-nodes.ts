import { type Editor, Extension, mergeAttributes, Node } from '@tiptap/core'
import type { Node as PageNode } from '@tiptap/pm/model'
import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { HIGHEST_STEP } from '../../../core/blocks/step.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { STEP_PICTURES } from '../../../core/post/step-pictures.ts'
import { stepClass } from '../../../core/page/steps-html.ts'
import { backspaceInSteps, enterInSteps } from '../../../core/steps/edits.ts'
import { stepOfEach } from '../../../core/steps/steps.ts'
import { editSteps, stepStep, toggleSteps } from './step-edits.ts'
import { intoRow } from './words-into-row.ts'
import { blockStarts, bodyOf, docOf, hasSteps, STEP_BOX } from './page-nodes.ts'
import { replaceBlocks } from './sync-blocks.ts'

/** Holds a step while it is edited: what begins it, and all that belongs to it. A post knows no such box. */
const StepBox = Node.create({
  name: STEP_BOX,
  content: 'step (block | row)*',
  defining: true,
  parseHTML: () => [
    { tag: 'div.step', priority: 60 },
    { tag: 'li.step', priority: 60 },
  ],
  renderHTML: () => ['div', { class: 'step' }, 0],
})

const parsedNumber = (text: string | null): number | 'on' | null => {
  if (text === 'on') return text
  const number = Number.parseInt(text ?? '', 10)
  return number >= 0 && number <= HIGHEST_STEP ? number : null
}

/** The words with which a step begins. */
const StepWords = Node.create({
  name: 'step',
  content: 'inline*',
  defining: true,
  addAttributes: () => ({
    number: {
      default: null,
      parseHTML: (element: HTMLElement) => parsedNumber(element.getAttribute('data-starts')),
      renderHTML: ({ number }) => (number === null ? {} : { 'data-starts': String(number) }),
    },
    pictures: {
      default: null,
      parseHTML: (element: HTMLElement) =>
        STEP_PICTURES.find((one) => one === element.getAttribute('data-pictures')) ?? null,
      renderHTML: ({ pictures }) => (pictures === null ? {} : { 'data-pictures': String(pictures) }),
    },
  }),
  parseHTML: () => [
    { tag: 'p.step-words', priority: 60 },
    { tag: 'p', context: `${STEP_BOX}/`, priority: 55 },
  ],
  renderHTML: ({ HTMLAttributes }) => ['p', mergeAttributes(HTMLAttributes, { class: 'step-words' }), 0],
})

/** The end of a list of steps, where text goes on. It is seen on the board alone. */
const StepsEnd = Node.create({
  name: 'stepsEnd',
  group: 'block',
  atom: true,
  selectable: true,
  parseHTML: () => [{ tag: 'div.steps-end' }],
  renderHTML: () => ['div', { class: 'steps-end' }, ['span', {}, 'steps end']],
})

const DRAWN = new PluginKey<DecorationSet>('steps-drawn')

/** The numbers of steps, where their pictures stand, and for each of their rows in what it stands. */
function drawn(doc: PageNode, house: HouseStyle | undefined): DecorationSet {
  if (!house || !hasSteps(doc)) return DecorationSet.empty
  const steps = stepOfEach(bodyOf(doc).content, house)
  if (steps.every((step) => step === null)) return DecorationSet.empty
  const starts = blockStarts(doc)
  const list: Decoration[] = []
  steps.forEach((step, at) => {
    if (!step) return
    const start = starts[at]!
    const node = doc.nodeAt(start)!
    if (step.at === at) {
      const box = doc.resolve(start).before(1)
      list.push(
        Decoration.node(box, box + doc.nodeAt(box)!.nodeSize, {
          'data-number': String(step.number),
          class: stepClass(step),
        }),
      )
    }
    if (node.type.name === 'row')
      list.push(Decoration.node(start, start + node.nodeSize, {}, { within: step.columns ? 'column' : 'step' }))
  })
  return DecorationSet.create(doc, list)
}

/** Asks for the numbers and places to be drawn again, as after a change of the house style. */
export const redrawSteps = (editor: Editor): void =>
  editor.view.dispatch(editor.state.tr.setMeta(DRAWN, true).setMeta('addToHistory', false))

/** What belongs to a step stands in its box, whatever was typed, pasted or taken out. */
function boxed(state: EditorState) {
  const { doc } = state
  if (!hasSteps(doc)) return null
  const wanted = docOf(bodyOf(doc), doc.type.schema)
  return wanted.eq(doc) ? null : replaceBlocks(state.tr, wanted)
}

/** Steps on the page: written like text, kept in their boxes, numbered as readers will see them. */
export const Steps = Extension.create({
  name: 'steps',
  addExtensions: () => [StepBox, StepWords, StepsEnd],
  addKeyboardShortcuts() {
    return {
      Enter: () => editSteps(this.editor, enterInSteps),
      Backspace: () => editSteps(this.editor, backspaceInSteps),
      'Mod-Shift-9': () => toggleSteps(this.editor),
      'Mod-Shift-l': () => intoRow(this.editor),
      'Alt-ArrowUp': () => stepStep(this.editor, -1),
      'Alt-ArrowDown': () => stepStep(this.editor, 1),
    }
  },
  addProseMirrorPlugins() {
    const { editor } = this
    const house = () => (editor.storage.row as { house?: HouseStyle }).house
    return [
      new Plugin({
        key: DRAWN,
        state: {
          init: (_, { doc }) => drawn(doc, house()),
          apply: (tr, before, _was, { doc }) => (tr.docChanged || tr.getMeta(DRAWN) ? drawn(doc, house()) : before),
        },
        props: { decorations: (state) => DRAWN.getState(state) },
        appendTransaction: (transactions, _before, state) =>
          transactions.some(({ docChanged }) => docChanged) ? boxed(state) : null,
      }),
    ]
  },
})
