import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../../../core/house/house-style.ts'
import { rowsOf } from '../../../core/post/body.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { libraryWith, post, rowOf, wide } from '../../../core/testing/builders.ts'
import type { Board } from './board-context.tsx'
import { clickLeadsTo } from './follow-click.ts'

const pictures = libraryWith(wide('aaaa'), wide('bbbb'))
const leads = (content: PostContent, row: number, index: number) =>
  clickLeadsTo(
    { draft: { id: 'post1', content } as Board['draft'], library: pictures, house: STARTING_STYLE },
    rowsOf(content.body)[row]!,
    index,
  )

describe('trying a click from the board', () => {
  const content = post(
    rowOf(['aaaa', { id: 'bbbb', onClick: { do: 'picture-file' } }], { id: 'row-a' }),
    rowOf(['aaaa'], { id: 'row-b', onClick: { do: 'picture-page' } }),
    rowOf(['bbbb', { id: 'aaaa', onClick: { do: 'nothing' } }], {
      id: 'row-c',
      onClick: { do: 'web-address', href: 'https://example.org/a b', newWindow: false },
    }),
  )
  it('leads where the post will lead, in the proof', () => {
    expect(leads(content, 0, 0)).toBe('/proof/posts/post1/#enlarged-aaaa')
    expect(leads(content, 0, 1)).toBe('/files/bbbb-2560.webp')
    // The second place of the same picture has a page of its own.
    expect(leads(content, 1, 0)).toBe('/proof/posts/post1/pictures/aaaa-2/')
    expect(leads(content, 2, 0)).toBe('https://example.org/a%20b')
  })
  it('leads nowhere where a click does nothing, or the picture is gone', () => {
    expect(leads(content, 2, 1)).toBeUndefined()
    expect(leads(post(rowOf(['gone'])), 0, 0)).toBeUndefined()
  })
})
