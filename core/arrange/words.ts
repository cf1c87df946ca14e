import { isRow, plainText, type Body } from '../post/body.ts'
import type { Picture } from '../wire/picture.ts'
import { plainLetters, UNPARTED } from '../words/plain-letters.ts'

/** Which block of the text speaks of which picture, by the words that both have. */

const PIECES = /[\p{L}\p{M}\p{N}’']+/gu

/** Words of a text; two characters count as one where no spaces part them. */
export function wordsIn(text: string): number {
  let count = 0
  for (const [piece] of text.matchAll(PIECES)) count += UNPARTED.test(piece) ? piece.length / 2 : 1
  return count
}

/** Words that say nothing of what a picture shows, in the languages that blogs here speak. */
const SAY_NOTHING = new Set(
  plainLetters(`
    a about after again all also an and any are as at back be because been before being both but by can could did do
    does down each even few for from get go had has have he her here him his how i if in into is it its just last
    like made make many may me more most much my no not now of off on one only or other our out over own said same
    see she should so some still such than that the their them then there these they thing this those three through
    to too two under until up us very was we well were what when where which while who why will with would you your
    aber als am an auch auf aus bei bis da das dass dem den der des die doch du ein eine einem einen einer er es für
    hat ich im in ist ja kein mit nach nicht noch nun nur oder sich sie sind so um und uns vom von war was wenn wer
    wie wir wird zu zum zur au aux avec ce ces dans de des du elle en est et eux il je la le les leur lui ma mais me
    mes mon ne nos nous on ou par pas pour que qui sa se ses son sur ta te tes toi ton tu un une vos vous al con
    como cuando de del desde donde el ella en entre era es esta este fue ha hay la las lo los más mi muy no nos o
    para pero por que se si sin sobre son su sus te un una y ya ale bo by być czy dla do gdy i ich jak jako jest już
    kiedy który ma na nad nie o od oraz po pod przez są się tak to tu w we z za ze że`).split(/\s+/),
)

const ENDINGS = /(?:’s|'s|ings?|ed|es|s|en|em|er|e)$/

/** What is left of a word when its ending is taken off: "kites" and "kite" are the same. */
const stemOf = (word: string): string => (word.length > 4 ? word.replace(ENDINGS, '') : word)

/** The stems of a text, without what says nothing; of scripts without spaces every two characters. */
export function stemsOf(text: string): string[] {
  return [...plainLetters(text).matchAll(PIECES)].flatMap(([piece]) => {
    if (UNPARTED.test(piece))
      return Array.from({ length: Math.max(1, piece.length - 1) }, (_, i) => piece.slice(i, i + 2))
    if (piece.length < 3 || SAY_NOTHING.has(piece)) return []
    return [stemOf(piece)]
  })
}

/** How much a word counts by where it stands at the picture, and a heading's in its section. */
const FIELDS = { caption: 1, title: 1, alt: 0.8, tags: 0.5 } as const
const HEADING = 0.4
/** Words of a block for which its words count half. */
const LONG_BLOCK = 90
/** A score of so much is half sure. */
const HALF_SURE = 1.2

export interface Speaking {
  /** for each picture how sure it is that a block speaks of it, 0 to 1 */
  readonly sure: readonly number[]
  /** for each picture the share of each block, by its position: adds up to 1 where it is sure of anything */
  readonly shares: readonly (readonly (readonly [block: number, share: number])[])[]
  /** the stems that a picture has in common with the words of a block itself */
  readonly shared: (picture: number, block: number) => readonly string[]
}

/**
 * Scores every block for every picture: shared stems, weighed by where they stand, by how rare they are among blocks and
 * among pictures, less for long blocks. O(words + pictures × blocks that share a stem).
 */
export function whoSpeaks({ content }: Body, pictures: readonly Picture[]): Speaking {
  const inBlocks = new Map<string, Map<number, number>>()
  const lengths: number[] = []
  const note = (stem: string, block: number, weight: number) => {
    const own = inBlocks.get(stem) ?? new Map<number, number>()
    inBlocks.set(stem, own)
    own.set(block, Math.max(own.get(block) ?? 0, weight))
  }
  let section: string[] = []
  content.forEach((block, i) => {
    const stems = isRow(block) ? [] : stemsOf(plainText(block))
    lengths[i] = stems.length
    if (block.type === 'heading') section = stems
    for (const stem of stems) note(stem, i, 1)
    if (!isRow(block) && block.type !== 'heading') for (const stem of section) note(stem, i, HEADING)
  })

  const fields = pictures.map(({ caption, title, alt, tags }) => {
    const own = new Map<string, number>()
    const texts = { caption, title, alt, tags: tags.join(' ') }
    for (const field of Object.keys(FIELDS) as (keyof typeof FIELDS)[])
      for (const stem of stemsOf(texts[field])) own.set(stem, Math.max(own.get(stem) ?? 0, FIELDS[field]))
    return own
  })
  const inPictures = new Map<string, number>()
  for (const own of fields) for (const stem of own.keys()) inPictures.set(stem, (inPictures.get(stem) ?? 0) + 1)

  const scored = fields.map((own) => {
    const scores = new Map<number, number>()
    for (const [stem, weight] of own) {
      const blocks = inBlocks.get(stem)
      if (!blocks) continue
      const rare = rarity(blocks.size, content.length) * rarity(inPictures.get(stem)!, pictures.length)
      for (const [block, share] of blocks) {
        const score = (weight * share * rare) / (1 + lengths[block]! / LONG_BLOCK)
        scores.set(block, (scores.get(block) ?? 0) + score)
      }
    }
    return [...scores].sort((a, b) => b[1] - a[1] || a[0] - b[0])
  })
  return {
    sure: scored.map(sureOf),
    shares: scored.map(sharesOf),
    shared: (picture, block) => [...fields[picture]!.keys()].filter((stem) => inBlocks.get(stem)?.get(block) === 1),
  }
}

/** 1 for what only one of them has, towards 0 for what all have. */
const rarity = (having: number, all: number): number => (all <= 1 ? 1 : 1 - Math.log(having) / Math.log(all + 1))

type Scored = readonly (readonly [block: number, score: number])[]

/** How high the best score is, and how far ahead of the second. */
function sureOf(list: Scored): number {
  const [best = 0, second = 0] = [list[0]?.[1], list[1]?.[1]]
  if (best === 0) return 0
  const high = best / (best + HALF_SURE)
  const ahead = 0.4 + (0.6 * (best - second)) / best
  return Math.min(1, 1.25 * high * ahead)
}

/** Blocks that are far behind the best say nothing. */
const FAR_BEHIND = 0.35
function sharesOf(list: Scored): (readonly [number, number])[] {
  const near = list.filter(([, score]) => score >= FAR_BEHIND * list[0]![1])
  const sum = near.reduce((all, [, score]) => all + score ** 2, 0)
  return near.map(([block, score]) => [block, score ** 2 / sum] as const)
}
