/** Pictures enlarged over the page, from their own places, over PhotoSwipe. */
import PhotoSwipe, { type SlideData } from 'photoswipe'
import { fill } from '../core/readers/fill.ts'
import { pointOut } from './pointers.ts'
import type { ScriptWords } from '../core/readers/words.ts'
import { BRING, enlargedInAddress } from './address.ts'
import { imageOf, linksAround, type Slide, slideOf } from './enlarged-slides.ts'

export interface Enlarge {
  /** Enlarges the picture of this link; `fromAddress` where the page was opened with it in its address. */
  readonly open: (link: HTMLElement, fromAddress: boolean) => void
  readonly stop: () => void
}

/** Opens what is folded away around a picture, such as the rest of a gallery. */
export type Unfold = (link: HTMLElement) => Promise<void>

/** Where the picture stands in the page, and what of it is to be seen. */
interface Bounds {
  x: number
  y: number
  w: number
  innerRect?: { x: number; y: number; w: number; h: number }
}

const ARROW =
  '<svg class="pswp__icn" viewBox="0 0 22 14" width="26" height="18" aria-hidden="true"><path d="M21 7H2M8 1 2 7l6 6" fill="none" stroke="currentColor" stroke-width="1.6"/></svg>'

const nameOf = (link: HTMLElement): string => link.dataset.enlarge!
/** Caption and credit, whole. */
function tell(caption: HTMLElement, link: HTMLElement | undefined, own: ScriptWords): void {
  const { caption: words = '', credit = '' } = link?.dataset ?? {}
  const text = document.createElement('p')
  text.append(words)
  if (credit) {
    const maker = document.createElement('span')
    maker.textContent = `${words ? ' ' : ''}${fill(own.credit, { names: credit })}`
    text.append(maker)
  }
  caption.replaceChildren(...(words || credit ? [text] : []))
}

/** Puts the picture into the address; false where the page has none of its own, as in a frame that was written into. */
function say(put: () => void): boolean {
  try {
    put()
    return true
  } catch {
    return false
  }
}

/** At once, or as soon as opening has ended: until then PhotoSwipe would not hear of it. */
function onceOpen(swipe: PhotoSwipe, does: (swipe: PhotoSwipe) => void): void {
  if (swipe.opener.isOpen) does(swipe)
  else swipe.on('openingAnimationEnd', () => does(swipe))
}
const close = (swipe: PhotoSwipe) => swipe.close()
const KEYS: Readonly<Record<string, (swipe: PhotoSwipe) => void>> = {
  Escape: close,
  ArrowRight: (swipe) => swipe.next(),
  ArrowLeft: (swipe) => swipe.prev(),
}

/** The page as it is where this picture is seen: its slideshow stands at it, what it is folded into is open. Gives the place to be seen. */
async function bring(link: HTMLElement, unfold: Unfold): Promise<HTMLElement> {
  const show = link.closest<HTMLElement>('.show')
  show?.dispatchEvent(new CustomEvent(BRING, { detail: link }))
  if (link.closest('[hidden]')) await unfold(link)
  // Within a slideshow that plays nothing may be scrolled: its strip would show a blank.
  return show?.hasAttribute('aria-roledescription') ? show : link
}

