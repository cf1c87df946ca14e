import LineBreaker from 'linebreak'

/** After these a line may end before an opening bracket. */
const BEFORE_BRACKETS = new Set('!"#%&)*+,.:;=>\\]|}~')
const BRACKETS = new Set('(<[{')
/** A hyphen is the end of a line but before these; before a digit only where it joins, and is no minus. */
const NOT_AFTER_HYPHEN = new Set('!$),./:;?]}')
const NOT_AFTER_QUESTION = new Set('!"\'),./:;?]}')
const JOINED = /[0-9A-Za-z]/
const DIGIT = /[0-9]/
/** May begin a line, though the strictest setting of Japanese keeps them from it. */
const SMALL_KANA = /[ぁぃぅぇぉっゃゅょゎゕゖァィゥェォッャュョヮヵヶㇰ-ㇿー]/
const KANA_OR_HAN = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}ー]/u

/**
 * A quotation that has ended, spaces, and what opens the next one: the algorithm let no line end there before its
 * version 15.1, which browsers follow. A mark that opens a quotation itself still holds on to what follows.
 */
const CLOSED_THEN_OPENED = /(?:["'”’»›]|[^\s\p{Ps}\p{Pi}"'“‘«‹][“‘«‹]) +[\p{Ps}¿¡]$/u

const isAscii = (letter: string): boolean => letter > ' ' && letter < '\u007f'

/** Whether a browser ends a line between two letters of ASCII: by a table of its own, measured in Chromium. */
function breaksInAscii(before: string, last: string, next: string): boolean {
  if (last === '-') return DIGIT.test(next) ? JOINED.test(before) : !NOT_AFTER_HYPHEN.has(next)
  if (last === '?') return !NOT_AFTER_QUESTION.has(next)
  return BRACKETS.has(next) && BEFORE_BRACKETS.has(last)
}

/**
 * Places (in UTF-16 units) before which a browser may begin a new line of this text, without its beginning. By the
 * Unicode Line Breaking Algorithm (UAX #14), but for what browsers settle themselves. O(characters).
 */
export function breakPlaces(text: string): number[] {
  const places = new Set<number>()
  const breaker = new LineBreaker(text)
  for (let found = breaker.nextBreak(); found; found = breaker.nextBreak())
    if (found.position < text.length) places.add(found.position)
  for (let at = 1; at < text.length; at++) {
    const [last, next] = [text[at - 1]!, text[at]!]
    if (isAscii(last) && isAscii(next)) {
      if (breaksInAscii(text[at - 2] ?? '', last, next)) places.add(at)
      else places.delete(at)
    } else if (SMALL_KANA.test(next) && KANA_OR_HAN.test(last)) places.add(at)
    else if (last === ' ' && CLOSED_THEN_OPENED.test(text.slice(0, at + 1))) places.add(at)
  }
  return [...places].sort((a, b) => a - b)
}
