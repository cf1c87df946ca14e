import type { Mark } from '../../../core/marks/mark.ts'

/** "2 must be mended, 3 are worth a look", "1 is worth a look". */
export function marksInWords(marks: readonly Mark[]): string {
  const mend = marks.filter(({ weight }) => weight === 'must mend').length
  const look = marks.length - mend
  return [mend > 0 && `${mend} must be mended`, look > 0 && `${look} ${look === 1 ? 'is' : 'are'} worth a look`]
    .filter(Boolean)
    .join(', ')
}
