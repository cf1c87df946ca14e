import { getSchema } from '@tiptap/core'
import { Node as ProseMirrorNode } from '@tiptap/pm/model'
import fc from 'fast-check'
import { JSDOM } from 'jsdom'
import { beforeAll, describe, expect, it } from 'vitest'
import { EMPTY_POST, parsePost, type PostContent } from '../../../core/post/post.ts'
import { postContent } from '../../../core/testing/arbitraries.ts'
import { cleanPaste } from './clean-paste.ts'
import { editorExtensions } from './editor-extensions.ts'
import { everywhere, type History, record, redo, startHistory, undo } from './history.ts'

describe('the editor’s schema and the post’s', () => {
  const schema = getSchema(editorExtensions())
  it('are the same on random posts, there and back', () => {
    fc.assert(
      fc.property(postContent, (content) => {
        const doc = ProseMirrorNode.fromJSON(schema, content.body)
        doc.check()
        expect(parsePost({ ...content, body: doc.toJSON() as unknown }).body).toEqual(content.body)
      }),
    )
  })
  it('know the same nodes and marks', () => {
    expect(Object.keys(schema.nodes).sort()).toEqual([
      'blockquote',
      'bulletList',
      'doc',
      'hardBreak',
      'heading',
      'horizontalRule',
      'listItem',
      'orderedList',
      'paragraph',
      'row',
      'text',
    ])
    expect(Object.keys(schema.marks).sort()).toEqual(['bold', 'italic', 'link'])
  })
})

describe('undo', () => {
  const at = (n: number): PostContent => ({ ...EMPTY_POST, title: String(n) })
  it('goes back over every step and forth again', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), (steps) => {
        let history: History = startHistory(at(0))
        for (let i = 1; i <= steps; i++) history = record(history, at(i), 'step', null, i)
        for (let i = steps; i > 0; i--) history = undo(history)
        expect(history.present).toEqual(at(0))
        for (let i = 0; i < steps; i++) history = redo(history)
        expect(history.present).toEqual(at(steps))
      }),
    )
  })
  it('takes typing without a pause as one step', () => {
    let history = startHistory(at(0))
    history = record(history, at(1), 'typing', 'typing', 1000)
    history = record(history, at(2), 'typing', 'typing', 1400)
    history = record(history, at(3), 'typing', 'typing', 9000)
    expect(undo(history).present).toEqual(at(2))
    expect(undo(undo(history)).present).toEqual(at(0))
  })
  it('never sends an arrived picture away', () => {
    let history = record(startHistory(at(0)), at(1), 'step', null, 1)
    history = everywhere(history, (content) => ({ ...content, tray: ['aaaa'] }))
    expect(undo(history).present).toMatchObject({ title: '0', tray: ['aaaa'] })
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
  it('lets no script or frame through', () => {
    expect(cleanPaste('<p>a<script>alert(1)</script><iframe src="x"></iframe></p>')).toBe('<p>a</p>')
  })
})
