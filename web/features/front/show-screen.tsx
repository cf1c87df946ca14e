import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { useQuery } from '@tanstack/react-query'
import { listedPost } from '../../../core/front/listed-post.ts'
import { topicsOf } from '../../../core/page/list-pages.ts'
import { titleOf } from '../../../core/post/post.ts'
import { slidesOf } from '../../../core/shows/choose.ts'
import type { PostShow, SlideChange } from '../../../core/shows/show.ts'
import { api } from '../../api/client.ts'
import { useHouse, useLibrary } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { WaitingScreen } from '../shell/waiting.tsx'
import { FrontBar } from './front-bar.tsx'
import { frontPictures } from './front-pictures.ts'
import { OneSlide } from './one-slide.tsx'
import { ShowFields } from './show-fields.tsx'
import { SlideSheet } from './slide-sheet.tsx'
import { SlidesStanding } from './slides-standing.tsx'
import { useFrontDraft } from './use-front-draft.ts'
import { useSlides } from './use-slides.ts'

/** Composes a slideshow of posts, and says of every slide whether its words fit and can be read. */
export function ShowScreen() {
  const { id = '' } = useParams()
  const navigate = useNavigate()
  const { say } = useNotices()
  const house = useHouse()
  const draft = useFrontDraft()
  const { front, saved, change } = draft
  const show = front.shows.find((one) => one.id === id)
  const ids = useMemo(() => frontPictures(front, saved?.posts ?? [], house), [front, saved, house])
  const { library, ready } = useLibrary(ids)
  const posts = useMemo(
    () => (saved && ready ? saved.posts.map((post) => listedPost(post, house, library)) : []),
    [saved, ready, house, library],
  )
  const slides = useMemo(() => (show ? slidesOf(show, posts) : []), [show, posts])
  // Typing goes before judging.
  const { judged, failed } = useSlides(useDeferredValue(show), useDeferredValue(slides), house)
  const uses = useQuery({ queryKey: ['front', 'uses', id], queryFn: () => api.front.uses(id), staleTime: 0 }).data ?? []
  const [view, setView] = useState<'one' | 'sheet'>('one')
  const [at, setAt] = useState<string>()
  useEffect(() => {
    document.title = `${show?.name ?? 'Slideshow of posts'} · Set Row`
  }, [show?.name])
  if (draft.error && !saved) return <Unavailable error={draft.error} />
  if (!saved) return <WaitingScreen what="the slideshow of posts" />
  if (saved && !show) return <Unavailable error={new Error('This slideshow of posts is not here any more.')} />

  const setShow = (next: (now: PostShow) => PostShow, key?: string) =>
    change((now) => ({ ...now, shows: now.shows.map((one) => (one.id === id ? next(one) : one)) }), key)
  const onSlides = (changes: Readonly<Record<string, SlideChange>>, key?: string) =>
    setShow((now) => {
      const next = { ...now.changes }
      for (const [post, one] of Object.entries(changes)) {
        const own = { ...next[post], ...one }
        for (const name of Object.keys(own) as (keyof SlideChange)[]) if (own[name] === undefined) delete own[name]
        if (Object.keys(own).length) next[post] = own
        else delete next[post]
      }
      return { ...now, changes: next }
    }, key)
  const remove = () => {
    change((now) => ({
      ...now,
      shows: now.shows.filter((one) => one.id !== id),
      show: now.show === id ? null : now.show,
      topics: now.topics.map((topic) => (topic.show === id ? { ...topic, show: null } : topic)),
    }))
    void navigate('/front')
    const posts = uses.map((title) => `“${titleOf({ title })}”`).join(', ')
    say(`“${show!.name}” is taken out.${posts && ` Readers see nothing in its place in ${posts}.`}`, draft.undo)
  }
  const open = judged.find(({ post }) => post.id === at) ?? judged[0]
  return (
    <div className="flex h-full flex-col">
      <FrontBar draft={draft} />
      <main className="board-grid grid min-h-0 flex-1 grid-cols-[330px_minmax(0,1fr)] max-md:block max-md:overflow-y-auto max-lg:grid-cols-[300px_minmax(0,1fr)]">
        <div className="min-h-0 overflow-y-auto border-r border-hairline bg-card px-4 pt-3 pb-10">
          <div className="flex items-baseline gap-3 pb-2">
            <h1 className="flex-1 text-[1.2rem] font-bold">Slideshow of posts</h1>
            <Link to="/front" className="underline underline-offset-4">
              Front page
            </Link>
          </div>
          {show && (
            <>
              <ShowFields
                show={show}
                posts={posts}
                topics={topicsOf(posts)}
                onChange={(one, key) => setShow((now) => ({ ...now, ...one }), key && `${id} ${key}`)}
              />
              <div className="flex flex-col gap-2 border-t border-hairline pt-3">
                {uses.length > 0 && (
                  <p className="text-soft">Shown in {uses.map((title) => titleOf({ title })).join(', ')}</p>
                )}
                <Button small onClick={remove}>
                  Take out this slideshow
                </Button>
              </div>
            </>
          )}
        </div>
        <section aria-label="Slides" className="flex min-h-0 min-w-0 flex-col">
          <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-hairline bg-board px-4 py-2">
            <div className="w-56">
              <Choice
                label="What to look at"
                value={view}
                onChange={setView}
                options={[
                  { value: 'one', label: 'One slide' },
                  { value: 'sheet', label: 'Sheet of slides' },
                ]}
              />
            </div>
            <SlidesStanding slides={judged} failed={failed} onChange={onSlides} />
          </header>
          {show && open && view === 'one' && (
            <OneSlide
              key={open.post.id}
              show={show}
              slide={open}
              slides={judged}
              house={house}
              onOpen={setAt}
              onChange={onSlides}
            />
          )}
          {show && view === 'sheet' && (
            <SlideSheet
              show={show}
              slides={judged}
              house={house}
              onOpen={(post) => {
                setAt(post)
                setView('one')
              }}
              onChange={onSlides}
            />
          )}
        </section>
      </main>
    </div>
  )
}
