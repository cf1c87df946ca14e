import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useMemo } from 'react'
import type { Front } from '../../../core/front/front.ts'
import { READER_SCREENS } from '../../../core/house/screens.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { Library } from '../../../core/place/library.ts'
import type { FrontPost } from '../../../core/wire/front.ts'
import { api } from '../../api/client.ts'
import { Select } from '../../ui/select.tsx'
import { useRoom } from '../../ui/use-room.ts'
import { capital } from '../../ui/words.ts'
import { PageFrame } from '../house-style/page-frame.tsx'
import { sampleList, sampleOf } from '../house-style/use-sample-page.ts'

/** px of a screen as shown, under which its width is said by the figure alone */
const NARROW = 110
const GAP = 16
const HEAD = 30

interface Props {
  readonly front: Front
  readonly style: HouseStyle
  readonly posts: readonly FrontPost[] | undefined
  readonly library: Library
  /** path of the page that is looked at, from the front page */
  readonly about: string
  readonly onAbout: (path: string) => void
}

/** The pages themselves as readers would have them, at three widths side by side. */
export function FrontPages({ front: arranged, style: chosen, posts, library, about, onAbout }: Props) {
  // Typing goes before drawing.
  const front = useDeferredValue(arranged)
  const style = useDeferredValue(chosen)
  const reader = useQuery({ queryKey: ['reader'], queryFn: api.house.reader, staleTime: Infinity })
  const pages = useMemo(
    () => (posts && reader.data ? sampleList({ posts, style, front, library, reader: reader.data }) : undefined),
    [posts, style, front, library, reader.data],
  )
  const paths = ['', ...(pages?.pages.map(({ path }) => path) ?? [])]
  const shown = paths.includes(about) ? about : ''
  const page = useMemo(() => {
    const html = shown === '' ? pages?.html : pages?.pages.find(({ path }) => path === shown)?.html
    return html === undefined ? undefined : sampleOf(html, style, pages!.css)
  }, [pages, shown, style])
  const [room, size] = useRoom({ w: 900, h: 600 })
  const wanted = READER_SCREENS.reduce((sum, { width }) => sum + width, 0)
  const scale = Math.min(1, (size.w - GAP * (READER_SCREENS.length - 1)) / wanted)
  return (
    <section aria-label="As readers see it" className="flex min-h-0 min-w-0 flex-col gap-2 px-4 py-3">
      <div className="flex items-center gap-3">
        <div className="w-80">
          <Select
            label="Page to look at"
            value={shown}
            options={paths.map((path) => [path, nameOfPage(path, pages?.pages.find((one) => one.path === path)?.html)])}
            onChange={onAbout}
          />
        </div>
        <span className="figures">{scale < 1 ? `at ${Math.round(scale * 100)} %` : 'true size'}</span>
      </div>
      <div ref={room} className="flex min-h-0 flex-1 justify-center" style={{ gap: GAP }}>
        {READER_SCREENS.map(({ name, width }) => (
          <figure key={name} className="flex flex-col" style={{ width: width * scale }}>
            <figcaption className="flex items-baseline gap-2" style={{ height: HEAD }}>
              <b>{capital(name)}</b>{' '}
              <span className="figures whitespace-nowrap">{width * scale < NARROW ? width : `${width} px`}</span>
            </figcaption>
            <div className="relative flex-1 overflow-hidden">
              <PageFrame
                page={page}
                about={shown}
                title={`${capital(name)}, ${width} px`}
                width={width}
                height={size.h - HEAD}
                scale={scale}
              />
            </div>
          </figure>
        ))}
      </div>
    </section>
  )
}

/** "Topic: Launch days, older 2". */
function nameOfPage(path: string, html: string | undefined): string {
  const older = /older\/(\d+)\/$/.exec(path)?.[1]
  const title = /<h1>([^<]*)<\/h1>/.exec(html ?? '')?.[1]
  const decoded = title && new DOMParser().parseFromString(title, 'text/html').body.textContent
  const name = path.startsWith('topics/') ? `Topic: ${decoded ?? ''}` : 'The front page'
  return older === undefined ? name : `${name}, older posts ${older}`
}
