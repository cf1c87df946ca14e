/** The bytes as UTF-8; undefined where they are not. */
export function strictUtf8(bytes: Uint8Array): string | undefined {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return undefined
  }
}

export const windows1252 = (bytes: Uint8Array): string => new TextDecoder('windows-1252').decode(bytes)

/** UTF-8 where the bytes are that, else Windows-1252, which Latin-1 is a part of. */
export const likelyText = (bytes: Uint8Array): string => strictUtf8(bytes) ?? windows1252(bytes)

export const utf16 = (bytes: Uint8Array, littleEndian: boolean): string => {
  const even = bytes.subarray(0, bytes.length & ~1)
  return new TextDecoder(littleEndian ? 'utf-16le' : 'utf-16be').decode(even)
}

/** Without padding, control characters and blanks around; line feeds stay. */
export const tidy = (text: string): string => text.replace(/\r\n?/g, '\n').replace(NEVER_TEXT, '').trim()

// eslint-disable-next-line no-control-regex -- embedded texts are often padded with NUL
const NEVER_TEXT = /[\u0000-\u0008\u000b-\u001f\u007f\ufffe\uffff]/g
