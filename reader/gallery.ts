import { nameInAddress } from './address.ts'

/** A gallery's filter by tag and its rest, answered in place. Without a script both are links that work. */

export interface Gallery {
  /** Does what one of the gallery's own links says. */
  readonly follow: (link: HTMLAnchorElement) => void
  readonly showRest: () => void
  readonly stop: () => void
}

const started = new WeakMap<HTMLElement, Gallery>()

/** Moving more pictures than this at once is no longer seen as movement. */
const MOST_MOVED = 60

/** Makes a change, with the pictures seen to move to their new places where motion is welcome. */
function moving(seat: HTMLElement, change: () => void): void {
  const pictures = [...seat.querySelectorAll<HTMLElement>('.pic')]
  if (
    !document.startViewTransition ||
    matchMedia('(prefers-reduced-motion: reduce)').matches ||
    pictures.length > MOST_MOVED
  )
    return change()
  pictures.forEach((picture, i) => (picture.style.viewTransitionName = `pic-${i}`))
  void document.startViewTransition(change).finished.finally(() => {
    for (const picture of pictures) picture.style.viewTransitionName = ''
  })
}

/** Starts the gallery on its element, once. */
export function startGallery(seat: HTMLElement): Gallery {
  const running = started.get(seat)
  if (running) return running
  const end = new AbortController()
  const links = [...seat.querySelectorAll<HTMLAnchorElement>('.filter a')]
  const ids = links.map((link) => link.id)
  const more = seat.querySelector<HTMLAnchorElement>('a[data-rest]')
  const rest = more && document.getElementById(more.dataset.rest!)

  /** '' shows all. */
  function choose(key: string): void {
    if (key) seat.dataset.tag = key
    else delete seat.dataset.tag
    for (const link of links) {
      if (link.dataset.tag === key) link.setAttribute('aria-current', 'true')
      else link.removeAttribute('aria-current')
    }
  }
  const keyInAddress = (): string | undefined => links.find((_, i) => ids[i] && ids[i] === nameInAddress())?.dataset.tag

  // From here on the script says what is shown: the style sheet's own answer to the address would stay behind.
  const first = keyInAddress() ?? ''
  for (const link of links) link.removeAttribute('id')
  choose(first)
  addEventListener('hashchange', () => choose(keyInAddress() ?? ''), { signal: end.signal })

  const gallery: Gallery = {
    showRest() {
      if (!rest) throw new Error('the rest is not on this page')
      rest.hidden = false
      more.parentElement!.hidden = true
    },
    follow(link) {
      if (link === more) {
        gallery.showRest()
        const next = rest!.querySelector<HTMLElement>('a, figure')
        if (next && !next.matches('a, [tabindex]')) next.tabIndex = -1
        next?.focus()
        return
      }
      history.replaceState(history.state, '', link.hash)
      moving(seat, () => choose(link.dataset.tag ?? ''))
    },
    stop() {
      end.abort()
      links.forEach((link, i) => {
        if (ids[i]) link.id = ids[i]
        link.removeAttribute('aria-current')
      })
      delete seat.dataset.tag
      started.delete(seat)
    },
  }
  started.set(seat, gallery)
  return gallery
}

/** Answers a press on a link of the filter, or on the one that asks for the rest. */
export const follow = (link: HTMLAnchorElement): void =>
  void startGallery(link.closest<HTMLElement>('.seat')!).follow(link)
