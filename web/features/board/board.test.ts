import { getSchema } from '@tiptap/core'
import { DOMParser, Node as ProseMirrorNode } from '@tiptap/pm/model'
import { EditorState } from '@tiptap/pm/state'
import fc from 'fast-check'
import { JSDOM } from 'jsdom'
import { beforeAll, describe, expect, it } from 'vitest'
import type { DataTable } from '../../../core/blocks/data-table.ts'
import { inlineText } from '../../../core/blocks/inline.ts'
import { EMPTY_POST, parsePost } from '../../../core/post/post.ts'
import { postContent } from '../../../core/testing/arbitraries.ts'
import { cleanPaste } from './clean-paste.ts'
import { editorExtensions } from './editor-extensions.ts'
import { bodyOf, docOf } from './page-nodes.ts'
import { postLimits } from './post-limits.ts'

describe('the editor’s schema and the post’s', () => {
  const schema = getSchema(editorExtensions())
  it('are the same on random posts, there and back', () => {
    fc.assert(
      fc.property(postContent, (content) => {
        const doc = docOf(content.body, schema)
        doc.check()
        // Through the editor's own JSON, and back to the post's: only the boxes of steps differ.
        const again = ProseMirrorNode.fromJSON(schema, doc.toJSON())
        again.check()
        expect(parsePost({ ...content, body: JSON.parse(JSON.stringify(bodyOf(again))) as unknown }).body).toEqual(
          content.body,
        )
      }),
    )
  })
  it('are one tree: a block stays the object it is while its node does', () => {
    fc.assert(
      fc.property(postContent, fc.nat(), ({ body }, at) => {
        const doc = docOf(body, schema)
        expect(bodyOf(doc)).toEqual(body)
        expect(bodyOf(doc, body)).toBe(body)
        const index = at % body.content.length
        const other = body.content.map((block, i) => (i === index ? ({ type: 'paragraph' } as const) : block))
        bodyOf(docOf({ ...body, content: other }, schema)).content.forEach((block, i) => {
          if (i !== index) expect(block).toBe(body.content[i])
        })
      }),
    )
  })
  it('know the same nodes and marks', () => {
    expect(Object.keys(schema.nodes).sort()).toEqual([
      'blockquote',
      'bulletList',
      'codeBlock',
      'doc',
      'hardBreak',
      'heading',
      'horizontalRule',
      'linePicture',
      'listItem',
      'orderedList',
      'paragraph',
      'row',
      'shownPosts',
      'space',
      'step',
      'stepBox',
      'stepsEnd',
      'table',
      'tableCell',
      'tableRow',
      'text',
    ])
    expect(Object.keys(schema.marks).sort()).toEqual([
      'bold',
      'code',
      'italic',
      'link',
      'strike',
      'subscript',
      'superscript',
    ])
  })
})

describe('pasted text', () => {
  beforeAll(() => {
    const { window } = new JSDOM('')
    Object.assign(globalThis, { DOMParser: window.DOMParser, NodeFilter: window.NodeFilter })
  })
  it('keeps structure and drops formatting of a word processor', () => {
    const html = cleanPaste(`<html><head><style>p{color:red}</style></head><body><h1 style="color:red">Launch</h1>
      <p class="MsoNormal" style="font:12pt Times">Wind <b style="font-weight:normal">from</b> the <span style="font-weight:700">sea</span>.</p><p>&nbsp;</p>
      <p class="MsoListParagraph"><span style="mso-list:Ignore">·<span>&nbsp;&nbsp;</span></span>Reel</p><p class="MsoListParagraph"><span style="mso-list:Ignore">·</span>Line</p>
      <p>After</p></body></html>`).replace(/\s+/g, ' ')
    expect(html).toContain('<h2>Launch</h2>')
    expect(html).toContain('<strong>sea</strong>')
    expect(html).not.toContain('<b')
    expect(html).toMatch(/<ul><li>Reel<\/li><li>Line<\/li><\/ul>/)
    expect(html).not.toContain('<style')
  })
  it('keeps numbers as a numbered list', () => {
    expect(cleanPaste('<p style="mso-list:l0 level1">1. Cut</p><p style="mso-list:l0 level1">2. Sew</p>')).toBe(
      '<ol><li>Cut</li><li>Sew</li></ol>',
    )
  })
  it('keeps tables of data, and what stands in tables that lay out a page', () => {
    const pasted = (html: string) => {
      const cleaned = new JSDOM(cleanPaste(html)).window.document.body
      const doc = DOMParser.fromSchema(getSchema(editorExtensions())).parse(cleaned)
      return parsePost({ ...EMPTY_POST, body: bodyOf(doc) as unknown }).body.content
    }
    const [table] = pasted(`<table><caption>Lines</caption><thead><tr><th>Knot</th><th><p>Keeps</p></th></tr></thead>
      <tbody><tr><td colspan="2"><div>Bowline</div><div>Half</div></td></tr><tr><td>Figure of eight</td></tr></tbody></table>`).slice(
      1,
    )
    const cells = (table as DataTable).content.map(({ content }) => content.map((cell) => inlineText(cell.content)))
    expect(cells).toEqual([
      ['Knot', 'Keeps'],
      ['Bowline\nHalf', ''],
      ['Figure of eight', ''],
    ])
    expect((table as DataTable).attrs.heads).toBe(true)
    expect(
      pasted('<table><tr><td><h2>Left</h2><p>One</p></td><td><ul><li>Two</li></ul></td></tr></table>').map(
        ({ type }) => type,
      ),
    ).toEqual(['heading', 'paragraph', 'bulletList'])
    expect(pasted('<pre><code class="lang-c">a\n  b</code></pre><p>x<sub>1</sub> <del>y</del></p>')).toMatchObject([
      { type: 'codeBlock', attrs: { language: 'c' }, content: [{ text: 'a\n  b' }] },
      { content: [{}, { marks: [{ type: 'subscript' }] }, {}, { marks: [{ type: 'strike' }] }] },
    ])
  })
  it('lets no script or frame through', () => {
    expect(cleanPaste('<p>a<script>alert(1)</script><iframe src="x"></iframe></p>')).toBe('<p>a</p>')
  })
  it('flattens boxes in boxes in boxes, and keeps their words', () => {
    const deep = `${'<ul><li>Re: '.repeat(200)}Still here${'</li></ul>'.repeat(200)}<p>And after</p>`
    const cleaned = new JSDOM(cleanPaste(deep)).window.document.body
    expect(cleaned.textContent).toBe(`${'Re: '.repeat(200)}Still hereAnd after`)
    expect(cleaned.querySelectorAll('li li').length).toBeLessThan(20)
    const doc = DOMParser.fromSchema(getSchema(editorExtensions())).parse(cleaned)
    expect(parsePost({ ...EMPTY_POST, body: doc.toJSON() as unknown }).body.content).toHaveLength(2)
  })
  it('no change goes beyond what a post holds, and that is told', () => {
    const told: string[] = []
    const schema = getSchema(editorExtensions())
    const { paragraph, blockquote } = schema.nodes
    const state = EditorState.create({ schema, plugins: [postLimits((why) => told.push(why))] })
    const quoted = (deep: number) => {
      let node = paragraph!.create(null, schema.text('Two'))
      for (let i = 0; i < deep; i++) node = blockquote!.create(null, node)
      return state.applyTransaction(state.tr.insert(0, node)).state.doc
    }
    expect(quoted(60).textContent).toBe('')
    expect(told).toEqual([expect.stringContaining('deeper')])
    expect(quoted(5).textContent).toBe('Two')
    expect(told).toHaveLength(1)
  })
})
