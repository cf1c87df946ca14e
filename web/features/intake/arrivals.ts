import type { PageOfPictures } from '../../../core/wire/gathering.ts'
import { Told } from '../../ui/told.ts'

/** A picture on its way, or how that ended. */
export interface Arriving {
  readonly key: string
  readonly name: string
  /** of the file, where they are known */
  readonly bytes: number | null
  readonly state: 'waiting' | 'sending' | 'preparing' | 'here' | 'already' | 'refused'
  /** its id, once it is here */
  readonly picture?: string | undefined
  /** how much of it is sent, 0 to 1 */
  readonly share: number
  readonly reason?: string | undefined
  readonly next?: string | undefined
  /** trying again may help */
  readonly again?: boolean | undefined
  /** what is to be known of a picture that was taken */
  readonly remark?: string | undefined
  /** a video of one's own: which of its moments stands for it can be chosen */
  readonly moments?: boolean | undefined
  /** the pictures that a web page names, to be chosen from */
  readonly page?: PageOfPictures | undefined
}

/** What is to be known of many together: an archive that was cut off, files of a window that was closed. */
export interface Note {
  readonly key: string
  readonly words: string
  readonly poor: boolean
}

/** The list as it is now, with what is told of all of it. */
export interface ArrivalsNow {
  readonly list: readonly Arriving[]
  readonly notes: readonly Note[]
  readonly going: number
  readonly fresh: number
  readonly already: number
  readonly refused: number
  readonly remarks: boolean
  /** how much of everything is done, 0 to 1 */
  readonly share: number
}

export const isGoing = ({ state }: Arriving): boolean =>
  state === 'waiting' || state === 'sending' || state === 'preparing'

/** What is sent stands for most of the work; the rest is the server's. */
const SENDING = 0.9
/** A window that is not seen has no frames. */
const UNSEEN_MS = 250

/**
 * What arrives, thousands of files at once: told at most once for each frame, and counted once for all who draw it.
 */
export class Arrivals {
  private readonly items = new Map<string, Arriving>()
  private readonly notes = new Map<string, Note>()
  readonly now = new Told<ArrivalsNow>(countedUp([], []))
  private asked = false

  add(list: readonly Arriving[]): void {
    for (const one of list) this.items.set(one.key, one)
    this.soon()
  }
  get = (key: string): Arriving | undefined => this.items.get(key)
  set(key: string, change: Partial<Arriving>): void {
    const before = this.items.get(key)
    if (!before) return
    this.items.set(key, { ...before, ...change })
    this.soon()
  }
  note(note: Note): void {
    this.notes.set(note.key, note)
    this.soon()
  }
  removeNote(key: string): void {
    if (this.notes.delete(key)) this.soon()
  }
  /** Takes away all that ended. */
  clear(): void {
    for (const [key, one] of this.items) if (!isGoing(one)) this.items.delete(key)
    this.notes.clear()
    this.soon()
  }
  /** Takes away these, whatever they are. */
  forget(which: (key: string) => boolean): void {
    for (const key of this.items.keys()) if (which(key)) this.items.delete(key)
    this.soon()
  }

  private soon(): void {
    if (this.asked) return
    this.asked = true
    const tell = () => {
      if (!this.asked) return
      this.asked = false
      this.now.set(countedUp([...this.items.values()], [...this.notes.values()]))
    }
    requestAnimationFrame(tell)
    setTimeout(tell, UNSEEN_MS)
  }
}

function countedUp(list: readonly Arriving[], notes: readonly Note[]): ArrivalsNow {
  let [going, fresh, already, refused, bytes, done] = [0, 0, 0, 0, 0, 0]
  let remarks = false
  for (const one of list) {
    // A file of unknown length counts as one of a megabyte.
    const size = one.bytes ?? 1e6
    bytes += size
    done += size * (isGoing(one) ? SENDING * one.share : 1)
    if (isGoing(one)) going++
    else if (one.state === 'here') fresh++
    else if (one.state === 'already') already++
    else refused++
    remarks ||= one.remark !== undefined || (one.moments === true && one.state === 'here')
  }
  return { list, notes, going, fresh, already, refused, remarks, share: bytes > 0 ? done / bytes : 0 }
}
