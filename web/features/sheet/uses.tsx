import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { rowsOf } from '../../../core/post/body.ts'
import { type PostContent, titleOf } from '../../../core/post/post.ts'
import type { Picture, PictureTextsChange } from '../../../core/wire/picture.ts'
import type { PictureUse } from '../../../core/wire/picture-search.ts'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'

/** Who goes through many rows is not shown where each is used before staying a moment. */
const STAYS_MS = 250
/** Posts that are read for what their rows say: the newest. */
const MOST_READ = 6

const OWN = [
  ['alt', 'alt text'],
  ['caption', 'caption'],
  ['credit', 'credit'],
] as const

/** What rows of a post say of a picture in their own words, where that is not what it says itself. */
function ownWords(content: PostContent, picture: Picture) {
  return rowsOf(content.body).flatMap((row, i) =>
    row.pictures
      .filter(({ id }) => id === picture.id)
      .flatMap((placed) =>
        OWN.flatMap(([field, name]) => {
          const words = placed[field]
          return words === undefined || words === picture[field] ? [] : [{ row: i + 1, field, name, words }]
        }),
      ),
  )
}

interface Props {
  readonly picture: Picture
  readonly onTake: (change: PictureTextsChange) => void
}

/** Where a picture is shown, and what is said of it there in other words; those can be taken over for the picture itself. */
export function Uses({ picture, onTake }: Props) {
  const { id } = picture
  const [stays, setStays] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setStays(true), STAYS_MS)
    return () => clearTimeout(timer)
  }, [])
  const { data: uses } = useQuery({
    queryKey: ['picture-uses', id],
    queryFn: () => api.pictures.uses(id),
    enabled: stays,
  })
  return (
    <div className="mt-3">
      <h3 className="label-narrow text-soft">Shown in</h3>
      {uses === undefined ? (
        <p>…</p>
      ) : uses.length === 0 ? (
        <p>No post yet</p>
      ) : (
        <ul>
          {uses.map((post, i) => (
            <li key={post.id}>
              <Link className="underline underline-offset-4" to={`/posts/${post.id}`}>
                {titleOf(post)}
              </Link>
              {i >= uses.length - MOST_READ && <OwnWords post={post} picture={picture} onTake={onTake} />}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

function OwnWords({ post, picture, onTake }: Props & { readonly post: PictureUse }) {
  const { data } = useQuery({ queryKey: ['post', post.id], queryFn: () => api.posts.get(post.id) })
  const own = data ? ownWords(data.content, picture) : []
  return (
    <ul>
      {own.map(({ row, field, name, words }) => (
        <li key={`${row} ${field}`} className="border-l border-edge pl-2">
          <span className="text-soft">
            Row {row} has {words === '' ? `no ${name}` : `a ${name} of its own`}
          </span>
          {words !== '' && (
            <>
              : {words}{' '}
              <Button
                small
                look="plain"
                aria-label={`Take it over as the picture’s ${name}: ${words}`}
                onClick={() => onTake({ [field]: words })}
              >
                Take it over
              </Button>
            </>
          )}
        </li>
      ))}
    </ul>
  )
}
