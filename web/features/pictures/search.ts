import type { Picture } from '../../../core/wire/picture.ts'

/** True if every word is found in what the picture says of itself. Case and accents do not matter. */
export function matches(picture: Picture, words: string): boolean {
  const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
  const said = plain(
    [picture.title, picture.alt, picture.caption, picture.credit, picture.fileName, ...picture.tags].join(' '),
  )
  return plain(words)
    .split(/\s+/)
    .every((word) => said.includes(word))
}
