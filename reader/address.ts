/** What stands behind # in the address, as it was written; '' where it is no name at all. */
export function nameInAddress(): string {
  try {
    return decodeURIComponent(location.hash.slice(1))
  } catch {
    // Cut off in the middle of a letter, as where an address was shortened by hand.
    return ''
  }
}

/** The link whose picture the address names as enlarged. */
export const enlargedInAddress = (root: ParentNode): HTMLElement | null =>
  root.querySelector(`[data-enlarge="${CSS.escape(nameInAddress())}"]`)

/** Asks a slideshow to stand at the picture that holds this element, which is the event's detail. */
export const BRING = 'bring'
