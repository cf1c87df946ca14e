import { type CropWindow, cropWindow } from '../geometry/crop-window.ts'
import { luminance } from '../house/contrast.ts'
import { encoded, linear } from '../house/light.ts'
import { extreme, lightened, type Lights, LIGHTS_LENGTH, shareSeen } from '../looks/lights.ts'
import type { JudgedSlide, Under } from './judged-slide.ts'
import type { LaidLine, LaidSlide } from './slide-layout.ts'
import { lineColour, showColours } from './slide-setting.ts'

/** Words lie on the subject where they cover the focus point, or more than this of what there is to see. */
const MOST_OF_SEEN = 0.5
/** Of a picture that nobody has looked at yet: it may be anything. */
const UNKNOWN: Lights = new Uint8Array(LIGHTS_LENGTH).fill(255, LIGHTS_LENGTH / 4, LIGHTS_LENGTH / 2)

/** An area of the frame as shares of the picture that is seen through it. */
const inPicture = (area: CropWindow, { width, height }: LaidSlide, seen: CropWindow): CropWindow => ({
  x: seen.x + (area.x / width) * seen.width,
  y: seen.y + (area.y / height) * seen.height,
  width: (area.width / width) * seen.width,
  height: (area.height / height) * seen.height,
})

/** The luminance of a line. */
const wordsOf = ({ said }: LaidLine, { show, house }: JudgedSlide): number =>
  luminance(lineColour(said.line.colour, show.words, house))

/** The extreme of light under a line, as a grey of 0 to 1, without the veil; where it is not certain in which place, that of the block. */
function greyUnder(line: LaidLine, slide: LaidSlide, under: Under, which: 'lightest' | 'darkest' | 'veiled'): number {
  const seen = cropWindow(under.aspect, slide.aspect, under.focus)
  const lights = under.lights ?? UNKNOWN
  return slide.certain
    ? extreme(lights, inPicture(line.area, slide, seen), which)
    : extreme(lights, inPicture(slide.block, slide, seen), which, 0)
}

/** Greys, 0 to 1, by which a veil over a picture may be lighter or darker on a screen: both are drawn in whole bytes. */
const WHOLE_BYTES = 1 / 255

/** The luminance of the lightest, or of the darkest, that is under a line, by the strength of a veil. */
function lightUnder(line: LaidLine, slide: LaidSlide, judged: JudgedSlide, which: 'lightest' | 'darkest') {
  const { shade } = showColours(judged.show.words, judged.house)
  const grey = greyUnder(line, slide, judged.under, which)
  // A dark veil leaves colours no lighter than greys that are as light; a light one lightens them less.
  if (which === 'lightest' || judged.show.words === 'light')
    return (veil: number): number => {
      const mixed = grey * (1 - veil) + shade * veil
      const off = veil === 0 ? 0 : which === 'lightest' ? WHOLE_BYTES : -WHOLE_BYTES
      return linear(Math.min(1, Math.max(0, mixed + off)))
    }
  const half = greyUnder(line, slide, judged.under, 'veiled')
  return (veil: number): number => {
    const light = lightened(grey, half, veil, shade)
    return veil === 0 ? light : linear(Math.max(0, encoded(light) - WHOLE_BYTES))
  }
}

/** The least contrast that a line over the picture has to what is under it, 1 to 21. */
export function lineContrast(line: LaidLine, slide: LaidSlide, judged: JudgedSlide, veil: number): number {
  const words = wordsOf(line, judged)
  const lightest = lightUnder(line, slide, judged, 'lightest')(veil)
  if (words > lightest) return (words + 0.05) / (lightest + 0.05)
  const darkest = lightUnder(line, slide, judged, 'darkest')(veil)
  return words < darkest ? (darkest + 0.05) / (words + 0.05) : 1
}

/** What a veil is made stronger by than is needed: its strength is rounded. */
const VEIL_MORE = 0.005
/** Times that the strength of a light veil is narrowed down by a half: to less than a thousandth. */
const HALVED = 11

/** The least strength of a veil at which the line can be read, 0 to 1; null where none is enough. */
export function veilFor(line: LaidLine, slide: LaidSlide, judged: JudgedSlide): number | null {
  const words = wordsOf(line, judged)
  if (judged.show.words === 'light') {
    const wanted = (words + 0.05) / line.needs - 0.05
    if (wanted < 0) return null
    const grey = greyUnder(line, slide, judged.under, 'lightest')
    const [limit, { shade }] = [encoded(wanted), showColours(judged.show.words, judged.house)]
    if (grey <= limit) return 0
    const strength = (grey + WHOLE_BYTES - limit) / (grey - shade)
    return strength <= 1 - VEIL_MORE ? strength + VEIL_MORE : null
  }
  const wanted = (words + 0.05) * line.needs - 0.05
  const light = lightUnder(line, slide, judged, 'darkest')
  if (light(0) >= wanted) return 0
  if (light(1 - VEIL_MORE) < wanted) return null
  let [low, high] = [0, 1 - VEIL_MORE]
  for (let i = 0; i < HALVED; i++) {
    const middle = (low + high) / 2
    if (light(middle) >= wanted) high = middle
    else low = middle
  }
  return high + VEIL_MORE
}

/** Whether words over the picture lie on what is to be seen. */
export function subjectCovered(slide: LaidSlide, { aspect, focus, lights }: Under): boolean {
  if (slide.stands !== 'over' || slide.block.width === 0) return false
  const seen = cropWindow(aspect, slide.aspect, focus)
  const under = inPicture(slide.block, slide, seen)
  const inside = (from: number, size: number, point: number) => point > from && point < from + size
  if (inside(under.x, under.width, focus.x) && inside(under.y, under.height, focus.y)) return true
  return lights !== null && shareSeen(lights, under, seen) > MOST_OF_SEEN
}
