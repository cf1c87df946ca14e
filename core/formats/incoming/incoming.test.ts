import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inlineText } from '../../blocks/inline.ts'
import { type Block, isRow, plainText, rowsOf } from '../../post/body.ts'
import { parsePost } from '../../post/post.ts'
import type { Row } from '../../post/row.ts'
import { largestOf } from './image.ts'
import { type IncomingPost, readIncoming } from './incoming-post.ts'

const setting = () => {
  let rows = 0
  return {
    measure: 640,
    newRowId: () => `row-${++rows}`,
    pictures: {
      // What a picture is called by here shows in the tests.
      idOf: ({ src }: { src: string }) =>
        src
          .replace(/[^\w-]/g, '_')
          .padStart(4, '_')
          .slice(-60),
      inherited: () => ({ alt: '', caption: '', credit: '', link: '' }),
    },
  }
}
const html = (text: string, base = ''): IncomingPost =>
  readIncoming({ kind: 'html', text, base, name: 'file' }, setting())
const markdown = (text: string): IncomingPost =>
  readIncoming({ kind: 'markdown', text, base: '', name: 'file' }, setting())
const rows = ({ content }: IncomingPost): Row[] => rowsOf(content.body)
/** A row in short: its kind, how many across where that counts, and its pictures with their captions. */
const short = (row: Row): string =>
  `${row.kind}${row.kind === 'gallery' ? ` ${row.gallery.form} ${row.gallery.across}` : ''}: ${row.pictures
    .map(({ id, caption }) => id.replace(/^_*/, '') + (caption ? ` (${caption})` : ''))
    .join(', ')}`
const told = ({ content }: IncomingPost): string[] =>
  content.body.content.map((block: Block) => (isRow(block) ? short(block.attrs) : `${block.type}: ${worded(block)}`))
/** Its words, with the pictures that stand among them. */
const worded = (block: Block): string =>
  block.type === 'bulletList'
    ? block.content.map((item) => item.content.map(worded).join('')).join('\n')
    : block.type === 'paragraph' || block.type === 'heading'
      ? (block.content ?? [])
          .map((part) => (part.type === 'linePicture' ? `[${part.attrs.id.replace(/^_+/, '')}]` : inlineText([part])))
          .join('')
      : plainText(block)

