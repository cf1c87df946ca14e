import { useDeferredValue, useMemo } from 'react'
import { checkPost } from '../../../core/marks/check-post.ts'
import type { Mark } from '../../../core/marks/mark.ts'
import { placePost } from '../../../core/place/place-post.ts'
import { useBoard } from '../board/board-context.tsx'

/** The marks of the post as it stands on the board; typing never waits for them. */
export function useMarks(): readonly Mark[] {
  const { draft, library, house } = useBoard()
  const content = useDeferredValue(draft.content)
  return useMemo(() => checkPost(placePost(content, library, house)), [content, library, house])
}
