import fc from 'fast-check'
import type { Inline, Mark } from '../blocks/inline.ts'
import type { ListItem } from '../blocks/lists.ts'
import type { TextBlock } from '../blocks/table.ts'

/** Random text, in every form that text can have. */

/** What means something in Markdown, HTML or lists of choices. */
const SIGNS = [...'*_`[]()<>&!#-+1. |~\\a=:";\n\t']

/** Usual letters, letters of any script and none, and signs that forms of text read as something else. */
export const words = fc
  .oneof(
    { weight: 3, arbitrary: fc.string({ minLength: 1, maxLength: 30 }) },
    { weight: 1, arbitrary: fc.string({ minLength: 1, maxLength: 12, unit: 'binary' }) },
    { weight: 1, arbitrary: fc.string({ minLength: 1, maxLength: 12, unit: fc.constantFrom(...SIGNS) }) },
  )
  .filter((value) => value.trim() !== '')

const mark = fc.constantFrom<Mark[]>(
  [],
  [{ type: 'bold' }],
  [{ type: 'italic' }],
  [{ type: 'link', attrs: { href: '/posts/a/' } }],
  [{ type: 'link', attrs: { href: 'https://example.org' } }, { type: 'bold' }],
  [{ type: 'code' }],
  [{ type: 'strike' }],
  [{ type: 'subscript' }],
  [{ type: 'superscript' }],
  [{ type: 'bold' }, { type: 'code' }],
)
/** A small picture within a line. */
export const linePicture: fc.Arbitrary<Inline> = fc
  .record({
    id: fc.constantFrom('aaaa', 'bbbb'),
    wide: fc.oneof(
      fc.constantFrom(0.1, 1, 1.5, 8),
      fc.integer({ min: 10, max: 800 }).map((n) => n / 100),
    ),
    alt: fc.oneof(fc.constantFrom(null, ''), words),
    linked: fc.boolean(),
  })
  .map(
    ({ linked, ...attrs }): Inline => ({
      type: 'linePicture',
      attrs,
      ...(linked ? { marks: [{ type: 'link', attrs: { href: 'https://example.org/a' } }] } : {}),
    }),
  )
const inline: fc.Arbitrary<Inline> = fc.oneof(
  fc
    .tuple(words, mark)
    .map(
      ([value, marks]): Inline => (marks.length ? { type: 'text', text: value, marks } : { type: 'text', text: value }),
    ),
  fc.constant<Inline>({ type: 'hardBreak' }),
  linePicture,
)
/** Neighbouring texts with the same marks are one text, as the editor keeps them. */
export const inlines = fc
  .array(inline, { minLength: 1, maxLength: 4 })
  .map((list) =>
    list.filter(
      (one, i) =>
        i === 0 ||
        one.type !== 'text' ||
        list[i - 1]!.type !== 'text' ||
        JSON.stringify(one.marks) !== JSON.stringify((list[i - 1] as Inline).marks),
    ),
  )
const paragraph = fc.oneof(
  fc.constant<TextBlock>({ type: 'paragraph' }),
  inlines.map((content): TextBlock => ({ type: 'paragraph', content })),
)
const simple: fc.Arbitrary<TextBlock> = fc.oneof(
  paragraph,
  fc
    .tuple(fc.constantFrom(2 as const, 3 as const, 4 as const), inlines)
    .map(([level, content]): TextBlock => ({ type: 'heading', attrs: { level }, content })),
)
const codeBlock: fc.Arbitrary<TextBlock> = fc
  .tuple(
    fc.constantFrom(null, 'c', 'c++', 'objective-c'),
    fc.array(fc.oneof(words, fc.constantFrom('', '    indented', '\ttab', '```', '~~~', 'a </code> b')), {
      maxLength: 4,
    }),
  )
  .map(([language, lines]): TextBlock => {
    const text = lines.join('\n')
    return { type: 'codeBlock', attrs: { language }, ...(text ? { content: [{ type: 'text', text }] } : {}) }
  })
const table: fc.Arbitrary<TextBlock> = fc
  .tuple(fc.boolean(), fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 3 }))
  .chain(([heads, across, down]) =>
    fc
      .array(fc.array(fc.option(inlines, { nil: undefined }), { minLength: across, maxLength: across }), {
        minLength: down,
        maxLength: down,
      })
      .map(
        (rows): TextBlock => ({
          type: 'table',
          attrs: { heads },
          content: rows.map((cells) => ({
            type: 'tableRow',
            content: cells.map((content) => ({ type: 'tableCell', ...(content?.length ? { content } : {}) })),
          })),
        }),
      ),
  )
const item: fc.Arbitrary<ListItem> = fc
  .tuple(paragraph, fc.array(paragraph, { maxLength: 1 }))
  .map(([first, rest]) => ({ type: 'listItem', content: [first, ...rest] }))
const items = fc.array(item, { minLength: 1, maxLength: 3 })

/** Every kind of block that stands anywhere and holds words. */
export const TEXTS: readonly fc.Arbitrary<TextBlock>[] = [
  simple,
  items.map((content): TextBlock => ({ type: 'bulletList', content })),
  fc
    .tuple(fc.integer({ min: 1, max: 9 }), items)
    .map(([start, content]): TextBlock => ({ type: 'orderedList', attrs: { start }, content })),
  fc.array(simple, { minLength: 1, maxLength: 2 }).map((content): TextBlock => ({ type: 'blockquote', content })),
  codeBlock,
  table,
]
