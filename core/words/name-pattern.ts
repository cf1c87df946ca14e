/** Names for many pictures at once, made from a pattern such as "{date} {tag} {number}". */

/** What a name is made from. */
export interface Nameable {
  readonly fileName: string
  readonly title: string
  readonly tags: readonly string[]
  readonly takenAt: string | null
  readonly addedAt: string
}

/** What may stand in a pattern, and what it is in words. */
export const NAME_PARTS = [
  ['date', 'day taken'],
  ['tag', 'first tag'],
  ['title', 'title'],
  ['name', 'name now'],
  ['number', 'running number'],
] as const
type Part = (typeof NAME_PARTS)[number][0]

export const FIRST_PATTERN = '{date} {tag} {number}'
const LONGEST = 180
/** What no file's name may have on some machine. */
const FORBIDDEN = /[/\\:*?"<>|\p{Cc}]/gu

/** "KM_2040.jpg" is "KM_2040" and ".jpg". */
function parted(fileName: string): [stem: string, ending: string] {
  const [, stem, ending] = /^(.+?)(\.[A-Za-z0-9]{1,5})?$/s.exec(fileName) ?? []
  return [stem ?? fileName, ending ?? '']
}

/**
 * The names that a pattern gives these pictures, in their order: each with the ending of its file, no two alike. What
 * a picture does not have leaves no gap; a name of which nothing is left stays as it is. O(pictures).
 */
export function namesBy(pattern: string, pictures: readonly Nameable[]): string[] {
  const digits = String(pictures.length).length
  const taken = new Set<string>()
  return pictures.map((picture, i) => {
    const [stem, ending] = parted(picture.fileName)
    const parts: Record<Part, string> = {
      date: (picture.takenAt ?? picture.addedAt).slice(0, 10),
      tag: picture.tags[0] ?? '',
      title: picture.title,
      name: stem,
      number: String(i + 1).padStart(digits, '0'),
    }
    const filled = pattern
      .replace(/\{(\w+)\}/g, (whole, part: string) => parts[part as Part] ?? whole)
      .replace(FORBIDDEN, ' ')
      .replace(/\s+/g, ' ')
      .trim()
      .replace(/^\.+/, '')
    const name = cut(filled === '' ? stem : filled, LONGEST)
    for (let again = 1; ; again++) {
      const whole = `${again === 1 ? name : `${name} (${again})`}${ending}`
      if (taken.has(whole.toLowerCase())) continue
      taken.add(whole.toLowerCase())
      return whole
    }
  })
}

/** So many letters at most, none of them cut in two. */
const cut = (text: string, most: number): string => [...text].slice(0, most).join('').trim()
