import fc from 'fast-check'
import type { JoinTree } from '../layout/join-tree.ts'
import type { Inline } from '../blocks/inline.ts'
import type { TextBlock } from '../blocks/table.ts'
import type { Block } from '../post/body.ts'
import type { Composition } from '../post/composition.ts'
import { OWN_CROP } from '../post/limits.ts'
import { pointer } from './pointer-arbitrary.ts'
import type { OnClick } from '../post/on-click.ts'
import { EMPTY_POST, type PostContent } from '../post/post.ts'
import { CAPTION_PLACES, GROUNDS, MOVES, PLACE_MARKS, REVEALS, THROUGH } from '../post/row-choices.ts'
import { inlines, linePicture, TEXTS, words } from './text-arbitrary.ts'
import { STEP_PICTURES } from '../post/step-pictures.ts'
import { GALLERY_FORMS, GALLERY_ORDERS } from '../kinds/gallery/options.ts'
import { type PlacedWords, WORDS_SIT } from '../post/placed-words.ts'
import type { SetShown } from '../sets/set-shown.ts'
import type { PlacedPicture, Row } from '../post/row.ts'

/** Random values for laws; fast-check prints the seed of a failure. */

/** Shapes: mostly as cameras and crops make them, and all that intake admits besides, 1 : 1000 and 1000 : 1 included. */
export const aspect = fc.oneof(
  { weight: 4, arbitrary: fc.constantFrom(1.5, 2 / 3, 4 / 3, 3 / 4, 16 / 9, 1) },
  { weight: 3, arbitrary: fc.double({ min: 0.3, max: 4, noNaN: true }) },
  { weight: 1, arbitrary: fc.double({ min: -3, max: 3, noNaN: true }).map((power) => 10 ** power) },
)

/** The px of pictures as intake takes them in: of any shape, from one px up to a hundred megapixels. */
export const pictureSize: fc.Arbitrary<{ width: number; height: number }> = fc
  .tuple(aspect, fc.integer({ min: 1, max: 9000 }))
  .map(([shape, longest]) => ({
    width: Math.max(1, Math.round(shape >= 1 ? longest : longest * shape)),
    height: Math.max(1, Math.round(shape >= 1 ? longest / shape : longest)),
  }))
export const gap = fc.integer({ min: 0, max: 24 })

/** A tree of joins over n pictures, in reading order. */
export const joinTree = (least = 1, most = 9): fc.Arbitrary<JoinTree> =>
  fc
    .tuple(fc.array(aspect, { minLength: least, maxLength: most }), fc.infiniteStream(fc.tuple(fc.boolean(), fc.nat())))
    .map(([aspects, stream]) => {
      const build = (from: number, to: number): JoinTree => {
        if (to - from === 1) return { type: 'picture', index: from, aspect: aspects[from]! }
        const { value } = stream.next() as { value: [boolean, number] }
        const cut = from + 1 + (value[1] % (to - from - 1))
        return { type: value[0] ? 'beside' : 'stacked', parts: [build(from, cut), build(cut, to)] }
      }
      return build(0, aspects.length)
    })

/** A composition of n pictures. */
export const composition = (n: number): fc.Arbitrary<Composition> =>
  n === 1
    ? fc.constant<Composition>('.')
    : fc
        .tuple(fc.boolean(), fc.integer({ min: 1, max: n - 1 }))
        .chain(([beside, cut]) =>
          fc
            .tuple(composition(cut), composition(n - cut))
            .map((parts): Composition => (beside ? { beside: parts } : { stacked: parts })),
        )

export const id = fc.stringMatching(/^[a-z0-9]{8}$/)
const href = fc.constantFrom('https://example.org/a?b=c&d="e"', '/posts/knots/', 'mailto:orla@example.org')

export const onClick: fc.Arbitrary<OnClick> = fc.oneof(
  fc.constantFrom<OnClick>({ do: 'nothing' }, { do: 'enlarge' }, { do: 'picture-file' }, { do: 'picture-page' }),
  fc.record({ do: fc.constant('web-address' as const), href, newWindow: fc.boolean() }),
)

const placed: fc.Arbitrary<PlacedPicture> = fc.record(
  {
    id,
    alt: words,
    caption: words,
    credit: words,
    onClick,
    inSet: fc.record({ alt: words, caption: words, credit: words }, { requiredKeys: [] }),
    crop: fc.double({ min: OWN_CROP.least, max: OWN_CROP.most, noNaN: true }),
    pointers: fc.array(pointer, { minLength: 1, maxLength: 6 }),
    lead: fc.constant(true as const),
    pinned: fc.constant(true as const),
  },
  { requiredKeys: ['id'] },
)

const setShown: fc.Arbitrary<SetShown> = fc.record({
  id,
  name: fc.string({ maxLength: 60 }),
  first: fc.option(fc.integer({ min: 1, max: 100 })),
  tag: fc.option(fc.string({ minLength: 1, maxLength: 20 })),
  ownOrder: fc.boolean(),
  without: fc.array(id, { maxLength: 5 }),
})