describe('pictures of a page by others', () => {
  it.each([
    ['next to each other in a paragraph', '<p><img src=a> <img src=b></p>', ['side-by-side: a, b']],
    ['with a break between them', '<p><img src=a><br><img src=b></p>', ['one: a', 'one: b']],
    [
      'in lines of three',
      '<p><img src=a><img src=b><img src=c><br><img src=d><img src=e><img src=f></p>',
      ['gallery level 3: a, b, c, d, e, f'],
    ],
    [
      'in cells of a table',
      '<table><tr><td><img src=a><td><img src=b><tr><td><img src=c><td><img src=d></table>',
      ['gallery level 2: a, b, c, d'],
    ],
    [
      'in cells with words below',
      '<table><tr><td><img src=a><br>Before seven<td><img src=b><p>After</p></table>',
      ['side-by-side: a (Before seven), b (After)'],
    ],
    [
      'with a row of words below them',
      '<table><tr><td><img src=a><td><img src=b><tr><td>One<td>Two</table>',
      ['side-by-side: a (One), b (Two)'],
    ],
    [
      'in a grid',
      '<div style="display:grid;grid-template-columns:repeat(2,1fr)"><div><img src=a></div><div><img src=b></div><div><img src=c></div></div>',
      ['gallery level 2: a, b, c'],
    ],
    [
      'in a box that flexes',
      '<div style="display: flex"><figure><img src=a><figcaption>A</figcaption></figure><figure><img src=b></figure></div>',
      ['side-by-side: a (A), b'],
    ],
    [
      'by a style sheet in the page',
      '<style>.pair { display: flex }</style><div class=pair><div><img src=a></div><div><img src=b></div></div>',
      ['side-by-side: a, b'],
    ],
    [
      'in columns',
      '<div style="columns: 3"><img src=a><img src=b><img src=c><img src=d></div>',
      ['gallery loose 3: a, b, c, d'],
    ],
    [
      'in a list of links',
      '<ul><li><a href="a-large.jpg"><img src=a.jpg></a><li><a href="b-large.jpg"><img src=b.jpg></a></ul>',
      ['side-by-side: a-large_jpg, b-large_jpg'],
    ],
    [
      'in boxes that float',
      '<div style="float:left;width:33%"><img src=a></div><div style="float:left;width:33%"><img src=b></div><div style="float:left;width:33%"><img src=c></div><p>Text',
      ['side-by-side: a, b, c', 'paragraph: Text'],
    ],
    [
      'in a figure with one caption',
      '<figure><img src=a><img src=b><figcaption>Both</figcaption></figure>',
      ['side-by-side: a, b'],
    ],
    [
      'in boxes that just follow one another',
      '<div><div><img src=a></div><div><img src=b></div></div>',
      ['one: a', 'one: b'],
    ],
    [
      'with a caption beside it',
      '<div><img src=a></div><p><em>At the slip</em></p><p>Text</p>',
      ['one: a (At the slip)', 'paragraph: Text'],
    ],
    ['with words in its paragraph', '<p><img src=a><br>Before seven</p>', ['one: a (Before seven)']],
    ['between words', '<p>One <img src=a width=400> two</p>', ['paragraph: One', 'one: a', 'paragraph: two']],
    [
      'in a list of words',
      '<ul><li>One<li>Two <img src=a><li>Three</ul>',
      ['bulletList: One\nTwo', 'one: a', 'bulletList: Three'],
    ],
    [
      'in numbered items',
      '<ol><li>Cut<img src=a><li>Sew<img src=b></ol>',
      ['step: Cut', 'one: a', 'step: Sew', 'one: b', 'stepsEnd: '],
    ],
    [
      'in a quote',
      '<blockquote><p>One</p><p><img src=a></p><p>Two</p></blockquote>',
      ['blockquote: One', 'one: a', 'blockquote: Two'],
    ],
  ])('%s', (_, page, wanted) => {
    expect(told(html(page))).toEqual(wanted)
  })
  it('keep their sides, widths, alt texts and clicks', () => {
    const [left, right, centred, wide, none, empty] = rows(
      html(
        `<p><img src=a align=left width=200 alt=A>Text that runs beside the picture.</p>
        <figure style="float:right;width:40%"><a href="https://example.org/x"><img src=b></a><figcaption>B</figcaption></figure><p>Text</p>
        <p><img src=c width="300"></p><p><img src=d width="1600" height=900></p><p><img src=e></p><p><img src=f alt=""></p>`,
      ),
    )
    expect([left!.one, left!.pictures[0]!.alt]).toEqual([{ side: 'left', width: { unit: 'px', value: 200 } }, 'A'])
    expect(right!.one).toEqual({ side: 'right', width: { unit: '%', value: 40 } })
    expect(right!.pictures[0]!.onClick).toEqual({ do: 'web-address', href: 'https://example.org/x', newWindow: false })
    expect([centred!.one.width, wide!.one.width]).toEqual([{ unit: 'px', value: 300 }, null])
    // What has no alt text is marked later; what is said to be empty stays so.
    expect([none!.pictures[0]!.alt, empty!.pictures[0]!.alt]).toEqual([undefined, undefined])
    expect('alt' in none!.pictures[0]!).toBe(false)
  })
  it.each([
    ['a picture over its words', '<table><tr><td><img src=a><tr><td>Below</table>', ['one: a (Below)']],
    [
      'words over pictures',
      '<table><tr><th>A<th>B<tr><td><img src=a><td><img src=b></table>',
      ['side-by-side: a (A), b (B)'],
    ],
    [
      'pictures that a script would show',
      '<p>One</p><noscript><img src=a></noscript><img data-src=a src="data:image/gif;base64,R0">',
      ['paragraph: One', 'one: a'],
    ],
    [
      'pictures for those without scripts alone',
      '<p>One</p><noscript><img src=a></noscript>',
      ['paragraph: One', 'one: a'],
    ],
    [
      'a sentence that goes on over a picture, and one that does not',
      '<p>The iron came from <img src=a>, and went <i>back</i> <img src=b>.</p><p>It ends. <img src=c> Another begins.</p>',
      [
        'paragraph: The iron came from [a], and went back [b].',
        'paragraph: It ends.',
        'one: c',
        'paragraph: Another begins.',
      ],
    ],
    [
      'a line of words, a list and a heading, where they are signs',
      '<h2><img src=a width=24> Play</h2><p>Press <a href="/x"><img src=b width=16 alt=Go></a> to go</p><ul><li><img src=c width=20> One<li><img src=d width=20> Two</ul>',
      ['heading: [a] Play', 'paragraph: Press [b] to go', 'bulletList: [c] One\n[d] Two'],
    ],
    [
      'a line of their own, small as they are',
      '<p><img src=a width=40> <img src=b width=40></p>',
      ['side-by-side: a, b'],
    ],
    ['empty lines for paragraphs', 'One<br><br>Two<br>three', ['paragraph: One', 'paragraph: Two\nthree']],
  ])('are understood in %s', (_, page, wanted) => expect(told(html(page))).toEqual(wanted))
  it('are the largest of what is named, and their own larger files', () => {
    expect(largestOf('a.jpg 320w, b,c.jpg 1280w,d.jpg 640w')).toBe('b,c.jpg')
    expect(largestOf('a.jpg, b.jpg 2x')).toBe('b.jpg')
    const [one, two] = rows(
      html(
        `<p><img src=small.jpg srcset="small.jpg 320w, large.jpg 2000w"></p><p><a href="/full/kite.JPG"><img src=thumb.jpg></a></p>`,
        'https://example.org/posts/x/',
      ),
    )
    expect(one!.pictures[0]!.id).toBe('large_jpg')
    expect(two!.pictures[0]).toMatchObject({
      id: 'https___example_org_full_kite_JPG'.slice(-60),
      onClick: { do: 'enlarge' },
    })
  })
})

