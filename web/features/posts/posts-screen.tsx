import { useQueryClient } from '@tanstack/react-query'
import { useDropzone } from 'react-dropzone'
import { Link, useNavigate } from 'react-router'
import { STARTING_STYLE } from '../../../core/house/house-style.ts'
import { LIST_SHAPES } from '../../../core/page/list-shapes.ts'
import { EMPTY_POST, titleOf } from '../../../core/post/post.ts'
import type { Library } from '../../../core/place/library.ts'
import { placeShown } from '../../../core/recipe/places.ts'
import { listed } from '../../../core/words/numbers.ts'
import type { DeleteAnswer } from '../../../core/wire/job.ts'
import type { PostSummary } from '../../../core/wire/post.ts'
import { api } from '../../api/client.ts'
import { useHouse, useHouseQuery, useLibrary, usePostList } from '../../api/queries.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count, timeInWords } from '../../ui/words.ts'
import { ExportDialog } from '../export/export-dialog.tsx'
import { useIntake } from '../intake/intake.tsx'
import { FirstPage } from './first-page.tsx'
import { PictureImage } from '../pictures/picture-image.tsx'
import { Ahead } from '../publish/ahead.tsx'
import { Behind } from '../publish/behind.tsx'
import { ToCome } from '../publish/to-come.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { Waiting } from '../shell/waiting.tsx'
import { stateOf } from './post-state.ts'
import { useEffect, useMemo, useState } from 'react'

/** The posts as readers meet them in the list, each with its state. */
export function PostsScreen() {
  const { posts, total, error, more } = usePostList()
  const navigate = useNavigate()
  const { refuse } = useNotices()
  const house = useHouse()
  const houseIsHere = useHouseQuery().data !== undefined
  useEffect(() => {
    document.title = 'Posts · Set Row'
  }, [])
  const ids = useMemo(
    () => [
      ...(posts?.flatMap((post) => post.featured?.picture ?? []) ?? []),
      ...(house.fallbackFeatured ? [house.fallbackFeatured] : []),
    ],
    [posts, house.fallbackFeatured],
  )
  const { library } = useLibrary(ids)
  const { bringIn } = useIntake()
  const [exporting, setExporting] = useState(false)

  // Texts become posts; pictures by themselves come in as everywhere else.
  const { getRootProps, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    noDragEventsBubbling: true,
    onDrop(files) {
      if (!files.some(({ name }) => /\.(md|markdown|mdown|mkd|txt|html?|xhtml|zip)$/i.test(name))) return bringIn(files)
      void import('../incoming/docket.ts').then(({ docket }) => docket.add(files, house.measure)).catch(refuse)
      void navigate('/posts/incoming')
    },
  })
  if (error) return <Unavailable error={error} />

  const start = () => api.posts.create(EMPTY_POST).then((post) => navigate(`/posts/${post.id}`), refuse)
  const unnamed = posts?.length === 0 && houseIsHere && house.blogName === STARTING_STYLE.blogName
  return (
    <div {...getRootProps({ className: 'flex h-full flex-col', role: undefined, tabIndex: undefined })}>
      <TopBar>
        <span className="flex-1 text-[#c9c1b4]">{total !== undefined && count(total, 'post')}</span>
        {total !== undefined && total > 0 && (
          <Button look="on-ink" onClick={() => setExporting(true)}>
            Export…
          </Button>
        )}
        <ButtonLink look="on-ink" to="/posts/incoming" title="Posts from Markdown or HTML, with their pictures">
          Bring posts in…
        </ButtonLink>
        {!unnamed && (
          <button
            type="button"
            className="rounded-sm bg-paper px-3 py-1.5 font-medium text-ink hover:bg-white"
            onClick={() => void start()}
          >
            Start a post
          </button>
        )}
      </TopBar>
      {exporting && <ExportDialog onClose={() => setExporting(false)} />}
      {isDragActive && (
        <div className="pointer-events-none fixed inset-3 z-[70] flex items-center justify-center border-2 border-dashed border-ruby bg-paper/85">
          <p className="text-[1.3rem] font-semibold">Let go to bring posts or pictures in</p>
        </div>
      )}
      <main
        className="board-grid min-h-0 flex-1 overflow-y-auto"
        onScroll={({ currentTarget: { scrollTop, scrollHeight, clientHeight } }) =>
          scrollHeight - scrollTop < 2.5 * clientHeight && more?.()
        }
      >
        <div className="mx-auto mt-4 flex w-[min(1040px,calc(100%-32px))] flex-col gap-3">
          <ToCome />
          <Behind />
          <Ahead />
        </div>
        <div className="mx-auto my-6 w-[min(1040px,calc(100%-32px))] bg-paper px-8 py-6 shadow-[0_2px_14px_rgb(29_27_24/0.18)] max-md:px-4">
          {!posts || !houseIsHere ? (
            <Waiting what="the posts" />
          ) : unnamed ? (
            <FirstPage house={house} onStart={start} />
          ) : (
            <>
              <h1 className="mb-1 font-serif text-[1.7rem] font-bold">{house.blogName}</h1>
              <p className="mb-4 text-soft">{house.blogLine}</p>
            </>
          )}
          {posts?.length === 0 && !unnamed && (
            <div className="border-t border-hairline py-16 text-center">
              <p className="text-[1.1rem]">Your posts stand here, as readers will meet them in the list.</p>
              <p className="mt-1 mb-5 text-soft">Begin with a title and the text; the pictures come all at once.</p>
              <Button look="ink" onClick={() => void start()}>
                Start a post
              </Button>
              <p className="mt-5 text-soft">
                Or{' '}
                <Link className="underline underline-offset-4" to="/posts/incoming">
                  bring in posts
                </Link>{' '}
                that you have elsewhere.
              </p>
            </div>
          )}
          <ul>
            {posts?.map((post) => (
              <PostLine key={post.id} post={post} library={library} />
            ))}
          </ul>
        </div>
      </main>
    </div>
  )
}

