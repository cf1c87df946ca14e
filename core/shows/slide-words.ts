import type { ListedPost } from '../front/listed-post.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { longDate } from '../readers/languages.ts'
import { sayCount } from '../readers/words.ts'
import type { PostShow, ShowLine, SlideChange } from './show.ts'

/** A line of a slide with what it says. */
export interface SaidLine {
  /** its place among the lines of the slideshow */
  readonly at: number
  readonly line: ShowLine
  readonly text: string
}

const words = new Intl.Segmenter(undefined, { granularity: 'word' })

/** The text up to the end of so many words, with an ellipsis where that is not all of it. */
export function cutToWords(text: string, most: number): string {
  let count = 0
  for (const { index, segment, isWordLike } of words.segment(text)) {
    if (!isWordLike || ++count < most) continue
    const end = index + segment.length
    // What ends the sentence belongs to its last word.
    const rest = text.slice(end)
    return /\p{L}|\p{N}/u.test(rest) ? `${text.slice(0, end)}…` : text
  }
  return text
}

/** What the lines of a slide say of its post, those that have something to say. O(characters). */
export function wordsOfSlide(
  show: PostShow,
  post: ListedPost,
  house: HouseStyle,
  change: SlideChange = show.changes[post.id] ?? {},
): SaidLine[] {
  return show.lines.flatMap((line, at) => {
    const own = change.lines?.[at]
    const said = (own ?? factOf(line, post, house, change)).replace(/\s+/g, ' ').trim()
    return said === '' ? [] : [{ at, line, text: said }]
  })
}

function factOf(
  { says, words: most, text }: ShowLine,
  post: ListedPost,
  house: HouseStyle,
  change: SlideChange,
): string {
  switch (says) {
    case 'title':
      return post.title
    case 'excerpt':
      return cutToWords(post.excerpt.replace(/\s+/g, ' ').trim(), Math.min(most, change.words ?? most))
    case 'date':
      return longDate(post.date, house.language, house.timeZone)
    case 'topic':
      return post.topics.join(' · ')
    case 'byline':
      return post.byline
    case 'pictures':
      return post.pictures > 0 ? sayCount(house, 'pictures', post.pictures) : ''
    case 'own':
      return text
  }
}
