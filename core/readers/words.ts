import type { HouseStyle } from '../house/house-style.ts'
import { type Language, pluralOf } from './languages.ts'
import { fill, type Filling } from './fill.ts'
import type { Counted, Table, WordKey } from './table/table.ts'
import { WORDS } from './words-table.ts'

/** What the house says in its language: its own words where it has some, else those of the table. */
const wordsIn = ({ language, words }: HouseStyle, key: keyof Table): string =>
  words[language]?.[key] || WORDS[language][key]!

/** The words of this key, with what belongs in them. */
export const say = (house: HouseStyle, key: WordKey, filling: Filling = {}): string =>
  fill(wordsIn(house, key), filling)

/** The words of this key for so many, which stand in them as {n}. */
export function sayCount(house: HouseStyle, key: Counted, n: number): string {
  const own = `${key}.${pluralOf(n, house.language)}` as const
  return fill(wordsIn(house, WORDS[house.language][own] === undefined ? `${key}.other` : own), { n })
}

/** What the reader script says. */
export const SCRIPT_WORDS = [
  'picture',
  'pause',
  'play',
  'before',
  'next',
  'place',
  'places',
  'fullScreen',
  'leaveFullScreen',
  'credit',
  'enlarged',
  'close',
  'zoom',
  'notLoaded',
] as const satisfies readonly WordKey[]
export type ScriptWords = Readonly<Record<(typeof SCRIPT_WORDS)[number], string>>
export const scriptWords = (house: HouseStyle): ScriptWords =>
  Object.fromEntries(SCRIPT_WORDS.map((key) => [key, say(house, key)])) as ScriptWords

const inOther = new WeakMap<HouseStyle, Map<Language, HouseStyle>>()
/** The house as it speaks in a post that is in a language of its own; the same object for the same. */
export function houseIn(house: HouseStyle, language: Language | undefined): HouseStyle {
  if (!language || language === house.language) return house
  const known = inOther.get(house) ?? new Map<Language, HouseStyle>()
  inOther.set(house, known)
  const own = known.get(language) ?? { ...house, language }
  known.set(language, own)
  return own
}
