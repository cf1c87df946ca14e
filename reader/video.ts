/** Videos of a provider, put in the place of their pictures when they are asked for. */

/** What the frame may do: play, and no more of the page than its own box. */
const ALLOWED = 'autoplay; fullscreen; picture-in-picture; encrypted-media'
const SANDBOX = 'allow-scripts allow-same-origin allow-presentation allow-popups'

/** Puts the provider's frame over the picture; gone from sight in a slideshow or among enlarged pictures, it ends. */
export function follow(link: HTMLAnchorElement): void {
  const source = new URL(link.dataset.frame!)
  source.searchParams.set('autoplay', '1')
  const frame = document.createElement('iframe')
  frame.allow = ALLOWED
  frame.setAttribute('sandbox', SANDBOX)
  frame.referrerPolicy = 'strict-origin-when-cross-origin'
  frame.title = link.getAttribute('aria-label') ?? ''
  frame.src = source.href
  const holder = document.createElement('div')
  holder.className = 'video'
  const mark = link.querySelector('.play')
  holder.append(...[...link.childNodes].filter((child) => child !== mark), frame)
  link.replaceWith(holder)
  const among = holder.closest('.slides, .pswp')
  // Among enlarged pictures the keys stay with what goes through them.
  if (!among?.matches('.pswp')) frame.focus()
  if (!among) return
  const seen = new IntersectionObserver(([entry]) => {
    if (entry!.isIntersecting && among.isConnected) return
    seen.disconnect()
    frame.remove()
    link.replaceChildren(...holder.childNodes, ...(mark ? [mark] : []))
    holder.replaceWith(link)
  })
  seen.observe(holder)
}