/** What became of it on the blog. */
const GONE: Record<DeleteAnswer['blog'], string> = {
  'was not there': '',
  withdrawn: ' It is withdrawn from the blog.',
  'withdrawn later': ' The blog host does not answer: until it does, the post can still be read there.',
}

function PostLine({ post, library }: { post: PostSummary; library: Library }) {
  const house = useHouse()
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const picture = library.picture(post.featured?.picture ?? '') ?? library.picture(house.fallbackFeatured ?? '')
  const state = stateOf(post, house.timeZone)

  async function remove() {
    try {
      const { blog, elsewhere } = await api.posts.remove(post.id)
      await client.invalidateQueries({ queryKey: ['posts'] })
      const still = elsewhere.length ? ` It still stands on ${listed(elsewhere)}.` : ''
      say(`“${titleOf(post)}” is deleted.${GONE[blog]}${still}`, () => {
        api.posts.bringBack(post.id).then(() => client.invalidateQueries({ queryKey: ['posts'] }), refuse)
      })
    } catch (error) {
      refuse(error)
    }
  }
  return (
    <li className="grid grid-cols-[176px_1fr_220px] gap-5 border-t border-hairline py-4 max-md:grid-cols-[110px_1fr]">
      <Link to={`/posts/${post.id}`} tabIndex={-1} aria-hidden>
        {picture ? (
          <PictureImage
            picture={picture}
            width={176}
            aspect={LIST_SHAPES.rows.aspect}
            {...(post.featured?.picture === picture.id ? { focus: placeShown(post.featured.focus, picture) } : {})}
            style={{ width: '100%' }}
          />
        ) : (
          <span className="flex aspect-[4/3] items-center justify-center bg-card text-soft">No featured image</span>
        )}
      </Link>
      <div className="min-w-0">
        <h2 data-links className="font-serif text-[1.35rem] leading-tight font-bold">
          <Link to={`/posts/${post.id}`} className="hover:underline">
            {titleOf(post)}
          </Link>
        </h2>
        <p className="mt-1 line-clamp-3 font-serif text-[1.06rem]">
          {post.excerpt || <span className="text-soft">No text yet</span>}
        </p>
        <p className="mt-1.5 text-soft">{post.topics.join(' · ')}</p>
      </div>
      <div className="flex flex-col items-start gap-1 border-l border-hairline pl-5 max-md:col-span-2">
        <p>
          <b>{state.word}</b> <span className="text-soft">{state.about}</span>
        </p>
        <p className="figures">
          {count(post.words, 'word')}, {count(post.pictures, 'picture')}
        </p>
        {post.waiting > 0 && <p className="text-soft">{count(post.waiting, 'picture')} waiting in the tray</p>}
        {post.withoutAlt > 0 && <p className="text-ruby">{post.withoutAlt} without alt text</p>}
        <p className="text-soft">Saved {timeInWords(post.savedAt)}</p>
        <div data-links className="mt-auto flex gap-2 pt-1">
          <Link
            className="underline decoration-hairline underline-offset-4 hover:decoration-ink"
            to={`/posts/${post.id}/proof`}
          >
            Proof
          </Link>
          {post.publication.state === 'live' && post.publication.url && (
            <a
              className="underline decoration-hairline underline-offset-4 hover:decoration-ink"
              href={post.publication.url}
              target="_blank"
              rel="noopener"
            >
              On the blog
            </a>
          )}
          <button
            type="button"
            className="underline decoration-hairline underline-offset-4 hover:decoration-ink"
            onClick={() => void remove()}
          >
            Delete
          </button>
        </div>
      </div>
    </li>
  )
}
