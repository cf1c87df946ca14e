import { stemmer } from 'stemmer'
import type { PlacedPost } from '../place/place-post.ts'
import { allPictures } from '../place/lay-row.ts'
import { type Block, isRow, plainText } from '../post/body.ts'
import { addressOf, excerptOf } from '../post/post.ts'
import { textsInRow } from '../post/texts.ts'
import type { Language } from '../readers/languages.ts'
import { plainLetters, UNPARTED } from '../words/plain-letters.ts'

/** Where people who search for a post meet its words first. */
export const KEYWORD_PLACES = ['title', 'address', 'first paragraph', 'headings', 'alt texts', 'excerpt'] as const
export type KeywordPlace = (typeof KEYWORD_PLACES)[number]

/** Focus words of a post, and where they stand. */
export interface KeywordUse {
  readonly keyword: string
  /** null where the post has no such place: no heading, no picture */
  readonly stands: Readonly<Record<KeywordPlace, boolean | null>>
  /** how often they stand in the text, of so many words */
  readonly count: number
  readonly words: number
}

const WORDS = /[\p{L}\p{M}\p{N}]+/gu

/** What a word is compared by: in English its stem, so that "flies" is "fly" too; where no spaces part words, each character. */
function keysOf(text: string, language: Language): string[] {
  return [...plainLetters(text.replace(/[’']s\b/g, '')).matchAll(WORDS)].flatMap(([word]) => {
    if (UNPARTED.test(word)) return [...word]
    return language === 'en' ? [stemmer(word).replace(/i$/, 'y')] : [word]
  })
}

/** How often these keys stand one after another. O(text · keyword). */
function countOf(keys: readonly string[], text: readonly string[]): number {
  let count = 0
  for (let at = 0; at + keys.length <= text.length; at++)
    if (keys.every((key, i) => text[at + i] === key)) {
      count++
      at += keys.length - 1
    }
  return keys.length ? count : 0
}

const isParagraph = (block: Block): boolean => block.type === 'paragraph' && plainText(block).trim() !== ''

/** Where the focus words of a post stand. `id`: the post's, for its address. O(words · keywords). */
export function keywordUses({ content, blocks, laid, house }: PlacedPost, id: string): KeywordUse[] {
  const keywords = content.keywords ?? []
  if (keywords.length === 0) return []
  const { language } = house
  const keys = (text: string) => keysOf(text, language)
  const first = blocks.find(isParagraph)
  const headings = blocks.filter(({ type }) => type === 'heading').map(plainText)
  const alts = [...laid.values()].flatMap((row) =>
    allPictures(row).map(({ placed, picture }) => textsInRow(placed, picture).alt),
  )
  const texts: Record<KeywordPlace, string[]> = {
    title: [content.title],
    address: [addressOf(content, id).replaceAll('-', ' ')],
    'first paragraph': first ? [plainText(first)] : [],
    headings: headings.filter(Boolean),
    'alt texts': alts,
    excerpt: [excerptOf(content)],
  }
  const known = KEYWORD_PLACES.map((place) => [place, texts[place].map(keys)] as const)
  const text = blocks.filter((block) => !isRow(block)).map((block) => keys(plainText(block)))
  const words = text.reduce((sum, one) => sum + one.length, 0)
  return keywords.map((keyword) => {
    const own = keys(keyword)
    // An address has Latin letters alone, and no more of a word than those.
    const inAddress = keys(plainLetters(keyword).replace(/[^a-z0-9]+/g, ' '))
    const stands = known.map(([place, all]) => {
      const wanted = place === 'address' ? inAddress : own
      return [place, all.length && wanted.length ? all.some((one) => countOf(wanted, one) > 0) : null] as const
    })
    return {
      keyword,
      stands: Object.fromEntries(stands) as KeywordUse['stands'],
      count: text.reduce((sum, one) => sum + countOf(own, one), 0),
      words,
    }
  })
}

/** More often than this share of all words, and than so many times, focus words put readers off. */
const OVERUSED = { share: 0.035, times: 6, words: 120 } as const
export const isOverused = ({ count, words, keyword }: KeywordUse): boolean =>
  words >= OVERUSED.words &&
  count >= OVERUSED.times &&
  count * Math.max(1, keyword.trim().split(/\s+/).length) > OVERUSED.share * words
