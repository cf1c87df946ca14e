import fc from 'fast-check'
import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { type HouseStyle, STARTING_STYLE } from '../core/house/house-style.ts'
import { type Lights, lightsOf } from '../core/looks/lights.ts'
import { houseCss } from '../core/page/house-css.ts'
import { postShowCss } from '../core/page/post-show-css.ts'
import { postShowHtml } from '../core/page/post-show-html.ts'
import { builtPost, slideshow } from '../core/testing/show-arbitrary.ts'
import { directionOf } from '../core/readers/languages.ts'
import { picture } from '../core/testing/builders.ts'
import type { PostShow } from '../core/shows/show.ts'
import type { ShowSlide } from '../core/shows/slide-mends.ts'

/** Slides of posts over pictures of every kind, and pages of them. */

/** A slide, and how wide it is drawn. */
export interface SampleSlide extends ShowSlide {
  readonly width: number
}

/** How pictures of the sample look: how large, and which colour each px has, 0 to 255. */
type Drawn = (x: number, y: number, chance: () => number) => readonly [number, number, number]

/** A repeatable chance, 0 to 1: a linear congruence with the constants of Numerical Recipes. */
function chanceOf(seed: number): () => number {
  let state = seed >>> 0
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32
}

const SCENES: readonly ((seed: number) => Drawn)[] = [
  // A sky over a shore, lighter towards the horizon.
  (seed) => (x, y, chance) => {
    const sea = y > 0.6 + 0.02 * Math.sin(9 * x + seed)
    const light = sea ? 60 + 40 * Math.sin(40 * y + 3 * x) : 110 + 140 * y
    const grain = 14 * chance()
    return [light * (sea ? 0.6 : 0.85) + grain, light * 0.9 + grain, light + grain]
  },
  // Night with lamps.
  (seed) => (x, y) => {
    const lamp = [0.2, 0.45, 0.8].reduce(
      (sum, at, i) => sum + 255 * Math.exp(-((x - at) ** 2 + (y - 0.3 - 0.05 * ((seed + i) % 5)) ** 2) * 300),
      0,
    )
    return [12 + lamp, 14 + 0.8 * lamp, 28 + 0.4 * lamp]
  },
  // Leaves: light and dark side by side, at every size.
  (seed) => (x, y, chance) => {
    const leaf = 0.5 + 0.5 * Math.sin(60 * x + seed) * Math.cos(47 * y + 8 * Math.sin(11 * x))
    const light = 230 * leaf * (0.7 + 0.3 * chance())
    return [light * 0.5, light, light * 0.35]
  },
  // Strong colours beside each other.
  (seed) => (x, y) => {
    const stripe = Math.floor(7 * x + 3 * y + seed) % 4
    return (
      [
        [220, 30, 40],
        [20, 60, 200],
        [250, 220, 60],
        [30, 140, 90],
      ] as const
    )[stripe]!
  },
  // Snow, nearly white.
  () => (_x, y, chance) => {
    const light = 236 - 30 * y + 12 * chance()
    return [light, light, Math.min(255, light + 6)]
  },
]
const ASPECTS = [0.4, 2 / 3, 1, 4 / 3, 3 / 2, 16 / 9, 2.8]
/** px of the longer side */
const SIDE = 1200

export interface SamplePicture {
  readonly aspect: number
  readonly file: Buffer
  readonly lights: Lights
}

/** Pictures of every scene in every shape, with what intake would keep of their light. */
export async function samplePictures(): Promise<SamplePicture[]> {
  const pictures: SamplePicture[] = []
  for (const [seed, aspect] of ASPECTS.entries())
    for (const scene of SCENES) {
      const width = Math.round(aspect >= 1 ? SIDE : SIDE * aspect)
      const height = Math.round(aspect >= 1 ? SIDE / aspect : SIDE)
      const [draw, chance] = [scene(seed), chanceOf(seed * 97 + pictures.length)]
      const data = new Uint8ClampedArray(3 * width * height)
      for (let y = 0, at = 0; y < height; y++)
        for (let x = 0; x < width; x++, at += 3) data.set(draw(x / width, y / height, chance), at)
      const image = sharp(data, { raw: { width, height, channels: 3 } })
      const seen = await image
        .clone()
        .resize({ width: 1024, height: 1024, fit: 'inside', withoutEnlargement: true })
        .raw()
        .toBuffer({ resolveWithObject: true })
      pictures.push({
        aspect: width / height,
        file: await image.clone().webp({ quality: 82 }).toBuffer(),
        lights: lightsOf({ data: seen.data, width: seen.info.width, height: seen.info.height, channels: 3 }),
      })
    }
  return pictures
}

