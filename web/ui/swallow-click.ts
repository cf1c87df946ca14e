/** After a drag: what was let go, or drawn over, was not pressed. */
export function swallowClick(): void {
  const swallow = (click: MouseEvent) => {
    click.stopPropagation()
    click.preventDefault()
  }
  window.addEventListener('click', swallow, { capture: true, once: true })
  setTimeout(() => window.removeEventListener('click', swallow, true), 50)
}
