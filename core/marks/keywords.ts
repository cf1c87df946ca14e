import { isOverused, KEYWORD_PLACES, type KeywordPlace, keywordUses } from '../facts/keywords.ts'
import { isRow, plainText } from '../post/body.ts'
import type { PlacedPost } from '../place/place-post.ts'
import type { Check, Mark, Place } from './mark.ts'

const IN: Record<KeywordPlace, string> = {
  title: 'the title',
  address: 'the address',
  'first paragraph': 'the first paragraph',
  headings: 'the headings',
  'alt texts': 'the alt texts',
  excerpt: 'the excerpt',
}

const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`

/** Where a place of focus words is on the board. */
export function placeOf(place: KeywordPlace, { blocks }: Pick<PlacedPost, 'blocks'>): Place {
  const block = (has: (one: (typeof blocks)[number]) => boolean) => blocks.findIndex(has)
  switch (place) {
    case 'title':
      return { at: 'title' }
    case 'address':
    case 'excerpt':
      return { at: place }
    case 'first paragraph':
      return { at: 'block', block: block((one) => one.type === 'paragraph' && plainText(one).trim() !== '') }
    case 'headings':
      return { at: 'block', block: block(({ type }) => type === 'heading') }
    case 'alt texts': {
      const row = blocks.find((one) => isRow(one) && one.attrs.pictures.length > 0)
      return row && isRow(row) ? { at: 'row', row: row.attrs.id, picture: 0, field: 'alt' } : { at: 'title' }
    }
  }
}

/** Focus words where those who search meet them first, and not so often that readers mind. */
export const keywords: Check = (post) =>
  keywordUses(post, '').flatMap((use): Mark[] => {
    const missing = KEYWORD_PLACES.filter((place) => use.stands[place] === false)
    return [
      ...(missing.length
        ? [
            {
              key: `keyword:${use.keyword}`,
              weight: 'worth a look' as const,
              words: `“${use.keyword}” is missing in ${listed(missing.map((place) => IN[place]))}.`,
              place: placeOf(missing[0]!, post),
            },
          ]
        : []),
      ...(isOverused(use)
        ? [
            {
              key: `keyword:${use.keyword}:often`,
              weight: 'worth a look' as const,
              words: `“${use.keyword}” stands ${use.count} times in ${use.words} words: more often than readers like.`,
              place: { at: 'keywords' } as const,
            },
          ]
        : []),
    ]
  })