/** Random slides over these pictures. */
export function sampleSlides(pictures: readonly SamplePicture[], count: number, seed: number): SampleSlide[] {
  // Half of them are set as people set them, or hardly any would have words over a picture that fit.
  const plain = slideshow.map(
    (show): PostShow => ({
      ...show,
      stands: 'over',
      bandBelow: 0,
      frame: Math.min(show.frame, 2),
      width: Math.max(show.width, 45),
      lines: show.lines
        .slice(0, 3)
        .map((line) => ({ ...line, step: Math.min(line.step, 5), words: Math.min(line.words, 12) })),
    }),
  )
  const any = fc.record({
    show: fc.oneof(slideshow, plain),
    post: builtPost,
    of: fc.nat(pictures.length - 1),
    focus: fc.record({ x: fc.double({ min: 0, max: 1, noNaN: true }), y: fc.double({ min: 0, max: 1, noNaN: true }) }),
    width: fc.double({ min: 320, max: 1600, noNaN: true }),
    fontSize: fc.constantFrom(14, 16, 18.5, 20, 23.3, 28),
    language: fc.constantFrom('en' as const, 'en' as const, 'ar' as const),
  })
  return fc.sample(any, { numRuns: count, seed }).map(({ show, post, of, focus, width, fontSize, language }, i) => {
    const { aspect, lights } = pictures[of]!
    const own = {
      ...picture(`picture-${of}`, Math.round(SIDE * Math.min(1, aspect)), Math.round(SIDE / Math.max(1, aspect))),
    }
    const files = [
      { width: own.width, height: own.height, format: 'webp' as const, bytes: 1, file: `picture-${of}.webp` },
    ]
    return {
      show: { ...show, id: `show-${i}`, sits: 'bleed', across: 1, comes: 'still' } satisfies PostShow,
      post: { ...post, id: `post-${i}`, featured: { picture: { ...own, renditions: files }, focus }, fallback: false },
      lights,
      house: { ...STARTING_STYLE, language, type: { ...STARTING_STYLE.type, fontSize } } satisfies HouseStyle,
      width: Math.round(width * 64) / 64,
    }
  })
}

/** A slide alone in a container so wide, as readers have it. */
export const slideHtml = ({ show, post, house, width }: SampleSlide): string =>
  `<style>body{margin:0}${houseCss(house)}${postShowCss(show, house)}.page .seat{margin:0!important}</style><div class="page" dir="${directionOf(house.language)}" style="width:${width}px">${postShowHtml(show, [post], { house, address: (file) => `/${file}`, first: true })}</div>`

interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

export interface MeasuredLine {
  readonly lines: number
  /** whether all of it lies in the frame, or in the band */
  readonly inside: boolean
  /** its letters, line by line, px */
  readonly rects: readonly Box[]
}

export interface MeasuredSlide {
  readonly height: number
  readonly lines: readonly MeasuredLine[]
  /** the words begin left of the picture */
  readonly wordsFirst: boolean
}

/** Where the lines of words of a page with one slide lie. */
export const measureSlide = (page: Page): Promise<MeasuredSlide> =>
  page.evaluate(async () => {
    await Promise.all([...document.images].map((image) => image.decode()))
    await document.fonts.ready
    const face = document.querySelector('.face')!.getBoundingClientRect()
    const seen = document.querySelector('.seen')!.getBoundingClientRect()
    const lines = [...document.querySelectorAll<HTMLElement>('.said > p')].map((line) => {
      const high = parseFloat(getComputedStyle(line).lineHeight)
      const range = document.createRange()
      range.selectNodeContents(line)
      const rects = [...range.getClientRects()]
        .filter(({ width }) => width > 0)
        // The letters of a line stand in its line box; what its font is high besides stands out of it.
        .map(({ x, y, width, height }) => ({ x, y: y + (height - high) / 2, width, height: high }))
      const box = line.getBoundingClientRect()
      return {
        lines: Math.round(box.height / high),
        inside: [box, ...rects].every(
          ({ x, y, width, height }) =>
            x > face.x - 0.1 && y > face.y - 0.1 && x + width < face.right + 0.1 && y + height < face.bottom + 0.1,
        ),
        rects,
      }
    })
    const said = document.querySelector('.said')?.getBoundingClientRect()
    return { height: seen.height, lines, wordsFirst: said !== undefined && said.x < seen.x }
  })
