import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo } from 'react'
import { listedPost } from '../../../core/front/listed-post.ts'
import { api } from '../../api/client.ts'
import { useHouse, useLibrary } from '../../api/queries.ts'
import { livePosts } from '../board/shown-posts-node.ts'
import { frontPictures } from './front-pictures.ts'

/** Tells the board what slideshows of posts are made of. `self` is no slide of one in itself. */
export function useLivePosts(self: string): void {
  const house = useHouse()
  const { data } = useQuery({ queryKey: ['front'], queryFn: api.front.get })
  const ids = useMemo(
    () => (data?.front.shows.length ? frontPictures(data.front, data.posts, house) : []),
    [data, house],
  )
  const { library, ready } = useLibrary(ids)
  useEffect(() => {
    if (!data || !ready) return
    const others = data.posts.filter(({ id }) => id !== self)
    const posts = others.map((post) => listedPost({ ...post, href: '#' }, house, library))
    livePosts.set({ live: { shows: data.front.shows, posts }, house })
  }, [data, ready, house, library, self])
}
