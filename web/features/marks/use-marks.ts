import { useEffect, useMemo, useState } from 'react'
import { checkPost } from '../../../core/marks/check-post.ts'
import type { Mark } from '../../../core/marks/mark.ts'
import { placePost } from '../../../core/place/place-post.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { useBoard } from '../board/board-context.tsx'

/** The post is looked through when the hands have paused for so long. */
const PAUSE_MS = 300

/** The marks of the post as it stands on the board; typing never waits for them. */
export function useMarks(): readonly Mark[] {
  const { draft, library, house } = useBoard()
  const content = useSettled(draft.content)
  return useMemo(() => checkPost(placePost(content, library, house)), [content, library, house])
}

/** The content as it was when it last stood still. */
function useSettled(content: PostContent): PostContent {
  const [settled, setSettled] = useState(content)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(content), PAUSE_MS)
    return () => clearTimeout(timer)
  }, [content])
  return settled
}
