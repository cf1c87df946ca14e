import { cropOf } from '../facts/crop.ts'
import { foldOf } from '../facts/phone.ts'
import { sizeOf } from '../facts/size.ts'
import { rowBytes } from '../files/forecast.ts'
import { bytesInWords } from '../files/bytes-in-words.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { PHONE } from '../house/screens.ts'
import { seatOf } from '../layout/row-lengths.ts'
import { shownHeight } from '../place/captioned-row.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { cropInShort, foldInShort, sizeInShort } from './short-words.ts'

/** What a row does, in a word or two each: "148 high", "no crop", "phone 2 lines". */
export interface RowInShort {
  readonly size: string
  readonly crop: string
  readonly fold: string
}

export const rowInShort = (laid: LaidRow, house: HouseStyle, window: number): RowInShort => ({
  size: sizeInShort(sizeOf(laid, house, window), seatOf(laid.row), shownHeight(laid, house, window)),
  crop: cropInShort(cropOf(laid)),
  fold: foldInShort(foldOf(laid, house)),
})

/** What a row weighs on a phone once all of it is seen. */
export const weightInShort = (laid: LaidRow, house: HouseStyle): string => bytesInWords(rowBytes(laid, PHONE, house))
