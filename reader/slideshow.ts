/** A strip of pictures made into a slideshow: the carousel pattern of the WAI authoring guide over Embla. */
import EmblaCarousel from 'embla-carousel'
import { fill } from '../core/readers/fill.ts'
import type { ScriptWords } from '../core/readers/words.ts'
import { BRING } from './address.ts'
import Fade from 'embla-carousel-fade'

/** Why a slideshow that would go on by itself is held. */
type Hold = 'pointer' | 'focus' | 'sight' | 'window' | 'hand'

const ARROW_LEFT = 'M21 7H2M8 1 2 7l6 6'
const ARROW_RIGHT = 'M1 7h19M14 1l6 6-6 6'
/** More dots than this say less than a number. */
const MOST_DOTS = 12

function button(label: string, className = ''): HTMLButtonElement {
  const made = document.createElement('button')
  made.type = 'button'
  made.className = className
  made.textContent = label
  return made
}

function arrow(label: string, path: string): HTMLButtonElement {
  const made = button('')
  made.setAttribute('aria-label', label)
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
  svg.setAttribute('viewBox', '0 0 22 14')
  svg.setAttribute('aria-hidden', 'true')
  const line = document.createElementNS('http://www.w3.org/2000/svg', 'path')
  line.setAttribute('d', path)
  svg.append(line)
  made.append(svg)
  return made
}

/** What readers hold the slideshow by. What the row does without is made and left out of the bar. */
function fillBar(bar: HTMLElement, n: number, words: ScriptWords, { arrows, place, fullScreen }: DOMStringMap) {
  const play = button('', 'play')
  const at = document.createElement('span')
  at.className = 'at'
  const dots = place === 'dots' && n <= MOST_DOTS ? Array.from({ length: n }, () => button('')) : []
  dots.forEach((dot, i) => dot.setAttribute('aria-label', fill(words.picture, { n: i + 1 })))
  const holder = document.createElement('span')
  holder.className = 'dots'
  holder.append(...dots)
  const middle = dots.length ? [holder] : place === 'none' ? [] : [at]
  const [before, after] = [arrow(words.before, ARROW_LEFT), arrow(words.next, ARROW_RIGHT)]
  const whole = button(words.fullScreen, 'end')
  const canFill = fullScreen !== undefined && document.fullscreenEnabled
  bar.replaceChildren(
    play,
    ...(arrows === undefined ? middle : [before, ...middle, after]),
    ...(canFill ? [whole] : []),
  )
  return { play, at, dots, before, after, whole }
}

