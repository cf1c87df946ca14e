import { useQuery } from '@tanstack/react-query'
import { type KeyboardEvent, type ReactNode, useLayoutEffect, useMemo, useRef, useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { blogCss } from '../../../core/page/house-css.ts'
import { remsAsPx } from '../../../core/page/html.ts'
import { listedPost, type ListedPost } from '../../../core/front/listed-post.ts'
import { listedHtml } from '../../../core/page/list-page.ts'
import { LIST_SHAPES } from '../../../core/page/list-shapes.ts'
import type { Library } from '../../../core/place/library.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { excerptOf, type PostContent, titleOf } from '../../../core/post/post.ts'
import { directionOf } from '../../../core/readers/languages.ts'
import type { FeaturedProposals, FeaturedQuestion } from '../../../core/wire/picture.ts'
import { FEATURED_REASON_WORDS, FEATURED_WARNING_WORDS } from '../../../core/words/looks.ts'
import { api } from '../../api/client.ts'
import { useLibrary } from '../../api/queries.ts'
import { fileUrl, nameOf, PictureImage } from '../pictures/picture-image.tsx'
import { useBoard } from '../board/board-context.tsx'

/** Width of one of three beside each other in the ticket, px. */
const WIDE = 84

/** The pictures of a post in their order, as far as it matters for lists; without the one that stands for it already. */
function asked(content: PostContent): FeaturedQuestion['pictures'] {
  const rows = rowsOf(content.body)
  const placed = rows.flatMap((row, i) =>
    row.pictures.map(({ id, lead }) => ({ id, lead: lead === true, first: i === 0 })),
  )
  const waiting = content.tray.map((id) => ({ id, lead: false, first: false }))
  const others = [...placed, ...waiting].filter(({ id }) => id !== content.featured?.picture)
  return [...new Map(others.reverse().map((one) => [one.id, one])).values()].reverse()
}

/** Three of the post's pictures that could stand for it, each with its reasons; then the list with the one in hand, else what follows. */
export function ProposedForLists({ onTake, children }: { onTake: (id: string) => void; children: ReactNode }) {
  const { draft, house } = useBoard()
  const { content } = draft
  const question = useMemo(() => asked(content), [content])
  const { data } = useQuery({
    queryKey: ['featured-proposals', draft.id, question, house.listShape],
    queryFn: () => api.pictures.featured({ post: draft.id, pictures: question }),
    enabled: question.length > 0,
    placeholderData: (before) => before,
  })
  // Until the answer to the new question is here, that to the one before stands.
  const proposals = (data?.proposals ?? []).filter(({ id }) => id !== content.featured?.picture)
  const ids = useMemo(
    () => [
      ...(data?.proposals.map(({ id }) => id) ?? []),
      ...[...(data?.before ?? []), ...(data?.after ?? [])].flatMap(({ featured }) => featured?.picture ?? []),
      ...(house.fallbackFeatured ? [house.fallbackFeatured] : []),
    ],
    [data, house.fallbackFeatured],
  )
  const { library } = useLibrary(ids)
  const [hand, setHand] = useState<string | null>(null)
  const shown = proposals.find(({ id }) => id === hand)
  if (!data || proposals.length === 0) return children
  const { aspect } = LIST_SHAPES[house.listShape]
  function onKeyDown(event: KeyboardEvent) {
    const one = proposals[Number(event.key) - 1]
    if (!one || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    onTake(one.id)
  }
  return (
    <>
      <div role="toolbar" tabIndex={-1} aria-label="Proposed for lists" onKeyDown={onKeyDown}>
        <h4 className="label-narrow text-soft">Proposed for lists</h4>
        <ol className="mt-1 flex gap-2">
          {proposals.map(({ id, reasons, warnings }, i) => {
            const picture = library.picture(id)
            if (!picture) return null
            return (
              <li key={id} style={{ width: WIDE }}>
                <button
                  type="button"
                  data-proposal={i + 1}
                  aria-label={`${i + 1}: take ${nameOf(picture)} as the featured image`}
                  aria-describedby={`proposal-${i}`}
                  className="relative block"
                  onMouseEnter={() => setHand(id)}
                  onMouseLeave={() => setHand(null)}
                  onFocus={() => setHand(id)}
                  onBlur={() => setHand(null)}
                  onClick={() => onTake(id)}
                >
                  <PictureImage picture={picture} width={WIDE} aspect={aspect} />
                  <span className="absolute bottom-0 left-0 bg-ink px-1 font-mono text-[0.85em] text-paper">
                    {i + 1}
                  </span>
                </button>
                <p id={`proposal-${i}`} className="label-narrow mt-0.5 text-[0.87em] leading-tight">
                  <span className="text-soft">{reasons.map((one) => FEATURED_REASON_WORDS[one]).join(', ')}</span>
                  {warnings.length > 0 && (
                    <span className="block text-ruby">
                      {warnings.map((one) => FEATURED_WARNING_WORDS[one]).join(', ')}
                    </span>
                  )}
                </p>
              </li>
            )
          })}
        </ol>
      </div>
      {shown ? (
        <InTheList content={content} proposed={shown.id} data={data} library={library} house={house} />
      ) : (
        children
      )}
    </>
  )
}

/** Room for the list, px. */
const ROOM = 264

/** The list of the blog where the post will stand in it, with this picture for it, in the very rules that readers get. */
function InTheList({
  content,
  proposed,
  data,
  library,
  house,
}: {
  content: PostContent
  proposed: string
  data: FeaturedProposals
  library: Library
  house: HouseStyle
}) {
  const host = useRef<HTMLDivElement>(null)
  const scale = ROOM / (house.measure + 2 * house.margin)
  const [height, setHeight] = useState(0)
  useLayoutEffect(() => {
    const root = host.current!.shadowRoot ?? host.current!.attachShadow({ mode: 'open' })
    const picture = library.picture(proposed)
    const unseen = { id: '', byline: '', pictures: 0, href: '#' }
    const listed = (one: FeaturedProposals['after'][number]): ListedPost =>
      listedPost({ ...unseen, ...one }, house, library)
    const own: ListedPost = {
      ...unseen,
      title: titleOf(content),
      excerpt: content.excerpt || excerptOf(content),
      topics: content.topics,
      date: new Date().toISOString(),
      featured: picture ? { picture, focus: picture.focus } : null,
      fallback: false,
    }
    const html = listedHtml([...data.before.map(listed), own, ...data.after.map(listed)], house, fileUrl)
    root.innerHTML = `<style>${remsAsPx(blogCss(house))}</style><div class="page"><div class="column">${html}</div></div>`
    const observer = new ResizeObserver(() => setHeight(host.current?.offsetHeight ?? 0))
    observer.observe(host.current!)
    return () => observer.disconnect()
  }, [content, proposed, data, library, house])
  return (
    <div
      className="overflow-hidden border border-hairline bg-paper"
      style={{ width: '100%', maxHeight: 260, height: height * scale }}
      inert
      data-in-the-list
    >
      <div
        ref={host}
        className="origin-top-left"
        style={{ width: house.measure + 2 * house.margin, transform: `scale(${scale})` }}
        lang={house.language}
        dir={directionOf(house.language)}
      />
    </div>
  )
}
