/** What is gone through when a picture is enlarged: pictures with their files, videos with what plays them. */
import type { SlideData } from 'photoswipe'

export interface Slide extends SlideData {
  readonly link: HTMLElement
}

export const imageOf = (link: HTMLElement): HTMLImageElement => link.querySelector('img')!

/** The pictures that enlarging goes through from this one: those of its row, or of the post, that are to be seen. */
export function linksAround(link: HTMLElement, root: ParentNode): HTMLElement[] {
  const within = link.dataset.through === 'post' ? root : (link.closest('.seat') ?? root)
  const links = [...within.querySelectorAll<HTMLElement>('[data-enlarge]')].filter(
    (one) => one === link || one.getClientRects().length > 0,
  )
  return link.dataset.through === 'post' ? links.filter((one) => one === link || one.dataset.through === 'post') : links
}

/** A video is one among enlarged pictures too, with what plays it. */
function videoSlide(link: HTMLElement): Slide {
  const image = imageOf(link)
  const copy = link.cloneNode(true) as HTMLElement
  delete copy.dataset.enlarge
  copy.querySelector('img')!.loading = 'eager'
  const shape = image.getAttribute('width')! + '/' + image.getAttribute('height')!
  return {
    link,
    element: link,
    type: 'html',
    html: `<div class="enlarged-video"><div class="page" style="aspect-ratio:${shape}">${copy.outerHTML}</div></div>`,
  }
}

/** Every file of the picture, for the browser to take the one the screen needs. */
export function slideOf(link: HTMLElement): Slide {
  if (link.classList.contains('video')) return videoSlide(link)
  const image = imageOf(link)
  // What moves on the page moves when it is large.
  const moving =
    image.parentElement instanceof HTMLPictureElement && matchMedia('(prefers-reduced-motion:no-preference)').matches
      ? image.parentElement.querySelector('source')!.srcset
      : ''
  const widest = Math.max(0, ...[...image.srcset.matchAll(/ (\d+)w/g)].map((match) => Number(match[1])))
  const [width, height] = [Number(image.getAttribute('width')), Number(image.getAttribute('height'))]
  const w = widest || width
  return {
    link,
    element: link,
    src: image.currentSrc || image.src,
    srcset: moving || image.srcset,
    width: w,
    height: Math.round((w * height) / width),
    alt: image.alt,
    msrc: image.currentSrc,
    thumbCropped: getComputedStyle(image).objectPosition !== '50% 50%' || cropped(image, width / height),
  }
}

const cropped = (image: HTMLImageElement, aspect: number): boolean =>
  Math.abs(image.clientWidth / image.clientHeight - aspect) > 0.02
