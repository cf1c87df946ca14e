import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import type { LookAlike } from '../../../core/wire/picture.ts'
import { FLAW_NAMES } from '../../../core/words/looks.ts'

/** What is told of each of several look-alikes, in words; only what differs among them is. */
const FIGURES: readonly ((one: LookAlike) => string)[] = [
  ({ sharpness }) => `sharpness ${Math.round(100 * sharpness)}`,
  ({ brightness }) => `brightness ${Math.round(100 * brightness)} %`,
  ({ picture }) => `${picture.width} × ${picture.height} px`,
  ({ picture }) => bytesInWords(picture.bytes),
  ({ picture }) => picture.takenAt?.slice(11) ?? 'no time',
  ({ picture }) => picture.flaws.map((flaw) => FLAW_NAMES[flaw].toLowerCase()).join(', ') || 'no flaw',
  ({ shown }) => (shown ? 'a post shows it' : 'in no post'),
]

/** Lines of figures for each of the group, in its order. */
export function figuresThatDiffer(group: readonly LookAlike[]): string[][] {
  const telling = FIGURES.filter((figure) => new Set(group.map(figure)).size > 1)
  return group.map((one) => telling.map((figure) => figure(one)))
}
