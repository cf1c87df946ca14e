/**
 * How the parts of a text are set: sizes in shares of the text's size, `line` in shares of the part's own size,
 * spaces above and below in the part's own sizes. The style sheet and the planned heights of pages both read it.
 */
export interface PartType {
  readonly size: number
  readonly line: number
  readonly above: number
  readonly below: number
}

/**
 * The size of a part in px, where a reader's browser sets text at its usual size: whole ones, for others are cut down
 * at some densities of screen, and lines would end elsewhere there.
 */
export const partSize = ({ size }: Pick<PartType, 'size'>, fontSize: number): number =>
  size === 1 ? fontSize : Math.round(size * fontSize)

export const HEADING_TYPE: Record<1 | 2 | 3 | 4, PartType> = {
  1: { size: 2.1, line: 1.14, above: 1.3, below: 0.35 },
  2: { size: 1.4, line: 1.22, above: 1.5, below: 0.4 },
  3: { size: 1.14, line: 1.3, above: 1.3, below: 0.35 },
  4: { size: 1, line: 1.35, above: 1.2, below: 0.3 },
}

/** Of the title, in its own sizes. */
export const TITLE_SPACING = -0.012

/** Space under paragraphs, lists and quotes, in font sizes. */
export const PARAGRAPH_SPACE = 0.85

/** Indents in font sizes; space under a paragraph that stands in a list. */
export const LIST_TYPE = { bullets: 1.3, numbers: 1.5, below: 0.3 } as const

/** Indent in font sizes; `rule` is the line down the side, px. */
export const QUOTE_TYPE = { indent: 1.1, rule: 2 } as const

/** Space above and below a rule across, in font sizes; its thickness, px. */
export const RULE_TYPE = { space: 2, rule: 1 } as const

/** Code: its letters and lines, and the space around it in font sizes of the text; code in a line is as large beside its neighbours. */
export const CODE_TYPE = { size: 0.84, line: 1.5, padding: 0.7 } as const

/** Tables: their letters and lines; space above and below the words of a cell and at either side, in its own sizes; rules in px. */
export const TABLE_TYPE = { size: 0.92, line: 1.4, down: 0.35, across: 0.6, rule: 1 } as const

/** An empty stretch: its lines at most; in a column narrower than so many px it is that share of them. */
export const SPACE_TYPE = { most: 12, narrow: 480, whereNarrow: 0.6 } as const

/** Date and topics under the title: size in shares of the text's, space below in their own sizes. */
export const FACTS_TYPE = { size: 0.82, below: 1.8 } as const

/** The name of the blog above every page: spaces in font sizes, its line below in px; what the blog is about is smaller. */
export const MASTHEAD_TYPE = { padding: 1, gap: 1, rule: 1, lineSize: 0.82 } as const

/** The foot of every page: size in shares of the text's, spaces in its own sizes. */
export const FOOT_TYPE = { size: 0.82, above: 2.5, below: 3 } as const

/** The words that ask for the rest of a gallery: size in shares of the text's, space above in their own sizes. */
export const MORE_TYPE = { size: 0.88, above: 0.7 } as const

/** px that a gallery's ground reaches past it, but never out of the window. */
export const GROUND_EDGE = 14

/**
 * The number of a step: its size in shares of the text's, the room it takes in the margin and the space above every step
 * in font sizes, the space under a number that stands above its step in its own sizes.
 */
export const STEP_TYPE = { size: 1.9, hang: 2.6, above: 0.7, below: 0.3, rule: 1 } as const

/** Space above and below words of a row that is folded, in font sizes. */
export const WORDS_FOLDED = 0.5

/** Space between words of a row and the pictures beside them, in font sizes, more than the gap of the row. */
export const WORDS_BESIDE = 0.8

/** px of the bar below a slideshow: a finger's size. Kept free before the script has filled it, so that nothing moves. */
export const SHOW_BAR = 44
