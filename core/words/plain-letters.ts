/** Small letters without the marks over Latin, Greek and Cyrillic ones: elsewhere marks make other letters. */
export const plainLetters = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .normalize('NFC')
    .toLowerCase()

/** Letters of scripts whose words no spaces part. */
export const UNPARTED = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}\p{Script=Thai}]/u
