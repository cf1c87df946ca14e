import { Fragment, useEffect, useMemo, useState } from 'react'
import { useHouse, useLibrary } from '../../api/queries.ts'
import { ListSection } from '../house-style/list-section.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { WaitingScreen } from '../shell/waiting.tsx'
import { FrontBar } from './front-bar.tsx'
import { FrontPages } from './front-pages.tsx'
import { frontPictures } from './front-pictures.ts'
import { FrontPosts } from './front-posts.tsx'
import { FrontShows } from './front-shows.tsx'
import { FrontTopics } from './front-topics.tsx'
import { useFrontDraft } from './use-front-draft.ts'

const FEED_NAMES = [
  ['feed.atom', 'Atom'],
  ['feed.json', 'JSON Feed'],
] as const

/** What readers see before they open a post: arranged, and seen at three widths with the real posts. */
export function FrontScreen() {
  const house = useHouse()
  const draft = useFrontDraft()
  const { front, list, saved, change, changeList } = draft
  const style = useMemo(() => ({ ...house, ...list }), [house, list])
  const posts = saved?.posts
  const ids = useMemo(() => frontPictures(front, posts ?? [], style), [front, posts, style])
  const { library } = useLibrary(ids)
  const [about, setAbout] = useState('')
  useEffect(() => {
    document.title = 'Front page · Set Row'
  }, [])
  if (draft.error && !saved) return <Unavailable error={draft.error} />
  if (!saved) return <WaitingScreen what="the front page" />
  return (
    <div className="flex h-full flex-col">
      <FrontBar draft={draft} />
      <main className="board-grid grid min-h-0 flex-1 grid-cols-[330px_minmax(0,1fr)] max-md:block max-md:overflow-y-auto max-lg:grid-cols-[300px_minmax(0,1fr)]">
        <div className="min-h-0 overflow-y-auto border-r border-hairline bg-card px-4 pt-3 pb-10">
          <h1 className="pb-2 text-[1.2rem] font-bold">Front page</h1>
          {posts && (
            <>
              <FrontPosts front={front} posts={posts} onChange={change} />
              <FrontShows front={front} posts={posts} library={library} onChange={change} onLook={setAbout} />
              <FrontTopics front={front} posts={posts} library={library} onChange={change} onLook={setAbout} />
            </>
          )}
          <ListSection style={style} library={library} change={changeList} onOpen={() => setAbout('')} />
          {saved && (
            <p className="border-t border-hairline pt-2.5 text-soft">
              Readers follow the blog by its feeds:{' '}
              {FEED_NAMES.map(([file, name], i) => (
                <Fragment key={file}>
                  {i > 0 && ' and '}
                  <a className="underline underline-offset-4" href={saved.url + file} target="_blank" rel="noopener">
                    {name}
                  </a>
                </Fragment>
              ))}
              . They have the twenty newest posts, whole.
            </p>
          )}
        </div>
        <FrontPages front={front} style={style} posts={posts} library={library} about={about} onAbout={setAbout} />
      </main>
    </div>
  )
}
