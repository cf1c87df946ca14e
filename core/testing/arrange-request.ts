import { ARRANGED_KINDS, type ArrangeRequest, type ArrangeWishes } from '../arrange/request.ts'
import { STARTING_STYLE } from '../house/house-style.ts'
import type { Block } from '../post/body.ts'
import type { Picture } from '../wire/picture.ts'
import { heading, picture, text } from './builders.ts'
import { mixedShapes, seededRandom } from './camera-shapes.ts'

export const WISHES: ArrangeWishes = { rows: 0, size: 0, kinds: ARRANGED_KINDS, leaveOut: false }

/** A request to arrange these pictures in this text, with nothing asked for. */
export const arrangeRequest = (
  pictures: readonly Picture[],
  content: readonly Block[],
  more: Partial<ArrangeRequest> = {},
): ArrangeRequest => ({
  body: { type: 'doc', content: [...content] },
  pictures,
  house: STARTING_STYLE,
  wishes: WISHES,
  leads: [],
  pins: [],
  seen: [],
  before: [],
  ...more,
})

const THINGS = ['kite', 'bridle', 'spar', 'tail', 'reel', 'slip', 'gull', 'lantern', 'knot', 'sail', 'shed', 'ferry']

/** A made-up day: so many pictures of mixed shapes, taken over hours with a few breaks, and so many paragraphs, some of which speak of them. */
export function madeUpDay(n: number, paragraphs: number, seed: number): ArrangeRequest {
  const random = seededRandom(seed)
  const of = (list: readonly string[]) => list[Math.floor(random() * list.length)]!
  const thing = () => `${of(THINGS)}${of(THINGS)}`
  let at = Date.UTC(2026, 4, 9, 7)
  const pictures = mixedShapes(n, seed).map((aspect, i) => {
    at += random() < 0.1 ? 5 * 3_600_000 : random() < 0.2 ? 2000 : 60_000 + random() * 240_000
    const [width, height] = aspect > 1 ? [4000, Math.round(4000 / aspect)] : [Math.round(4000 * aspect), 4000]
    const takenAt = new Date(at).toISOString().slice(0, 19)
    return picture(`day-${i}`, width, height, {
      takenAt,
      alt: random() < 0.5 ? `The ${thing()} and the ${of(THINGS)}` : '',
    })
  })
  const words = (count: number) => Array.from({ length: count }, () => (random() < 0.3 ? thing() : 'wind')).join(' ')
  const spoken = pictures.filter(({ alt }) => alt !== '')
  const content = Array.from({ length: paragraphs }, (_, i) => {
    if (i > 0 && i % 6 === 0) return heading(`Part ${i}`)
    const about = spoken[Math.floor(((i + 0.5) / paragraphs) * spoken.length)]
    return text(`${words(20 + Math.floor(random() * 80))} ${about?.alt ?? ''}`)
  })
  return arrangeRequest(pictures, content)
}