export function startEnlarge(
  root: Document | HTMLElement,
  words: ScriptWords,
  unfold: Unfold = async () => {},
): Enlarge {
  const end = new AbortController()
  let shown: PhotoSwipe | undefined
  /** the address was made by opening, so that going back closes */
  let pushed = false

  function open(link: HTMLElement, fromAddress: boolean): void {
    if (shown) return
    const links = linksAround(link, root)
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches
    // Measured as it will stand: no line of a caption is cut off or lies over the picture.
    const measure = document.createElement('div')
    measure.className = 'enlarged-caption measuring'
    document.body.append(measure)
    const heightOf = (data: SlideData) => {
      tell(measure, (data as Slide).link, words)
      return measure.firstChild ? measure.offsetHeight : 16
    }
    const swipe = new PhotoSwipe({
      dataSource: links.map(slideOf),
      index: links.indexOf(link),
      preload: [1, 1],
      bgOpacity: 1,
      showHideAnimationType: calm ? 'none' : 'zoom',
      showAnimationDuration: calm ? 0 : 240,
      hideAnimationDuration: calm ? 0 : 240,
      zoomAnimationDuration: calm ? false : 240,
      returnFocus: false,
      wheelToZoom: true,
      errorMsg: words.notLoaded,
      // Two numbers with what stands between them.
      indexIndicatorSep: fill(words.place, { n: '', of: '' }),
      closeTitle: words.close,
      zoomTitle: words.zoom,
      arrowPrevTitle: words.before,
      arrowNextTitle: words.next,
      closeSVG: words.close,
      zoomSVG: words.zoom,
      arrowPrevSVG: ARROW,
      arrowNextSVG: ARROW,
      paddingFn: (viewport, data) => ({
        top: 48,
        bottom: heightOf(data),
        left: viewport.x > 700 ? 64 : 0,
        right: viewport.x > 700 ? 64 : 0,
      }),
    })
    shown = swipe
    // A player has its own pointers.
    swipe.addFilter('preventPointerEvent', (prevent, event) => prevent && !(event.target as Element).closest('.video'))
    // A cropped thumbnail keeps its focus point in view, not its middle.
    swipe.addFilter('thumbBounds', (bounds: Bounds | undefined, data) => {
      const image = imageOf((data as Slide).link)
      const { left, top, width, height } = image.getBoundingClientRect()
      if (!bounds || !data.thumbCropped || !data.width || !data.height) return bounds as Bounds
      const scale = Math.max(width / data.width, height / data.height)
      const [x = 50, y = 50] = getComputedStyle(image).objectPosition.split(' ').map(parseFloat)
      const inner = {
        x: ((width - data.width * scale) * x) / 100,
        y: ((height - data.height * scale) * y) / 100,
        w: width,
        h: height,
      }
      return { x: left + inner.x, y: top + inner.y, w: data.width * scale, innerRect: inner }
    })
    swipe.on('imageSizeChange', ({ content, width, height, slide }) =>
      pointOut((content.data as Slide).link, slide.container, { width, height }),
    )
    swipe.on('uiRegister', () =>
      swipe.ui!.registerElement({
        name: 'caption',
        className: 'enlarged-caption',
        appendTo: 'root',
        onInit: (caption) => {
          caption.setAttribute('aria-live', 'polite')
          swipe.on('change', () => tell(caption, links[swipe.currIndex], words))
        },
      }),
    )
    swipe.on('change', () => {
      const address = `#${nameOf(links[swipe.currIndex]!)}`
      if (location.hash !== address) say(() => history.replaceState(history.state, '', address))
    })
    swipe.on('close', () => {
      const here = links[swipe.currIndex]!
      if (pushed) history.back()
      else if (location.hash === `#${nameOf(here)}`) history.replaceState(null, '', location.pathname + location.search)
      pushed = false
    })
    swipe.on('destroy', () => {
      shown = undefined
      measure.remove()
      hasty.abort()
      // To the picture last gone to, wherever that is: a quick hand closes while it is still sliding in.
      const last = links[swipe.potentialIndex]!
      void bring(last, unfold).then((place) => {
        last.focus({ preventScroll: true })
        // A page that was not scrolled by hand since stays where it is, if the picture is in sight there.
        place.scrollIntoView({ block: 'nearest', inline: 'nearest' })
      })
    })
    // A hand that is quicker than the opening: until that has ended PhotoSwipe hears no key.
    const hasty = new AbortController()
    addEventListener(
      'keydown',
      (event) => {
        const does = event.altKey || event.ctrlKey || event.metaKey || event.shiftKey ? undefined : KEYS[event.key]
        if (!does || swipe.opener.isOpen || swipe.isDestroying) return
        event.preventDefault()
        onceOpen(swipe, does)
      },
      { capture: true, signal: hasty.signal },
    )
    if (fromAddress) void bring(link, unfold).then((place) => shown && place.scrollIntoView({ block: 'center' }))
    else {
      pushed = say(() => history.pushState({ enlarged: true }, '', `#${nameOf(link)}`))
    }
    swipe.init()
    swipe.element?.setAttribute('aria-label', words.enlarged)
    swipe.element?.setAttribute('aria-modal', 'true')
  }

  addEventListener(
    'popstate',
    () => {
      const link = enlargedInAddress(root)
      if (shown && !link) {
        pushed = false
        onceOpen(shown, close)
      } else if (!shown && link) open(link, true)
    },
    { signal: end.signal },
  )
  return {
    open,
    stop: () => {
      end.abort()
      if (!shown) return
      pushed = false
      shown.options.showHideAnimationType = 'none'
      onceOpen(shown, close)
    },
  }
}
