import type { HouseStyle } from '../house/house-style.ts'
import type { OnClick } from './on-click.ts'
import type { CaptionPlace, Ground, PlacedPicture, Reveal, Row, SlideshowManner, Through } from './row.ts'

/** What a row does: its own choice first, then the house's. */

/** What a click on this picture does: its own choice first, then the row's, then the house's. */
export const clickOf = (row: Row, placed: PlacedPicture | undefined, house: HouseStyle): OnClick =>
  placed?.onClick ?? row.onClick ?? { do: house.onClick }

export const throughOf = (row: Row, house: HouseStyle): Through => row.through ?? house.through

/** A single picture and a slide have nobody beside them to be kept quiet for: their captions stand below. */
export function captionsOf(row: Row, house: HouseStyle): CaptionPlace {
  const wanted = row.captions ?? house.captions
  // Beside it there is room at one picture that stands alone.
  if (wanted === 'beside')
    return row.kind === 'one' && row.one.side === null && row.words.length === 0 ? wanted : 'each'
  return (wanted === 'hover' && row.kind === 'one') || (standsOver(wanted) && row.kind === 'slideshow')
    ? 'each'
    : wanted
}
/** Whether captions lie over their pictures, always or for a while, and take no room. */
export const standsOver = (place: CaptionPlace): boolean => place === 'over' || place === 'hover'

/** How the edge of the pictures looks. */
export const edgeOf = (row: Row, house: HouseStyle): Pick<HouseStyle, 'corner' | 'border'> => ({
  corner: row.corner ?? house.corner,
  border: row.border ?? house.border,
})

export const revealOf = (row: Row, house: HouseStyle): Reveal => row.reveal ?? house.reveal
export const sharesOf = (row: Row, house: HouseStyle): boolean => row.share ?? house.share.shown
export const groundOf = (row: Row, house: HouseStyle): Ground =>
  row.kind === 'gallery' ? (row.gallery.ground ?? house.gallery.ground) : 'none'
export const filtersOf = (row: Row, house: HouseStyle): boolean =>
  row.kind === 'gallery' && (row.gallery.filter ?? house.gallery.filter)

/** How a slideshow goes. */
export function mannerOf({ slideshow }: Row, house: HouseStyle): SlideshowManner {
  const own = house.slideshow
  return {
    // One picture fades into the next; several side by side can only slide.
    move: slideshow.across > 1 ? 'slide' : (slideshow.move ?? own.move),
    seconds: slideshow.seconds ?? own.seconds,
    starts: slideshow.starts ?? own.starts,
    arrows: slideshow.arrows ?? own.arrows,
    place: slideshow.place ?? own.place,
    fullScreen: slideshow.fullScreen ?? own.fullScreen,
  }
}
