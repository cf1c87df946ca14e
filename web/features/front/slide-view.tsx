import { useLayoutEffect, useRef, useState } from 'react'
import type { ListedPost } from '../../../core/front/listed-post.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { remsAsPx } from '../../../core/page/html.ts'
import { blogCss } from '../../../core/page/house-css.ts'
import { postShowCss } from '../../../core/page/post-show-css.ts'
import { postShowHtml } from '../../../core/page/post-show-html.ts'
import { directionOf } from '../../../core/readers/languages.ts'
import type { PostShow } from '../../../core/shows/show.ts'
import { fileUrl } from '../pictures/picture-image.tsx'

const sheets = new WeakMap<PostShow, { readonly house: HouseStyle; readonly sheet: CSSStyleSheet }>()
/** One sheet for all slides of a slideshow. */
function sheetOf(show: PostShow, house: HouseStyle): CSSStyleSheet {
  const known = sheets.get(show)
  if (known?.house === house) return known.sheet
  const sheet = new CSSStyleSheet()
  sheet.replaceSync(remsAsPx(`${blogCss(house)}\n${postShowCss(alone(show), house)}\n.page .seat{margin:0}`))
  sheets.set(show, { house, sheet })
  return sheet
}

/** The slideshow as one slide of it stands alone: it has the whole width, and comes with all its lines. */
const alone = (show: PostShow): PostShow => ({ ...show, sits: 'measure', across: 1, comes: 'still' })

/** A slide as readers get it on a slide so wide, drawn at a scale. */
export function SlideView({
  show,
  post,
  house,
  width,
  scale,
}: {
  show: PostShow
  post: ListedPost
  house: HouseStyle
  /** px of the slide */
  width: number
  scale: number
}) {
  const host = useRef<HTMLDivElement>(null)
  const [height, setHeight] = useState(width / show.frame)
  useLayoutEffect(() => {
    const root = host.current!.shadowRoot ?? host.current!.attachShadow({ mode: 'open' })
    root.adoptedStyleSheets = [sheetOf(show, house)]
    root.innerHTML = `<div class="page">${postShowHtml(alone(show), [{ ...post, href: '#' }], { house, address: fileUrl, first: false })}</div>`
    const observer = new ResizeObserver(() => setHeight(host.current?.offsetHeight ?? 0))
    observer.observe(host.current!)
    return () => observer.disconnect()
  }, [show, post, house])
  return (
    <div className="overflow-hidden" style={{ width: width * scale, height: height * scale }} inert>
      <div
        ref={host}
        className="origin-top-left"
        style={{ width, transform: `scale(${scale})` }}
        lang={house.language}
        dir={directionOf(house.language)}
      />
    </div>
  )
}
