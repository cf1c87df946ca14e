/**
 * Scrolls the board so that the row can be seen: as little as does it, or to its middle. A row that is higher
 * than the board is shown from its top.
 */
export function reveal(rowId: string, block: 'nearest' | 'center' = 'nearest'): void {
  const seat = document.getElementById(`row-${rowId}`)
  const scroller = seat?.closest<HTMLElement>('[data-scroller]')
  if (!seat || !scroller) return
  const room = scroller.clientHeight - Number.parseFloat(getComputedStyle(scroller).scrollPaddingBottom)
  const calm = block === 'nearest' || matchMedia('(prefers-reduced-motion: reduce)').matches
  seat.scrollIntoView({ block: seat.offsetHeight > room - 20 ? 'start' : block, behavior: calm ? 'auto' : 'smooth' })
}
