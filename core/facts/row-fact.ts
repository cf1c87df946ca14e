import type { OnClick } from '../post/on-click.ts'
import type { Row } from '../post/row.ts'
import type { RowChoices } from '../post/changes/row-choices.ts'

/** What a row will do, as data. Lengths are CSS px, pictures are counted from 0; words stand in `core/words`. */

export interface Size {
  readonly w: number
  readonly h: number
}

export type RowSize =
  | ({ readonly as: 'one' } & Size)
  /** each cell */
  | ({ readonly as: 'cells'; readonly across: number; readonly height: number } & Size)
  | {
      readonly as: 'strip'
      readonly slides: number
      readonly across: number
      readonly frame: Size
      readonly whole: boolean
    }
  | { readonly as: 'columns'; readonly columns: number; readonly w: number; readonly height: number }
  | {
      readonly as: 'lines'
      readonly counts: readonly number[]
      readonly heights: readonly number[]
      readonly height: number
    }
  | { readonly as: 'boxes'; readonly boxes: readonly Size[]; readonly height: number }

export type Crop =
  | { readonly as: 'none' }
  /** shares of the pictures' areas: on average, and of the picture that loses most */
  | { readonly as: 'lost'; readonly mean: number; readonly most: number; readonly picture: number }
  /** share of the frame that the picture that suits it least leaves empty */
  | { readonly as: 'empty'; readonly most: number; readonly picture: number }

/** What a row becomes on a phone. */
export type Fold =
  | { readonly to: 'one'; readonly w: number }
  | { readonly to: 'cells'; readonly across: number; readonly w: number }
  | { readonly to: 'strip'; readonly across: number }
  | { readonly to: 'columns'; readonly columns: number }
  | { readonly to: 'patchwork' }
  | { readonly to: 'lines'; readonly counts: readonly number[] }
  | { readonly to: 'same' }

/** On a wide screen and on a phone. */
export interface Lines {
  readonly wide: number
  readonly phone: number
}

export interface ScreenBytes {
  readonly screen: string
  readonly bytes: number
}

/** A caption that stands below the row, and the lines that it would take below its picture on a wide screen. */
export interface CaptionMoved {
  readonly picture: number
  readonly lines: number
  /** by what it names the picture */
  readonly key: string
}

type About =
  | {
      readonly about: 'size'
      readonly size: RowSize & { readonly cropped: boolean }
      /** height of a picture far higher than the screen */
      readonly towers: number | null
    }
  | { readonly about: 'crop'; readonly crop: Crop }
  | {
      readonly about: 'phone'
      readonly fold: Fold
      readonly height: number
      /** width of its container below which it is no longer what it is on a wide screen; null: not told */
      readonly until: number | null
      /** what it is until then is one line of pictures */
      readonly oneLine: boolean
      /** it can't be what was asked for at any width */
      readonly tooMany: boolean
    }
  | { readonly about: 'runs'; readonly pictures: number; readonly seconds: number; readonly starts: boolean }
  | { readonly about: 'captions'; readonly room: Lines }
  | { readonly about: 'captions'; readonly below: readonly CaptionMoved[] }
  | { readonly about: 'captions'; readonly covers: number; readonly picture: number }
  | { readonly about: 'filter'; readonly tags: number; readonly lines: Lines | null }
  | {
      readonly about: 'sharp'
      /** device px for each CSS px */
      readonly density: number
      readonly shown: number
      readonly has: number
      /** null where it is the only one */
      readonly picture: number | null
    }
  | {
      readonly about: 'pointers'
      readonly pointers: number
      /** px of the picture from which none lies on another; null: two do at every width */
      readonly least: number | null
      /** px that the picture has where it is narrowest, and its position; null where it is the only one */
      readonly shown: number
      readonly picture: number | null
    }
  | { readonly about: 'weight'; readonly screens: readonly ScreenBytes[] }
  | { readonly about: 'first'; readonly ahead: readonly ScreenBytes[] }
  | { readonly about: 'first'; readonly shown: number; readonly rest: number }
  | {
      readonly about: 'click'
      readonly click: OnClick
      /** what enlarging opens without scripts */
      readonly otherwise: 'page' | 'file' | null
      /** pictures with a click of their own, of so many */
      readonly apart: number
      readonly of: number
      readonly tries: boolean
    }
  /** words of the row that are not shown, as it is */
  | { readonly about: 'words'; readonly shown: false }
  | {
      readonly about: 'words'
      readonly shown: true
      /** px of the pictures, and of the highest words beside them */
      readonly pictures: number
      readonly words: number
      /** width of its container below which words stand below their picture */
      readonly until: number
      /** the words are folded at this width already */
      readonly folded: boolean
    }
  | { readonly about: 'text'; readonly beside: null; readonly least: number }
  | { readonly about: 'text'; readonly beside: Beside }

export interface Beside {
  readonly charactersPerLine: number
  readonly lines: number
  /** lines that the text fills */
  readonly filled: number
  /** what ends the text too soon */
  readonly ends: 'heading' | 'text' | null
  /** where a line is too short: characters that would do, and the widest picture that leaves them */
  readonly short: { readonly least: number; readonly widest: number } | null
}

/** One thing that a row will do; told before anything is published. */
export type RowFact = About & {
  /** must be mended: readers lose what they came for */
  readonly grave?: true
  /** worth a look: readers would notice */
  readonly poor: boolean
  /** where it is poor and one change of the row clearly puts it right */
  readonly mend?: RowMend
}
export type FactOf<T extends RowFact['about']> = Extract<RowFact, { about: T }>

export interface RowMend {
  readonly by:
    | { readonly way: 'px'; readonly px: number }
    | { readonly way: 'share'; readonly percent: number }
    | { readonly way: 'words'; readonly percent: number }
    | { readonly way: 'standing alone' | 'waiting for a reader' | 'no filter' }
  readonly change: RowChoices
}

/** px under which a picture is not worth setting smaller */
const LEAST_MENDED = 120

/**
 * A picture alone in its row, of which the width is its own. Among other pictures or words its width is theirs too, and
 * one beside text is as wide as a phone where it folds.
 */
export const hasWidthOfItsOwn = ({ kind, one, words }: Row): boolean =>
  kind === 'one' && one.side === null && words.length === 0

/** The mend that sets a picture so wide, where that is still worth looking at. */
export function widthMend(px: number): { mend?: RowMend } {
  const value = Math.floor(px)
  return px < LEAST_MENDED
    ? {}
    : { mend: { by: { way: 'px', px: value }, change: { one: { width: { unit: 'px', value } } } } }
}
