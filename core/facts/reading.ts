import { rowBytes } from '../files/forecast.ts'
import { CAPTION_OVER, CAPTION_TYPE, type HouseStyle } from '../house/house-style.ts'
import { PHONE, READER_SCREENS, WIDE } from '../house/screens.ts'
import { captionLines } from '../layout/caption-bands.ts'
import { rowInWindow } from '../layout/row-in-window.ts'
import { captionsBelow } from '../place/captions-below.ts'
import { allPictures, asOneText, type LaidRow, textBelow } from '../place/lay-row.ts'
import { captionsOf, clickOf, standsOver } from '../post/effective.ts'
import { textsInRow } from '../post/texts.ts'
import type { FactOf } from './row-fact.ts'

/** What a row does once readers have it before them: what its captions take, what is loaded at first, what a click does. */

/** Lines of captions on a phone from which their room is a hole under every shorter one. */
const MANY_LINES = 6
/** Share of a picture that a caption may cover. */
const MUCH_COVERED = 0.6

/** Lines that captions take where room is kept for the longest, or how much of their pictures they cover. */
export function captionFact(laid: LaidRow, house: HouseStyle): FactOf<'captions'>[] {
  const { row, pictures } = laid
  const place = captionsOf(row, house)
  if (laid.layout.variants[0]!.form.type === 'strip' && place === 'each') {
    const linesAt = (window: number) => {
      const { height, form } = rowInWindow(laid, house, window)
      const frame = form.type === 'strip' ? height * form.frame : 0
      return Math.max(...pictures.map((one) => captionLines(textBelow(row, one, house), frame, house)))
    }
    const room = { wide: linesAt(WIDE.width), phone: linesAt(PHONE.width) }
    return room.phone === 0 ? [] : [{ about: 'captions', room, poor: room.phone > MANY_LINES }]
  }
  if (laid.layout.below?.length) {
    const { boxes } = rowInWindow(laid, house, WIDE.width)
    const below = captionsBelow(laid, house).map(({ index, key }) => ({
      picture: index,
      key: key.replace(/\s?[:：]$/, ''),
      lines: captionLines(textBelow(row, pictures[index]!, house), boxes[index]!.w, house),
    }))
    return [{ about: 'captions', below, poor: false }]
  }
  if (!standsOver(place)) return []
  const { boxes } = rowInWindow(laid, house, WIDE.width)
  const covered = pictures.map(({ placed, picture }, i) => {
    const text = asOneText(textsInRow(placed, picture), house)
    const em = house.type.fontSize * CAPTION_TYPE.size
    const count = captionLines(text, boxes[i]!.w - 2 * CAPTION_OVER.beside * em, house)
    return count === 0 ? 0 : ((count * CAPTION_TYPE.lineHeight + 2 * CAPTION_OVER.above) * em) / boxes[i]!.h
  })
  const covers = Math.max(...covered)
  return covers === 0
    ? []
    : [{ about: 'captions', covers, picture: covered.indexOf(covers), poor: covers > MUCH_COVERED }]
}

/** What is loaded before a reader does anything, where that is less than all. */
export function firstFact(laid: LaidRow, house: HouseStyle): FactOf<'first'>[] {
  const { form } = laid.layout.variants[0]!
  if (form.type === 'strip') {
    const ahead = READER_SCREENS.map((screen) => {
      const seen = rowInWindow(laid, house, screen.width).form
      const first = laid.pictures.slice(0, (seen.type === 'strip' ? seen.across : 1) + 1)
      return { screen: screen.name, bytes: rowBytes({ ...laid, pictures: first }, screen, house) }
    })
    return [{ about: 'first', ahead, poor: false }]
  }
  if (!laid.rest) return []
  return [{ about: 'first', shown: laid.pictures.length, rest: laid.rest.pictures.length, poor: false }]
}

/** What a click does, and what it does without scripts. */
export function clickFact(laid: LaidRow, house: HouseStyle): FactOf<'click'> {
  const { row } = laid
  const clicks = allPictures(laid).map(({ placed }) => clickOf(row, placed, house))
  const click = clickOf(row, undefined, house)
  return {
    about: 'click',
    click,
    otherwise: click.do === 'enlarge' ? (house.pages.made === 'all' ? 'page' : 'file') : null,
    apart: clicks.filter((one) => JSON.stringify(one) !== JSON.stringify(click)).length,
    of: clicks.length,
    tries: clicks.some((one) => one.do !== 'nothing'),
    poor: false,
  }
}
