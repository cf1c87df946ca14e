import { useEffect, useRef, useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { PHONE, WIDE } from '../../../core/house/screens.ts'
import { titleOf } from '../../../core/post/post.ts'
import { usePostList } from '../../api/queries.ts'
import { Choice } from '../../ui/choice.tsx'
import { Select } from '../../ui/select.tsx'
import { MADE_UP, THE_LIST, useSamplePage } from './use-sample-page.ts'

const SCREENS = { phone: PHONE, wide: WIDE }

/** The sample is looked at, not left: only what the reader script answers in place is let through. */
function stayHere(event: MouseEvent): void {
  const link = (event.target as Element).closest('a[href]')
  if (link && !link.matches('a[data-enlarge], .filter a, a[data-rest]')) event.preventDefault()
}

/** A page of the blog as it would be with this style: the published page itself, made anew at every change. */
export function SamplePage({
  style,
  shown,
  show,
}: {
  style: HouseStyle
  shown: string | undefined
  show: (shown: string) => void
}) {
  const { posts } = usePostList()
  const [screen, setScreen] = useState<keyof typeof SCREENS>('wide')
  const fullest = posts?.reduce<(typeof posts)[number] | undefined>(
    (best, post) => (post.pictures > (best?.pictures ?? 0) ? post : best),
    undefined,
  )
  const about = shown ?? fullest?.id ?? MADE_UP
  const page = useSamplePage(about, style)

  const frame = useRef<HTMLIFrameElement>(null)
  const room = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState({ w: 600, h: 600 })
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) =>
      setSize({ w: entry!.contentRect.width, h: entry!.contentRect.height }),
    )
    observer.observe(room.current!)
    return () => observer.disconnect()
  }, [])

  const there = useRef({ document: '', about: '' })
  const scrolled = useRef(0)
  useEffect(() => {
    const element = frame.current
    if (!element || !page) return
    if (there.current.document === page.document) {
      const sheets = element.contentDocument?.getElementById('sheets')
      if (sheets) sheets.textContent = page.css
      return
    }
    // Another page begins at its top; the same one stays where it was.
    scrolled.current = there.current.about === about ? (element.contentWindow?.scrollY ?? 0) : 0
    there.current = { document: page.document, about }
    element.srcdoc = page.document.replace('<style id="sheets"></style>', `<style id="sheets">${page.css}</style>`)
  }, [page, about])

  const { width } = SCREENS[screen]
  const scale = Math.min(1, size.w / width)
  const options = [
    ...(posts?.length ? [] : [[MADE_UP, 'A sample post; yours will be here'] as const]),
    [THE_LIST, 'The list of posts'] as const,
    ...(posts ?? []).map((one) => [one.id, titleOf(one)] as const),
  ]
  return (
    <section aria-label="Sample page" className="flex min-h-0 min-w-0 flex-col gap-2 px-4 py-3">
      <header className="flex items-center gap-3">
        <div className="min-w-0 flex-1">
          <Select label="Page to look at" value={about} options={options} onChange={show} />
        </div>
        <div className="w-44 shrink-0">
          <Choice
            label="Screen"
            value={screen}
            onChange={setScreen}
            options={[
              { value: 'phone', label: `Phone ${PHONE.width}` },
              { value: 'wide', label: `Wide ${WIDE.width}` },
            ]}
          />
        </div>
        <span className="figures shrink-0">{scale < 1 ? `at ${Math.round(scale * 100)} %` : 'true size'}</span>
      </header>
      <div ref={room} className="relative min-h-0 flex-1 overflow-hidden">
        <iframe
          ref={frame}
          title="The page with this style"
          // oxlint-disable-next-line react/iframe-missing-sandbox -- our own page; its slideshows must run, and its place is kept from here
          sandbox="allow-same-origin allow-scripts"
          onLoad={() => {
            frame.current?.contentWindow?.scrollTo(0, scrolled.current)
            frame.current?.contentDocument?.addEventListener('click', stayHere)
          }}
          className="absolute top-0 left-1/2 border-0 bg-paper shadow-[0_2px_14px_rgb(29_27_24/0.18)]"
          style={{
            width,
            height: size.h / scale,
            marginLeft: (-width * scale) / 2,
            transform: `scale(${scale})`,
            transformOrigin: 'top left',
          }}
        />
      </div>
    </section>
  )
}
