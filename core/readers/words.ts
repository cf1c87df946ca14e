import type { HouseStyle } from '../house/house-style.ts'
import { type Language, pluralOf } from './languages.ts'
import { WORDS } from './words-table.ts'

/**
 * All that a blog says to its readers by itself. In braces stands what is put in: a number, a title. What is counted
 * has a form for each plural of the language.
 */
export const WORD_KEYS = [
  'picture',
  'pictures',
  'pictureOfPost',
  'showRest',
  'slideshow',
  'slides',
  'pause',
  'play',
  'before',
  'next',
  'place',
  'places',
  'fullScreen',
  'leaveFullScreen',
  'all',
  'onlyPicturesOf',
  'credit',
  'credits',
  'share',
  'download',
  'downloadFile',
  'backToPlace',
  'largestFile',
  'taken',
  'picturesOfPost',
  'enlarged',
  'close',
  'zoom',
  'notLoaded',
  'draft',
  'nothingYet',
] as const
export type WordKey = (typeof WORD_KEYS)[number]
/** What has a form for each plural: "pictures.one", "pictures.other". */
export const COUNTED = ['pictures', 'showRest'] as const satisfies readonly WordKey[]
export type Counted = (typeof COUNTED)[number]
/** Words by key; those that are counted by key and plural. */
export type Words = Readonly<Record<string, string>>

type Filling = Readonly<Record<string, string | number>>

const fill = (words: string, filling: Filling): string =>
  words.replace(/\{(\w+)\}/g, (whole, name: string) => (name in filling ? String(filling[name]) : whole))

/** What the house says in its language: its own words where it has some, else those of the table. */
function wordsIn({ language, words }: HouseStyle, key: string): string {
  return words[language]?.[key] || WORDS[language][key] || WORDS.en[key]!
}

/** The words of this key, with what belongs in them. */
export const say = (house: HouseStyle, key: Exclude<WordKey, Counted>, filling: Filling = {}): string =>
  fill(wordsIn(house, key), filling)

/** The words of this key for so many, which stand in them as {n}. */
export function sayCount(house: HouseStyle, key: Counted, n: number): string {
  const form = pluralOf(n, house.language)
  const own = WORDS[house.language][`${key}.${form}`] === undefined ? 'other' : form
  return fill(wordsIn(house, `${key}.${own}`), { n })
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
