import fc from 'fast-check'
import { expect, it } from 'vitest'
import { postContent } from '../testing/arbitraries.ts'
import { post, rowOf, text } from '../testing/builders.ts'
import { rowsOf } from './body.ts'
import { LONGEST } from './limits.ts'
import { parsePost } from './post.ts'
import { salvagePost } from './salvage.ts'

/** Every text of a value, wherever it stands. */
const words = (value: unknown): string[] =>
  typeof value === 'string'
    ? [value]
    : value && typeof value === 'object'
      ? Object.entries(value).flatMap(([key, inner]) =>
          // Where pictures of steps stand is a choice, not a word.
          !(key === 'pictures' && typeof inner === 'string') &&
          (['text', 'caption', 'title', 'content', 'body', 'attrs', 'pictures'].includes(key) || Array.isArray(value))
            ? words(inner)
            : [],
        )
      : []

it('a post that passes the door comes back as it is', () => {
  fc.assert(
    fc.property(postContent, (content) => {
      expect(salvagePost(content)).toEqual(content)
    }),
  )
})

it('one that does not keeps every word and every block that is valid by itself', () => {
  const spoil = fc.constantFrom<(block: Record<string, unknown>) => Record<string, unknown>>(
    (block) => ({ ...block, type: 'marquee' }),
    (block) => ({ ...block, attrs: { ...(block.attrs as object), level: 9, sits: 'sideways' } }),
    (block) => ({ ...block, content: [{ type: 'blink', content: block.content }] }),
  )
  fc.assert(
    fc.property(postContent, fc.nat(), spoil, (content, at, change) => {
      const blocks = content.body.content.map((block, i) =>
        i === at % content.body.content.length ? change(block as unknown as Record<string, unknown>) : block,
      )
      const saved = salvagePost({ ...content, body: { type: 'doc', content: blocks } })
      expect(parsePost(saved)).toEqual(saved)
      for (const word of words({ body: { content: blocks } })) expect(words(saved).join('\n')).toContain(word)
    }),
  )
})

it('a row of too many pictures goes on in another, and a title that is too long in the text', () => {
  const ids = Array.from({ length: 450 }, (_, i) => `picture-${i}`)
  const saved = salvagePost({ ...post(text('One'), rowOf(ids)), title: 'x'.repeat(LONGEST.title + 5) })
  expect(rowsOf(saved.body).map(({ pictures }) => pictures.length)).toEqual([200, 200, 50])
  expect(rowsOf(saved.body).flatMap(({ pictures }) => pictures.map(({ id }) => id))).toEqual(ids)
  expect(new Set(rowsOf(saved.body).map(({ id }) => id)).size).toBe(3)
  expect(saved.body.content[0]).toEqual(text('x'.repeat(5)))
})

it('what is no post at all is an empty one', () => {
  for (const value of [null, 7, 'x', [], {}, { body: 'x' }, { body: { content: [7, null, 'x'] } }])
    expect(parsePost(salvagePost(value))).toEqual(salvagePost(value))
})
