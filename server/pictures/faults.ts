import { isDiskFull, Refusal } from '../refusal.ts'

const CUT =
  /premature end|truncat|unexpected end|not enough data|incomplete|end of (file|stream|image)|short read|ran out|read error|premature/i
const KIND = /unsupported|not supported|no known (loader|saver)|missing plugin|not implemented/i

/** The refusal for what a decoder says in its own language of a file of this format. */
export function faultOf(cause: Error, format: string): Refusal {
  if (isDiskFull(cause)) return new Refusal('disk-full')
  if (CUT.test(cause.message)) return new Refusal('picture-cut')
  return KIND.test(cause.message) ? new Refusal('unreadable-kind', { format }) : new Refusal('damaged-picture')
}
