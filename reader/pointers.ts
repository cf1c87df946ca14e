/** What points at things in a picture lies on it when it is enlarged too: on the whole of it, whatever its row has cropped. */

const pointersOf = (link: HTMLElement): HTMLElement | null =>
  link.closest('.shown, .frame')?.querySelector<HTMLElement>('.pointers') ?? null

/** The pointers of this picture over an image of this size in px, in the box that holds it. */
export function pointOut(
  link: HTMLElement,
  box: HTMLElement,
  size: { readonly width: number; readonly height: number },
): void {
  const own = pointersOf(link)
  if (!own) return
  let copy = box.querySelector<HTMLElement>('.pointers')
  if (!copy) {
    copy = own.cloneNode(true) as HTMLElement
    copy.removeAttribute('style')
    for (const [name, value] of Object.entries({ cx: 0, cy: 0, cw: 1, ch: 1 }))
      copy.style.setProperty(`--${name}`, String(value))
    for (const one of copy.querySelectorAll('.off')) one.classList.remove('off')
    const drawing = copy.querySelector('svg')
    if (drawing) drawing.setAttribute('viewBox', drawing.dataset.whole!)
    box.append(copy)
  }
  copy.style.width = `${size.width}px`
  copy.style.height = `${size.height}px`
}
