/** Stands in the head of pages whose rows need the reader script, and loads its parts when they are first needed. */
import type { ScriptWords } from '../core/readers/words.ts'
import type { Enlarge } from './enlarge.ts'
import { enlargedInAddress } from './address.ts'
import { shuffleAsTheyCome } from './visit-order.ts'

interface Parts {
  slideshow: typeof import('./slideshow.ts')
  enlarge: typeof import('./enlarge.ts')
  gallery: typeof import('./gallery.ts')
  video: typeof import('./video.ts')
}

const { dataset: given, src } = document.currentScript as HTMLScriptElement
document.documentElement.classList.add('scripts')
shuffleAsTheyCome()

/** What the parts say, in the language of the page. */
const words = (): ScriptWords => JSON.parse(given.words!) as ScriptWords

const fileUrl = (name: string): string => new URL(name, src).href

const loading: Partial<Record<keyof Parts, Promise<unknown>>> = {}
function load<P extends keyof Parts>(part: P): Promise<Parts[P]> {
  return (loading[part] ??= Promise.all([import(fileUrl(given[part]!)), loadStyle(given[`${part}Style`])]).then(
    ([module]) => module as unknown,
  )) as Promise<Parts[P]>
}

const loadStyle = (name: string | undefined): Promise<unknown> =>
  new Promise((onload, onerror) => {
    if (!name) return onload(0)
    document.head.append(
      Object.assign(document.createElement('link'), { rel: 'stylesheet', href: fileUrl(name), onload, onerror }),
    )
  })

/** Slideshows start when they are about to come into sight. */
function startShows(): void {
  const start = (show: HTMLElement) => {
    // An error leaves the strip that it is without scripts.
    load('slideshow')
      .then(({ startSlideshow }) => startSlideshow(show, words()))
      .catch(() => show.classList.add('left'))
  }
  const near = new IntersectionObserver(
    (entries) => {
      for (const { isIntersecting, target } of entries)
        if (isIntersecting) {
          near.unobserve(target)
          start(target as HTMLElement)
        }
    },
    { rootMargin: '60% 0px' },
  )
  for (const show of document.querySelectorAll<HTMLElement>('.show')) near.observe(show)
}

/** The rest of a gallery, where the picture of this link is in it. */
const unfold = async (link: HTMLElement): Promise<void> => {
  if (link.closest('.rest')) (await load('gallery')).startGallery(link.closest<HTMLElement>('.seat')!).showRest()
}

let enlarge: Enlarge | undefined
/** What was asked for last, until it is there: Escape gives it up. */
let awaited: HTMLElement | undefined
const openEnlarged = async (link: HTMLElement, fromAddress: boolean): Promise<void> => {
  awaited = link
  const part = await load('enlarge')
  if (awaited !== link) return
  awaited = undefined
  enlarge ??= part.startEnlarge(document, words(), unfold)
  enlarge.open(link, fromAddress)
}
document.addEventListener('keydown', ({ key }) => {
  if (key === 'Escape') awaited = undefined
})

/** The document itself is in no link. */
const linkAt = ({ target }: Event, selector: string): HTMLAnchorElement | null | undefined =>
  (target as Partial<Element>).closest?.(selector) as HTMLAnchorElement | null | undefined

function answerClicks(): void {
  document.addEventListener('click', (event) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey || event.altKey || event.defaultPrevented) return
    const link = linkAt(event, 'a[data-frame],a[data-enlarge],.filter a,a[data-rest]')
    if (!link) return
    event.preventDefault()
    const { frame, enlarge } = link.dataset
    const answer =
      enlarge && !frame
        ? openEnlarged(link, false)
        : load(frame ? 'video' : 'gallery').then((part) => part.follow(link))
    answer.catch(() => location.assign(link.href))
  })
  // What may be wanted next is fetched while the hand is still on its way.
  for (const sign of ['pointerover', 'focusin', 'touchstart'] as const)
    document.addEventListener(sign, (event) => linkAt(event, 'a[data-enlarge]') && load('enlarge').catch(() => {}), {
      passive: true,
    })
}

function openFromAddress(): void {
  const link = enlargedInAddress(document)
  if (link) openEnlarged(link, true).catch(() => link.scrollIntoView())
}

document.addEventListener('DOMContentLoaded', () => {
  if (given.slideshow) startShows()
  answerClicks()
  if (given.enlarge) openFromAddress()
})
