import type { RowKind } from '../../../core/kinds/options.ts'
import type { StepPictures } from '../../../core/post/step-pictures.ts'
import type { OnClick } from '../../../core/post/on-click.ts'
import type { CaptionPlace, Ground, Reveal, SlideshowManner, Through } from '../../../core/post/row.ts'

/** What the choices of rows and of the house style are called, wherever they are chosen. */

export const KIND_WORDS: Record<RowKind, string> = {
  one: 'One picture',
  'side-by-side': 'Side by side',
  patchwork: 'Patchwork',
  gallery: 'Gallery',
  slideshow: 'Slideshow',
}
export const CLICK_WORDS: readonly (readonly [OnClick['do'], string])[] = [
  ['nothing', 'Nothing'],
  ['enlarge', 'Enlarge'],
  ['picture-file', 'Picture file'],
  ['picture-page', 'Picture page'],
  ['web-address', 'Web address'],
]
export const THROUGH_WORDS: readonly (readonly [Through, string])[] = [
  ['row', 'This row'],
  ['post', 'The whole post'],
]
export const CAPTION_WORDS: readonly (readonly [CaptionPlace, string])[] = [
  ['each', 'Below each'],
  ['beside', 'Beside it'],
  ['over', 'Over each'],
  ['hover', 'Over, when pointed at'],
  ['row', 'One for the row'],
  ['none', 'None'],
]
export const GROUND_WORDS: readonly (readonly [Ground, string])[] = [
  ['none', 'The page'],
  ['light', 'Light'],
  ['dark', 'Dark'],
]
export const REVEAL_WORDS: readonly (readonly [Reveal, string])[] = [
  ['none', 'Just there'],
  ['fade', 'Fade in'],
  ['rise', 'Rise'],
]
export const MOVE_WORDS: readonly (readonly [SlideshowManner['move'], string])[] = [
  ['slide', 'Slide'],
  ['fade', 'Fade'],
]
export const PLACE_WORDS: readonly (readonly [SlideshowManner['place'], string])[] = [
  ['count', '3 of 12'],
  ['dots', 'Dots'],
  ['none', 'Nothing'],
]

export const STEP_PICTURES_WORDS: readonly (readonly [StepPictures, string])[] = [
  ['beside', 'Beside words'],
  ['below', 'Below words'],
]