const placedWords: fc.Arbitrary<PlacedWords> = fc.record({
  at: fc.integer({ min: 0, max: 7 }),
  share: fc.double({ min: 0.15, max: 0.7, noNaN: true }),
  sits: fc.constantFrom(...WORDS_SIT),
  content: fc.array(
    fc
      .tuple(fc.boolean(), words, fc.array(linePicture, { maxLength: 2 }))
      .map(([heading, text, pictures]): TextBlock => {
        // How wide letters are that the font has not is a guess: beside pictures lines would end otherwise.
        const known = pictures.length ? text.replace(/[^\x20-\x7e]/g, '').trim() || 'Up' : text
        const content: Inline[] = [{ type: 'text', text: known }, ...pictures]
        return heading ? { type: 'heading', attrs: { level: 2 }, content } : { type: 'paragraph', content }
      }),
    { minLength: 1, maxLength: 3 },
  ),
})
export const row: fc.Arbitrary<Row> = fc
  .record({
    id,
    kind: fc.constantFrom('side-by-side' as const, 'patchwork' as const, 'gallery' as const, 'slideshow' as const),
    pictures: fc.array(placed, { minLength: 1, maxLength: 12 }),
    set: fc.option(setShown),
    sits: fc.constantFrom('measure' as const, 'outset' as const, 'bleed' as const),
    one: fc.record({
      side: fc.constantFrom(null, 'left' as const, 'right' as const),
      width: fc.oneof(
        fc.constant(null),
        fc.record({ unit: fc.constant('px' as const), value: fc.integer({ min: 40, max: 1200 }) }),
        fc.record({ unit: fc.constant('%' as const), value: fc.integer({ min: 5, max: 100 }) }),
      ),
    }),
    patchwork: fc.record({
      composition: fc.option(fc.oneof(composition(2), composition(3), composition(4), composition(5), composition(6))),
    }),
    gallery: fc.record({
      form: fc.constantFrom(...GALLERY_FORMS),
      across: fc.integer({ min: 1, max: 8 }),
      cell: fc.constantFrom(1, 1.5, 2 / 3, 4 / 3),
      order: fc.constantFrom(...GALLERY_ORDERS),
      ground: fc.option(fc.constantFrom(...GROUNDS)),
      filter: fc.option(fc.boolean()),
      tagsLeftOut: fc.subarray(['launch', 'bench']),
      first: fc.option(fc.integer({ min: 1, max: 6 })),
    }),
    slideshow: fc.record({
      frame: fc.option(fc.constantFrom(1.5, 1, 16 / 9, 0.8)),
      across: fc.integer({ min: 1, max: 4 }),
      fill: fc.boolean(),
      move: fc.option(fc.constantFrom(...MOVES)),
      seconds: fc.option(fc.integer({ min: 2, max: 20 })),
      starts: fc.option(fc.boolean()),
      arrows: fc.option(fc.boolean()),
      place: fc.option(fc.constantFrom(...PLACE_MARKS)),
      fullScreen: fc.option(fc.boolean()),
    }),
    width: fc.option(fc.integer({ min: 160, max: 1200 }), { freq: 2 }),
    words: fc.oneof(
      { weight: 3, arbitrary: fc.constant<PlacedWords[]>([]) },
      { weight: 1, arbitrary: fc.array(placedWords, { maxLength: 2 }) },
    ),
    reveal: fc.option(fc.constantFrom(...REVEALS)),
    share: fc.option(fc.boolean()),
    through: fc.option(fc.constantFrom(...THROUGH)),
    between: fc.option(fc.integer({ min: 0, max: 40 })),
    space: fc.option(fc.integer({ min: 0, max: 60 })),
    corner: fc.option(fc.integer({ min: 0, max: 40 })),
    border: fc.option(
      fc.record({ width: fc.integer({ min: 0, max: 24 }), colour: fc.constantFrom('#b8281f', '#fffdf9') }),
    ),
    captions: fc.option(fc.constantFrom(...CAPTION_PLACES)),
    caption: fc.string({ maxLength: 40 }),
    onClick: fc.option(onClick),
  })
  .map((value): Row => (value.pictures.length === 1 ? { ...value, kind: 'one' } : value))

export const step: fc.Arbitrary<Block> = fc
  .tuple(
    fc.oneof(fc.constant(null), fc.constant('on' as const), fc.integer({ min: 0, max: 9999 })),
    fc.option(fc.constantFrom(...STEP_PICTURES)),
    fc.option(inlines, { nil: undefined }),
  )
  .map(
    ([number, pictures, content]): Block => ({
      type: 'step',
      attrs: { number, pictures },
      ...(content?.length ? { content } : {}),
    }),
  )
export const block: fc.Arbitrary<Block> = fc.oneof(
  ...TEXTS,
  fc.constant<Block>({ type: 'horizontalRule' }),
  fc.integer({ min: 1, max: 12 }).map((lines): Block => ({ type: 'space', attrs: { lines } })),
  row.map((attrs): Block => ({ type: 'row', attrs })),
  step,
  fc.constant<Block>({ type: 'stepsEnd' }),
  fc.constantFrom('show-1', 'show-2').map((show): Block => ({ type: 'shownPosts', attrs: { show } })),
)

/** A post whose rows all have ids of their own. */
export const postContent: fc.Arbitrary<PostContent> = fc
  .tuple(words, fc.array(block, { minLength: 1, maxLength: 8 }))
  .map(([title, content]) => {
    const own = content.map(
      (one, i): Block =>
        one.type === 'row' ? { ...one, attrs: { ...one.attrs, id: `row-${i}-${one.attrs.id}` } } : one,
    )
    return { ...EMPTY_POST, title, body: { type: 'doc', content: own } }
  })
