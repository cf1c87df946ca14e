import type { FocusPoint } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Lights } from '../looks/lights.ts'
import type { PostShow } from './show.ts'
import type { SlideWidths } from './slide-widths.ts'
import type { SaidLine } from './slide-words.ts'

/** What the words of a slide stand over. */
export interface Under {
  readonly aspect: number
  readonly focus: FocusPoint
  /** null: nobody has looked at the picture yet, so that it may be anything */
  readonly lights: Lights | null
}

/** What a slide is judged by. */
export interface JudgedSlide {
  readonly show: Pick<PostShow, 'frame' | 'align' | 'words'>
  readonly said: readonly SaidLine[]
  readonly under: Under
  readonly house: HouseStyle
  readonly widths: SlideWidths
}
