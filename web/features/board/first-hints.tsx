import { isBlank } from '../../../core/post/post.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { usePostList } from '../../api/queries.ts'
import { useBoard } from './board-context.tsx'

/** What is done first in a first post, each said until it is done. */
const HINTS = [
  'Type a title, and write or paste the text below it.',
  'Now the pictures, all at once: press “Bring in pictures”, drop them anywhere, or paste them. They gather here.',
  'Press some of them, in the order in which they shall stand. The ways to set exactly these appear: take one.',
] as const

/** The next step of the first post, until a row stands in it. Who has set pictures before needs none. */
export function FirstHints() {
  const { draft } = useBoard()
  const { content, id } = draft
  const { posts } = usePostList()
  if (!posts || rowsOf(content.body).length > 0 || posts.some((post) => post.id !== id && post.pictures > 0))
    return null
  const step = isBlank(content) ? 0 : content.tray.length === 0 ? 1 : 2
  return (
    <p role="status" className="border-t border-l-4 border-t-hairline border-l-ruby bg-paper px-3 py-1.5">
      <span className="figures mr-2">{step + 1} of 3</span>
      {HINTS[step]}
    </p>
  )
}
