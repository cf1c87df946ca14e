import type { HouseStyle } from '../house/house-style.ts'
import { contrast, luminance } from '../house/contrast.ts'
import { encoded } from '../house/light.ts'
import type { BlockPlace, PostShow, SlideChange } from './show.ts'

/** How the words of one slide are set: as its slideshow has it, but for what the slide has otherwise. */
export interface SlideSetting {
  readonly place: BlockPlace
  /** per cent of what lies between the edges */
  readonly width: number
  readonly stands: PostShow['stands']
  readonly smaller: number
  readonly veil: number
  readonly bandBelow: number
}

export const settingOf = (show: PostShow, change: SlideChange = {}): SlideSetting => ({
  place: change.place ?? show.place,
  width: change.width ?? show.width,
  stands: show.stands,
  smaller: change.smaller ?? 0,
  veil: change.veil ?? show.veil,
  bandBelow: change.bandBelow ?? show.bandBelow,
})

/** Narrower slides have the words below the picture, where there is no room beside it. */
export const BESIDE_FROM = 560

/** Where the words stand on a slide so wide. */
export function standsAt({ stands, bandBelow }: SlideSetting, width: number): PostShow['stands'] {
  if (stands === 'beside') return width < BESIDE_FROM ? 'band' : 'beside'
  return stands === 'over' && width < bandBelow ? 'band' : stands
}

/** The colours of a slideshow: of its words, of what lies under them in bands, and of veils, which are grey. */
export function showColours(words: PostShow['words'], { colours: { ground, ink } }: HouseStyle) {
  const [dark, light] = luminance(ground) < luminance(ink) ? [ground, ink] : [ink, ground]
  const under = words === 'light' ? dark : light
  // A grey can be reckoned with. No lighter, or no darker, than what it stands for.
  const grey = 255 * encoded(luminance(under))
  const shade = words === 'light' ? Math.floor(grey) : Math.ceil(grey - 1e-6)
  return {
    words: words === 'light' ? light : dark,
    under,
    shade: shade / 255,
    veil: `rgb(${shade} ${shade} ${shade})`,
  }
}

/** The colour of a line over the picture. */
export const lineColour = (colour: PostShow['lines'][number]['colour'], words: PostShow['words'], house: HouseStyle) =>
  colour === 'plain' ? showColours(words, house).words : house.colours[colour]

/** The same in a band or beside the picture, where a colour that can't be read gives way to that of words. */
export function lineColourOnBand(
  colour: PostShow['lines'][number]['colour'],
  words: PostShow['words'],
  needs: number,
  house: HouseStyle,
): string {
  const own = lineColour(colour, words, house)
  const { words: plain, under } = showColours(words, house)
  return contrast(own, under) >= needs ? own : plain
}

/** Row (0 top, 1 middle, 2 foot) and column (0 left, 1 middle, 2 right) of a place. */
export function rowAndColumn(place: BlockPlace): readonly [row: number, column: number] {
  const row = place.startsWith('top') ? 0 : place.startsWith('foot') ? 2 : 1
  const column = place.endsWith('left') ? 0 : place.endsWith('right') ? 2 : 1
  return [row, column]
}
