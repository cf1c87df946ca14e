import { isDiskFull, Refusal } from '../refusal.ts'

const CUT =
  /premature end|truncat|unexpected end|not enough data|incomplete|end of (file|stream|image)|short read|ran out|read error|premature/i
const KIND = /unsupported|not supported|no known (loader|saver)|missing plugin|not implemented/i

/** All that is said of a picture where another failed in the same moment: the library has one place for its words. */
const WORDLESS = /\bunknown error$/i

/** What a decoder makes of a file of this format. Throws a refusal for what it finds wrong; asks again where it had no words. */
export async function decodedBy<T>(ask: () => Promise<T>, format: string, tries = 4): Promise<T> {
  try {
    return await ask()
  } catch (cause) {
    const { message } = cause as Error
    if (WORDLESS.test(message) && tries > 1) return decodedBy(ask, format, tries - 1)
    throw faultOf(cause as Error, format)
  }
}

/** The refusal for what a decoder says in its own language. */
function faultOf(cause: Error, format: string): Refusal {
  if (isDiskFull(cause)) return new Refusal('disk-full')
  if (CUT.test(cause.message)) return new Refusal('picture-cut')
  return KIND.test(cause.message) ? new Refusal('unreadable-kind', { format }) : new Refusal('damaged-picture')
}
