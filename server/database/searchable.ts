/** Scripts that write words without blanks between them: each of their letters counts as a word. */
const UNSPACED = /[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}\p{sc=Thai}\p{sc=Lao}\p{sc=Khmer}\p{sc=Myanmar}]/gu

/** A text as it is searched: small letters without accents, words apart. `searchable("Über 凧糸")` is "uber  凧  糸 ". */
export const searchable = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .replace(/[øðłđ]/g, (letter) => PLAIN[letter]!)
    .replace(UNSPACED, ' $& ')

/** Letters with a stroke, which no normal form takes apart. */
const PLAIN: Record<string, string> = { ø: 'o', ð: 'd', ł: 'l', đ: 'd' }

/**
 * What finds texts in which every one of these words begins a word, in SQLite's language of questions; undefined
 * where nothing is asked. Words of scripts without blanks are found anywhere.
 */
export function matchOf(words: string): string | undefined {
  const terms = words.split(/\s+/).flatMap((word) => {
    const parts = searchable(word).match(/[\p{L}\p{N}]+/gu) ?? []
    // "KM_0042" is asked as the two words that it was taken for, one after the other.
    return parts.length ? [`"${parts.join(' ')}" *`] : []
  })
  return terms.length ? terms.join(' AND ') : undefined
}
