import { createKeybindingsHandler } from 'tinykeys'

/** Every key of the board: what the handlers listen to and what the list of keys shows are read from this one table. */
interface Key {
  /** as tinykeys writes them; none where the editor has the key itself */
  readonly on: readonly string[]
  /** as it stands in the list; left out where it goes with another */
  readonly shown?: string
  readonly does?: string
}

export const KEYS = {
  anywhere: {
    undo: { on: ['$mod+z'], shown: 'Ctrl Z', does: 'Undo, as far back as the post goes' },
    redo: { on: ['$mod+Shift+z', '$mod+y'], shown: 'Ctrl Shift Z', does: 'Redo' },
    save: { on: ['$mod+s'], shown: 'Ctrl S', does: 'Save now' },
    nextPart: { on: ['F6'], shown: 'F6', does: 'On to the next part: page, ticket, tray, spine' },
    partBefore: { on: ['Shift+F6'] },
    arrange: { on: ['Alt+KeyA'], shown: 'Alt A', does: 'Arrange the whole post: all that waits, or what is chosen' },
    standBack: { on: ['Alt+KeyZ'], shown: 'Alt Z', does: 'Stand back from the page, and near again' },
    list: { on: ['?', 'Shift+?', '$mod+/'], shown: '?', does: 'This list' },
    rowUp: { on: ['Alt+ArrowUp'] },
    rowDown: { on: ['Alt+ArrowDown'] },
  },
  tray: {
    next: { on: ['ArrowRight', 'Shift+ArrowRight'], shown: '← →', does: 'From picture to picture' },
    before: { on: ['ArrowLeft', 'Shift+ArrowLeft'] },
    first: { on: ['Home', 'Shift+Home'] },
    last: { on: ['End', 'Shift+End'] },
    toggle: { on: ['Space'], shown: 'Space', does: 'Choose the picture, or let it go' },
    range: { on: [], shown: 'Shift ← →', does: 'Choose a range' },
    all: { on: ['$mod+a'], shown: 'Ctrl A', does: 'Choose all' },
    none: { on: ['Escape'], shown: 'Esc', does: 'Choose none' },
    lineUp: { on: ['Alt+ArrowUp'], shown: 'Alt ↑ ↓', does: 'Move the ruby line' },
    lineDown: { on: ['Alt+ArrowDown'] },
    set: { on: ['Enter'], shown: 'Enter', does: 'Set what is chosen in the first of its ways' },
    setAs: { on: ['([1-9])'], shown: '1 to 9', does: 'Set it in this way' },
    toWays: { on: ['ArrowUp'], shown: '↑', does: 'Up to the ways' },
    takeOut: { on: ['Delete'], shown: 'Delete', does: 'Take it out of the tray; its file stays' },
  },
  row: {
    move: { on: [], shown: 'Alt ↑ ↓', does: 'Move the row up or down' },
    pictureOn: { on: ['Alt+ArrowRight'], shown: 'Alt ← →', does: 'Move the chosen picture along the row' },
    pictureBack: { on: ['Alt+ArrowLeft'] },
    nextPicture: { on: [']'], shown: '[ ]', does: 'Choose the picture before or after' },
    pictureBefore: { on: ['['] },
    ways: { on: ['w', 'Shift+w'], shown: 'W', does: 'Its ways: turn it into any other arrangement' },
    nextComposition: { on: ['.'], shown: ', .', does: 'The composition before or after, of a patchwork' },
    compositionBefore: { on: [','] },
    tryClick: {
      on: ['t', 'Shift+t'],
      shown: 'T, Ctrl-click',
      does: 'Try what a click on the picture does in the post',
    },
    play: { on: ['p', 'Shift+p'], shown: 'P', does: 'Play a slideshow in its place, or stop it' },
    takeOut: { on: [], shown: 'Delete', does: 'Take the row out; its pictures wait in the tray' },
    leave: { on: ['Escape'], shown: 'Esc', does: 'Back to the text' },
  },
  ways: {
    next: { on: ['ArrowRight'], shown: '← →', does: 'From way to way, shown in the page' },
    before: { on: ['ArrowLeft'] },
    nextProposal: { on: ['ArrowDown'], shown: '↑ ↓', does: 'Other proposals of the same kind' },
    proposalBefore: { on: ['ArrowUp'] },
    set: { on: ['([1-9])'], shown: '1 to 9, Enter', does: 'Set this way' },
    leave: { on: ['Escape'], shown: 'Esc', does: 'Leave all as it was' },
  },
  arranging: {
    next: { on: ['ArrowRight'], shown: '← →', does: 'From proposal to proposal' },
    before: { on: ['ArrowLeft'] },
    rowDown: { on: ['ArrowDown'], shown: '↑ ↓', does: 'From row to row of the proposal' },
    rowUp: { on: ['ArrowUp'] },
    pin: { on: ['p', 'Shift+p'], shown: 'P', does: 'Pin the row: others are proposed around it' },
    take: { on: ['Enter'], shown: 'Enter', does: 'Take the proposal' },
    leave: { on: ['Escape'], shown: 'Esc', does: 'Leave all as it was' },
  },
  text: {
    marks: { on: [], shown: 'Ctrl B, Ctrl I, Ctrl E', does: 'Bold, italic, code' },
    link: { on: [], shown: 'Ctrl K', does: 'Link' },
    headings: { on: [], shown: 'Ctrl Alt 2, 3, 4', does: 'Headings' },
    lists: { on: [], shown: 'Ctrl Shift 8, 7', does: 'List, numbered list' },
    steps: { on: [], shown: 'Ctrl Shift 9', does: 'Steps: what is chosen, or text again' },
    nextStep: { on: [], shown: 'Enter', does: 'The next step; in an empty one, text again' },
    moveStep: { on: [], shown: 'Alt ↑ ↓', does: 'Move the step in which one writes, with its pictures' },
    intoRow: { on: [], shown: 'Ctrl Shift L', does: 'Words into the row beside them, as a column' },
    quote: { on: [], shown: 'Ctrl Shift B', does: 'Quote' },
    plain: { on: [], shown: 'Ctrl Alt 0', does: 'Plain paragraph' },
  },
} as const satisfies Record<string, Record<string, Key>>

export type KeyPart = keyof typeof KEYS
type Handled<P extends KeyPart> = {
  [K in keyof (typeof KEYS)[P]]: (typeof KEYS)[P][K] extends { readonly on: readonly [] } ? never : K
}[keyof (typeof KEYS)[P]]

/** Answers true where it has nothing to do with the key now: then it goes on to whoever else wants it. */
export type KeyHandler = (event: KeyboardEvent) => boolean | void

/** A handler of key events for one part of the board; every key of the table that is not another's is answered. */
export function keysOf<P extends KeyPart>(
  part: P,
  handlers: Record<Handled<P>, KeyHandler>,
): (event: KeyboardEvent) => void {
  const bindings: Record<string, (event: KeyboardEvent) => void> = {}
  for (const [name, handler] of Object.entries(handlers) as [Handled<P>, KeyHandler][]) {
    const { on } = KEYS[part][name] as Key
    for (const key of on)
      bindings[key] = (event) => {
        if (handler(event)) return
        event.preventDefault()
        event.stopPropagation()
      }
  }
  // Held keys repeat; what is being composed belongs to the writing system.
  return createKeybindingsHandler(bindings, { ignore: ({ isComposing }) => isComposing })
}
