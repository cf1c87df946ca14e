import type { Row } from '../post/row.ts'

/** One thing that a row will do, in plain words with figures; shown before anything is published. */
export interface Consequence {
  readonly about:
    | 'size'
    | 'crop'
    | 'phone'
    | 'runs'
    | 'captions'
    | 'filter'
    | 'sharp'
    | 'weight'
    | 'first'
    | 'click'
    | 'text'
  readonly words: string
  /** must be mended: readers lose what they came for */
  readonly grave?: true
  /** worth a look: readers would notice */
  readonly poor: boolean
  /** where it is poor and one change of the row clearly puts it right */
  readonly mend?: RowMend
}

export interface RowMend {
  /** what a press does: "Make it 240 px wide" */
  readonly words: string
  readonly change: Partial<Row>
}

/** The mend that sets a picture so wide, where that is still worth looking at. */
export const widthMend = (px: number): { mend?: RowMend } =>
  px < LEAST_MENDED
    ? {}
    : { mend: { words: `Make it ${Math.floor(px)} px wide`, change: { width: { unit: 'px', value: Math.floor(px) } } } }
const LEAST_MENDED = 120