describe('text by others', () => {
  it('keeps its structure, its marks and what its head says', () => {
    const post = markdown(`---
title: Knots
date: 2024-05-01
tags: [bridles, knots]
layout: wide
---
First *line* with \`code\`, H<sub>2</sub>O and ~tildes~.

| Knot | Keeps |
| --- | --- |
| Bowline | 70 % |

\`\`\`js
const a = 1
\`\`\`

![Boats on the slip](boats.jpg)

1. One
2. Two
`)
    expect([post.content.title, post.date, post.content.topics]).toEqual([
      'Knots',
      '2024-05-01T00:00:00.000Z',
      ['bridles', 'knots'],
    ])
    expect([...post.leftOut.keys()]).toEqual(['“layout” at its head'])
    expect(post.content.body.content.map(({ type }) => type)).toEqual([
      'paragraph',
      'table',
      'codeBlock',
      'row',
      'orderedList',
    ])
    expect(rows(post)[0]!.pictures[0]).toMatchObject({ id: 'boats_jpg', alt: 'Boats on the slip' })
  })
  it('keeps notes as text, struck words as such, and reads heads of both kinds', () => {
    const post = markdown(
      '+++\ntitle = "Knots"\ntags = ["a", "b"]\ndate = 2024-05-01\n+++\n~~Gone~~[^1]\n\n![A](a.jpg)\n*Below it*\n\n[^1]: A note.\n',
    )
    expect([post.content.title, post.date, post.content.topics]).toEqual([
      'Knots',
      '2024-05-01T00:00:00.000Z',
      ['a', 'b'],
    ])
    expect(told(post)).toEqual(['paragraph: Gone[^1]', 'one: a_jpg (Below it)', 'paragraph: [^1]: A note.'])
    expect(JSON.stringify(post.content.body)).toContain('"strike"')
  })
  it('is the article of its page; what stands around is told', () => {
    const post = html(`<html lang=de><head><title>Site</title><meta name=description content="In short"></head><body>
      <header><img src=logo.png><nav><a href=/>Home</a></nav></header><main><article><h1>Knots</h1><p>Text <time datetime=2024-05-01>May</time></p></article></main><footer>All rights</footer>`)
    expect(post.content).toMatchObject({ title: 'Knots', excerpt: 'In short', language: 'de' })
    expect(told(post)).toEqual(['paragraph: Text May'])
    expect([...post.leftOut.keys()].join()).toMatch(
      /head of the page \(1 word, 1 picture\).*foot of the page \(2 words\)/,
    )
  })
  it('loses no word and no picture, and nothing that could do harm is left of it, whatever it is', () => {
    const tag = fc.constantFrom(
      'p',
      'div',
      'b',
      'ul',
      'li',
      'ol',
      'table',
      'tr',
      'td',
      'figure',
      'figcaption',
      'blockquote',
      'span',
      'a href="javascript:x()"',
      'section style="display:flex"',
      'h2',
      'pre',
      'em',
      'center',
      'title',
      'script',
      'svg',
      'details',
    )
    const piece: fc.Arbitrary<string> = fc.letrec<{ node: string }>((tie) => ({
      node: fc.oneof(
        { maxDepth: 5 },
        fc.integer({ min: 0, max: 999 }).map((n) => ` word${n} `),
        fc
          .tuple(
            fc.integer({ min: 0, max: 999 }),
            fc.constantFrom('width=300', 'width=20 height=30', 'width=40', '', 'title="in the line 1.5"'),
          )
          .map(([n, more]) => `<img src="p${n}.jpg" alt="alt${n}" onerror="x()" ${more}>`),
        fc
          .tuple(tag, fc.array(tie('node'), { maxLength: 4 }), fc.boolean())
          .map(([name, inside, ends]) => `<${name}>${inside.join('')}${ends ? `</${name.split(' ')[0]}>` : ''}`),
      ),
    })).node
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 6 }), (pieces) => {
        const written = pieces.join('')
        // What a script or a title holds is no text of the page.
        const safe = written.replace(/<(script|title|svg)>/g, '<b>').replace(/<\/(script|title|svg)>/g, '</b>')
        const post = html(safe)
        parsePost(post.content)
        const json = JSON.stringify([post.content.title, post.content.body])
        for (const [word] of safe.matchAll(/word\d+/g)) expect(json, word).toContain(word)
        for (const [, name] of safe.matchAll(/src="p(\d+)/g)) expect(json, name).toContain(`p${name}_jpg`)
        expect(json).not.toMatch(/javascript|onerror/)
        parsePost(html(written).content)
      }),
      { numRuns: 400 },
    )
  })
  it('that is broken, deep or without an end is read to its end', () => {
    const deep = html(`${'<div>'.repeat(20_000)}Deep<img src=a.jpg>${'<b>'.repeat(20_000)}Deeper`)
    expect(JSON.stringify(deep.content.body)).toMatch(/Deep.*a_jpg.*Deeper/)
    for (const open of [
      '<script>',
      '<script/>',
      '<style/>',
      '<textarea>',
      '<title/>',
      '<!-- ',
      '<iframe src="https://example.org/v"/>',
      '<plaintext>',
    ])
      expect(JSON.stringify(html(`<p>Before</p>${open}<p>After</p>`).content.body), open).toMatch(/Before.*After/)
    expect(plainText(markdown(`${'> '.repeat(5000)}Quoted`).content.body.content[0]!)).toContain('Quoted')
    expect(JSON.stringify(markdown(`${'- '.repeat(3000)}Listed`).content)).toContain('Listed')
  })
  it('tells what is wrong in the text of a row, and in which line', () => {
    const post = markdown(
      '# A\n\n[row]: #gallery "across 40; ground green; cell 1.5"\n\n- ![A](a.jpg "crop nine")\n- ![B](b.jpg)\n',
    )
    expect(post.faults).toEqual([
      { line: 3, why: 'across: expected a whole number from 1 to 12, got “40”' },
      { line: 3, why: 'ground: expected none, light, dark, got “green”' },
      { line: 5, why: 'crop: expected a number from 0.2 to 5, got “nine”' },
    ])
    expect(rows(post)[0]).toMatchObject({ kind: 'gallery', gallery: { across: 3, cell: 1.5 } })
  })
  it('has players as addresses', () => {
    const post = html(
      '<p>See</p><iframe src="//reels.example/embed/4"></iframe><video><source src="https://example.org/a.mp4"></video>',
    )
    expect(post.players).toEqual(['https://reels.example/embed/4', 'https://example.org/a.mp4'])
    expect(told(post)[1]).toBe('paragraph: //reels.example/embed/4')
  })
})
