import { useMemo, useRef } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { picturesShown, type PostContent } from '../../../core/post/post.ts'
import { type KnownPictures, useLibrary } from '../../api/queries.ts'

/** Every picture that a post shows or has gathered, and the house's own. */
export function usePostPictures(content: PostContent, house: HouseStyle): KnownPictures {
  const { body, featured, tray } = content
  const before = useRef<readonly string[]>([])
  const ids = useMemo(() => {
    const fallback = house.fallbackFeatured ? [house.fallbackFeatured] : []
    const wanted = [...new Set([...picturesShown({ body, featured }), ...tray, ...fallback])]
    // Typing changes the body and not its pictures.
    if (wanted.length === before.current.length && wanted.every((id, i) => id === before.current[i]))
      return before.current
    before.current = wanted
    return wanted
  }, [body, featured, tray, house.fallbackFeatured])
  return useLibrary(ids)
}
