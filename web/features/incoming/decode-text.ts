/** The letters of a text file: by its byte order mark, by what its head says of them, else UTF-8, else Windows-1252. */
export function decodeText(bytes: Uint8Array): string {
  const [a, b, c] = bytes
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  if (a === 0xef && b === 0xbb && c === 0xbf) return new TextDecoder().decode(bytes)
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 4096))
  const said =
    /<meta[^>]+charset\s*=\s*["']?([\w-]+)/i.exec(head)?.[1] ?? /^<\?xml[^>]+encoding="([\w-]+)"/i.exec(head)?.[1]
  try {
    return new TextDecoder(said ?? 'utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder(said && !/^utf-?8$/i.test(said) ? 'utf-8' : 'windows-1252').decode(bytes)
  }
}
