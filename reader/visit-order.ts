/** New order at each visit, set before the gallery is first seen, so that nothing moves. */

function shuffled<T>(list: readonly T[]): T[] {
  const out = [...list]
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(Math.random() * (i + 1))
    ;[out[i], out[j]] = [out[j]!, out[i]!]
  }
  return out
}

/** A picture's place in rows whose places differ: the style sheet knows it by this class. */
const placeClass = (figure: Element): string => [...figure.classList].find((name) => /^p\d+$/.test(name)) ?? ''

/**
 * Shuffles the pictures of one gallery, what it shows at first and what waits to be asked for alike: all of them in
 * even cells, elsewhere only those of one shape among themselves, so that every line keeps its height.
 */
export function shuffleGallery(rows: readonly HTMLElement[]): void {
  const places = rows.flatMap((row) =>
    [...row.children].map((figure) => ({ row, name: placeClass(figure), loading: loadingOf(figure) })),
  )
  const figures = rows.flatMap((row) => [...row.children])
  const shape = (figure: Element): string => {
    // The shape that it has there, which a row may have cropped it to.
    const own = (figure as HTMLElement).style.getPropertyValue('--a')
    return rows[0]?.dataset.visit === 'any' || !own ? '' : Number(own).toFixed(4)
  }
  const order = [...figures]
  for (const one of new Set(figures.map(shape))) {
    const at = figures.flatMap((figure, i) => (shape(figure) === one ? [i] : []))
    const mixed = shuffled(at)
    at.forEach((place, i) => (order[place] = figures[mixed[i]!]!))
  }
  order.forEach((figure, i) => {
    const { row, name, loading } = places[i]!
    figure.classList.remove(placeClass(figure))
    if (name) figure.classList.add(name)
    // Whether a picture may wait is a matter of its place.
    figure.querySelector('img')?.setAttribute('loading', loading)
    row.append(figure)
  })
}

const loadingOf = (figure: Element): string => figure.querySelector('img')?.getAttribute('loading') ?? 'eager'

/** Shuffles every gallery as soon as the parser has passed it. */
export function shuffleAsTheyCome(): void {
  const done = new WeakSet<Element>()
  const look = () => {
    const seats = [...document.querySelectorAll('[data-visit]')].flatMap((row) => row.closest('.seat') ?? [])
    for (const seat of new Set(seats)) {
      const whole = seat.nextSibling || seat.parentNode?.nextSibling || document.readyState !== 'loading'
      if (!whole || done.has(seat)) continue
      done.add(seat)
      const rows = [...seat.querySelectorAll<HTMLElement>('[data-visit]')]
      try {
        shuffleGallery(rows)
      } finally {
        // Kept out of sight until then: what a slow page has painted of it must not be seen to move.
        for (const row of rows) row.classList.add('mixed')
      }
    }
  }
  const observer = new MutationObserver(look)
  observer.observe(document, { childList: true, subtree: true })
  document.addEventListener('DOMContentLoaded', () => {
    observer.disconnect()
    look()
  })
}
