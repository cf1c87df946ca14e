import { useEffect, useRef } from 'react'
import type { SamplePage } from './use-sample-page.ts'

/** The sample is looked at, not left: only what the reader script answers in place is let through. */
function stayHere(event: MouseEvent): void {
  const link = (event.target as Element).closest('a[href]')
  if (link && !link.matches('a[data-enlarge], .filter a, a[data-rest]')) event.preventDefault()
}

/** A published page, shown at so wide a window and drawn at this scale; where it is made anew it stays where it was scrolled to. */
export function PageFrame({
  page,
  about,
  title,
  width,
  height,
  scale,
}: {
  page: SamplePage | undefined
  /** what it is a page of: of something else it begins at its top */
  about: string
  title: string
  /** of the window, px */
  width: number
  /** of what is drawn, px */
  height: number
  scale: number
}) {
  const frame = useRef<HTMLIFrameElement>(null)
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
    scrolled.current = there.current.about === about ? (element.contentWindow?.scrollY ?? 0) : 0
    there.current = { document: page.document, about }
    element.srcdoc = page.document.replace('<style id="sheets"></style>', `<style id="sheets">${page.css}</style>`)
  }, [page, about])
  return (
    <iframe
      ref={frame}
      title={title}
      // oxlint-disable-next-line react/iframe-missing-sandbox -- our own page; its slideshows must run, and its place is kept from here
      sandbox="allow-same-origin allow-scripts"
      onLoad={() => {
        frame.current?.contentWindow?.scrollTo(0, scrolled.current)
        frame.current?.contentDocument?.addEventListener('click', stayHere)
      }}
      className="absolute top-0 left-1/2 border-0 bg-paper shadow-[0_2px_14px_rgb(29_27_24/0.18)]"
      style={{
        width,
        height: height / scale,
        marginLeft: (-width * scale) / 2,
        transform: `scale(${scale})`,
        transformOrigin: 'top left',
      }}
    />
  )
}