/** Starts the slideshow on its element and returns how to stop it, which leaves the strip it was. `swipe` false leaves dragging to the page around. */
export function startSlideshow(
  root: HTMLElement,
  words: ScriptWords,
  { swipe = true }: { readonly swipe?: boolean } = {},
): () => void {
  const strip = root.querySelector<HTMLElement>('.strip')
  const bar = root.querySelector<HTMLElement>('.show-bar')
  const slides = [...root.querySelectorAll<HTMLElement>('.slides > .pic')]
  if (!strip || !bar || slides.length < 2) {
    root.classList.add('left')
    return () => {}
  }
  const { move, seconds, starts } = root.dataset
  const calm = matchMedia('(prefers-reduced-motion: reduce)')
  const n = slides.length
  const end = new AbortController()
  const on = <T extends EventTarget>(target: T, type: string, does: (event: Event) => void) =>
    target.addEventListener(type, does, { signal: end.signal })

  root.classList.remove('left')
  root.setAttribute('aria-roledescription', 'slideshow')
  const stripTab = strip.getAttribute('tabindex')
  strip.removeAttribute('tabindex')
  strip.scrollLeft = 0
  const target = location.hash.length > 1 ? slides.findIndex((slide) => `#${slide.id}` === location.hash) : -1
  const mirrored = getComputedStyle(root).direction === 'rtl'
  const embla = EmblaCarousel(
    strip,
    {
      container: root.querySelector<HTMLElement>('.slides'),
      loop: true,
      align: 'start',
      direction: mirrored ? 'rtl' : 'ltr',
      duration: 24,
      startIndex: Math.max(0, target),
      watchDrag: swipe,
    },
    move === 'fade' ? [Fade()] : [],
  )

  const across = () => Math.max(1, Math.round(strip.clientWidth / slides[0]!.getBoundingClientRect().width))
  const now = () => embla.selectedScrollSnap()
  const go = (index: number) => embla.scrollTo(((index % n) + n) % n, calm.matches)

  const { play, at, dots, before, after, whole } = fillBar(bar, n, words, root.dataset)

  // Going on by itself.
  let wanted = starts !== undefined && !calm.matches
  const holds = new Set<Hold>()
  let timer: ReturnType<typeof setTimeout> | undefined
  function settle(): void {
    clearTimeout(timer)
    const running = wanted && holds.size === 0
    if (running) timer = setTimeout(() => go(now() + 1), 1000 * Number(seconds))
    play.textContent = wanted ? words.pause : words.play
    at.setAttribute('aria-live', running ? 'off' : 'polite')
    root.dataset.running = String(running)
  }
  const hold = (why: Hold, held: boolean) => {
    if (held) holds.add(why)
    else holds.delete(why)
    settle()
  }

  function show(): void {
    const [first, width] = [now(), Math.min(n, across())]
    // All of them beside each other: there is nothing to go on to.
    bar!.style.visibility = width === n ? 'hidden' : ''
    const seen = (index: number) => (index - first + n) % n < width
    slides.forEach((slide, i) => {
      slide.inert = !seen(i)
      // What is shown, and one ahead.
      if (seen(i) || i === (first + width) % n) {
        slide.classList.add('near')
        const image = slide.querySelector('img')
        if (image) image.loading = 'eager'
      }
    })
    at.textContent =
      width === 1
        ? fill(words.place, { n: first + 1, of: n })
        : fill(words.places, { n: first + 1, to: ((first + width - 1) % n) + 1, of: n })
    dots.forEach((dot, i) => dot.setAttribute('aria-current', String(i === first)))
    settle()
  }
  slides.forEach((slide, i) => {
    slide.setAttribute('aria-roledescription', 'slide')
    slide.setAttribute('aria-label', fill(words.place, { n: i + 1, of: n }))
  })
  embla.on('select', show).on('reInit', show)
  embla.on('pointerDown', () => hold('hand', true)).on('pointerUp', () => hold('hand', false))
  dots.forEach((dot, i) => on(dot, 'click', () => go(i)))
  on(before, 'click', () => go(now() - 1))
  on(after, 'click', () => go(now() + 1))
  on(play, 'click', () => {
    wanted = !wanted
    settle()
  })
  on(calm, 'change', () => {
    if (calm.matches) wanted = false
    settle()
  })
  on(strip, 'pointerenter', (event) => (event as PointerEvent).pointerType === 'mouse' && hold('pointer', true))
  on(strip, 'pointerleave', () => hold('pointer', false))
  on(root, 'focusin', (event) => hold('focus', event.target !== play))
  on(
    root,
    'focusout',
    (event) => !root.contains((event as FocusEvent).relatedTarget as Node | null) && hold('focus', false),
  )
  on(document, 'visibilitychange', () => hold('window', document.hidden))
  on(root, 'keydown', (event) => {
    const { key, ctrlKey, altKey, metaKey } = event as KeyboardEvent
    const onward = mirrored ? -1 : 1
    const to = { ArrowLeft: now() - onward, ArrowRight: now() + onward, Home: 0, End: n - 1 }[key]
    if (to === undefined || ctrlKey || altKey || metaKey) return
    event.preventDefault()
    go(to)
  })
  const sight = new IntersectionObserver(([entry]) => hold('sight', !entry!.isIntersecting), { threshold: 0.4 })
  sight.observe(strip)

  // Full screen: the pictures in the size that the screen needs.
  const sizes = slides.map((slide) => slide.querySelector('img')?.sizes ?? '')
  on(
    whole,
    'click',
    () =>
      void (document.fullscreenElement === root ? document.exitFullscreen() : root.requestFullscreen()).catch(() => {}),
  )
  on(root, 'fullscreenchange', () => {
    const full = document.fullscreenElement === root
    whole.textContent = full ? words.leaveFullScreen : words.fullScreen
    slides.forEach((slide, i) => {
      const image = slide.querySelector('img')
      if (image) image.sizes = full ? '100vw' : sizes[i]!
    })
    embla.reInit()
  })
  // The page comes back to one of its pictures: at once, for it is about to be seen and focused.
  on(root, BRING, (event) => {
    const index = slides.findIndex((slide) => slide.contains((event as CustomEvent<Node>).detail))
    if (index < 0) return
    strip.scrollLeft = 0
    embla.scrollTo(index, true)
    show()
  })
  hold('sight', true)
  show()

  return () => {
    clearTimeout(timer)
    end.abort()
    sight.disconnect()
    embla.destroy()
    bar.replaceChildren()
    bar.style.visibility = ''
    for (const slide of slides) {
      slide.inert = false
      slide.removeAttribute('style')
    }
    if (stripTab !== null) strip.setAttribute('tabindex', stripTab)
    root.classList.add('left')
  }
}
