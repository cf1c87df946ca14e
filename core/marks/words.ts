/** Words that marks share. */

/** "the picture", "picture 2", "pictures 1 and 3", "pictures 1, 2, 3 and 9 more"; counted from 0, told from 1. */
export function picturesInWords(at: readonly number[], of: number): string {
  if (of === 1) return 'the picture'
  const numbers = at.map((index) => String(index + 1))
  if (numbers.length === 1) return `picture ${numbers[0]!}`
  const shown = numbers.length > 4 ? [...numbers.slice(0, 3), `${numbers.length - 3} more`] : numbers
  return `pictures ${shown.slice(0, -1).join(', ')} and ${shown.at(-1)!}`
}
