import fc from 'fast-check'
import type { ListedPost } from '../front/listed-post.ts'
import { SEATS } from '../house/seats.ts'
import { MOVES, PLACE_MARKS } from '../post/row-choices.ts'
import {
  BLOCK_PLACES,
  LINE_COLOURS,
  LINE_FACTS,
  LONGEST_LINE,
  MOST_LINES,
  type PostShow,
  type ShowLine,
  STANDS,
} from '../shows/show.ts'
import { STEPS_OF_TYPE } from '../shows/show-type.ts'
import { listed } from './built-lists.ts'

/** Words in three scripts, of every length. */
const WORDS = [
  'by seven the flags on the slipway had stopped twitching and started to stand; that is the sign (eight to ten) we wait for: well-made kites, 3–4 m/s, “first up!”',
  'źdźbło trawy, Schifffahrtsübungsgelände, l’œil, à 12\u202f%, ¿quién lo sujeta? – ağaçların üstünde, příliš žluťoučký, waffle, A/B',
  '凧は七時に上がった。風は北西、八から十。糸が尽きるまで、ゆっくりと空へ。',
  'هبت الريح من الشمال الغربي وارتفعت الطائرة الورقية فوق المرسى حتى انتهى الخيط',
].map((text) => text.split(' '))

/** A text of so many words at most. */
export const words = (most: number): fc.Arbitrary<string> =>
  fc
    .tuple(fc.constantFrom(...WORDS), fc.array(fc.nat(), { maxLength: most }))
    .map(([from, picks]) => picks.map((pick) => from[pick % from.length]!).join(' '))

const showLine: fc.Arbitrary<ShowLine> = fc.record({
  says: fc.constantFrom(...LINE_FACTS),
  words: fc.integer({ min: 3, max: 60 }),
  text: words(12).map((text) => text.slice(0, LONGEST_LINE)),
  step: fc.integer({ min: 0, max: STEPS_OF_TYPE.length - 1 }),
  bold: fc.boolean(),
  colour: fc.constantFrom(...LINE_COLOURS),
  leads: fc.boolean(),
})

/** A post of which anything may be long, short or not there. */
export const builtPost: fc.Arbitrary<ListedPost> = fc
  .record({
    title: words(14).map((text) => text || 'Untitled'),
    excerpt: words(60),
    topics: fc.array(words(3).filter(Boolean), { maxLength: 4 }),
    byline: words(3),
    pictures: fc.nat(200),
  })
  .map((own) => listed(1, own))

/** A slideshow with every choice that there is. */
export const slideshow: fc.Arbitrary<PostShow> = fc.record({
  id: fc.constant('show-1'),
  name: fc.constant('Newest'),
  from: fc.constant({ by: 'newest' as const }),
  order: fc.constantFrom('date', 'title'),
  turned: fc.boolean(),
  most: fc.integer({ min: 1, max: 60 }),
  pictureless: fc.constantFrom('left out', 'house'),
  sits: fc.constantFrom(...SEATS),
  frame: fc.double({ min: 0.4, max: 4, noNaN: true }).map((frame) => Math.round(frame * 100) / 100),
  across: fc.integer({ min: 1, max: 4 }),
  move: fc.constantFrom(...MOVES),
  seconds: fc.integer({ min: 2, max: 60 }),
  starts: fc.boolean(),
  arrows: fc.boolean(),
  marks: fc.constantFrom(...PLACE_MARKS),
  lines: fc.array(showLine, { maxLength: MOST_LINES }),
  place: fc.constantFrom(...BLOCK_PLACES),
  width: fc.integer({ min: 20, max: 100 }),
  align: fc.constantFrom('start', 'middle', 'end'),
  stands: fc.constantFrom(...STANDS),
  words: fc.constantFrom('light', 'dark'),
  bandBelow: fc.constantFrom(0, 0, 400, 560, 900),
  veil: fc.oneof(
    fc.constant(0),
    fc.integer({ min: 0, max: 1000 }).map((veil) => veil / 1000),
  ),
  leads: fc.constantFrom('slide', 'line'),
  comes: fc.constantFrom('still', 'fade', 'rise'),
  changes: fc.constant({}),
})
