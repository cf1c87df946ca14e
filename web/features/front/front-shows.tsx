import { Link, useNavigate } from 'react-router'
import { listedPost } from '../../../core/front/listed-post.ts'
import { slidesOf } from '../../../core/shows/choose.ts'
import { MOST_SHOWS, newShow } from '../../../core/shows/show.ts'
import { useHouse } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Select } from '../../ui/select.tsx'
import { count } from '../../ui/words.ts'
import { Section } from '../house-style/section.tsx'
import type { FrontParts } from './front-parts.ts'

/** Slideshows of posts: which stands at the head of the front page, and the ways to compose them. */
export function FrontShows({ front, posts, library, onChange, onLook }: FrontParts) {
  const navigate = useNavigate()
  const house = useHouse()
  const { shows, show } = front
  const start = () => {
    const id = `show-${crypto.randomUUID().slice(0, 13)}`
    onChange((now) => ({
      ...now,
      shows: [...now.shows, newShow(id, now.shows.length ? `Slideshow ${now.shows.length + 1}` : 'Newest posts')],
      show: now.show ?? id,
    }))
    void navigate(`/front/shows/${id}`)
  }
  return (
    <Section title="Slideshows of posts" open>
      {shows.length > 0 && (
        <Select
          label="At the head of the front page"
          value={show ?? ''}
          options={[
            ['', 'None at the head of the front page'],
            ...shows.map((one) => [one.id, `At the head: ${one.name}`] as const),
          ]}
          onChange={(id) => {
            onChange((now) => ({ ...now, show: id || null }))
            onLook('')
          }}
        />
      )}
      <ul className="flex flex-col">
        {shows.map((one) => (
          <li key={one.id} className="flex items-center gap-2 border-t border-hairline py-1">
            <Link
              to={`/front/shows/${one.id}`}
              className="min-w-0 flex-1 truncate underline decoration-hairline underline-offset-4 hover:decoration-ink"
            >
              {one.name}
            </Link>
            <span className="figures">
              {count(
                slidesOf(
                  one,
                  posts.map((post) => listedPost(post, house, library)),
                ).length,
                'slide',
              )}
            </span>
          </li>
        ))}
      </ul>
      {shows.length < MOST_SHOWS && (
        <div>
          <Button small onClick={start}>
            New slideshow of posts
          </Button>
        </div>
      )}
    </Section>
  )
}
