/** Numbers and lists as people say them. */

const plural = new Intl.PluralRules('en-GB')
const list = new Intl.ListFormat('en-GB')

/** "1 picture", "12 pictures". */
export const count = (n: number, one: string, many = `${one}s`): string =>
  `${n} ${plural.select(n) === 'one' ? one : many}`

/** The one word or the other, as the number asks. */
export const agreeing = (n: number, one: string, many: string): string => (plural.select(n) === 'one' ? one : many)

/** "one, two and three" */
export const listed = (words: readonly string[]): string => list.format(words)

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']
/** Small numbers as words. */
export const spelled = (n: number): string => NUMBERS[n] ?? String(n)

export const whole = Math.round

/** "148", or "111 to 223" */
export function range(values: readonly number[]): string {
  const [least, most] = [whole(Math.min(...values)), whole(Math.max(...values))]
  return least === most ? String(least) : `${least} to ${most}`
}

export const percent = (share: number): string => `${whole(100 * share)} %`

/** "Phone" of "phone". */
export const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1)
