import type { Picture, PictureChanges, PictureTextsChange } from '../../../core/wire/picture.ts'
import { MOST_CHANGES } from '../../../core/wire/picture.ts'
import { Told } from '../../ui/told.ts'

type Changes = PictureChanges['changes']

/** A change of some cells that is undone in one go. */
interface Step {
  readonly before: Changes
  readonly after: Changes
}

export interface Saving {
  readonly state: 'saved' | 'saving' | 'away' | 'refused'
  /** why it was refused */
  readonly fault: string
  readonly undo: boolean
  readonly redo: boolean
}

interface Sides {
  readonly get: (id: string) => Picture | null | undefined
  /** shows pictures as they are now */
  readonly show: (pictures: readonly Picture[]) => void
  readonly save: (changes: Changes) => Promise<readonly Picture[]>
  /** whether trying again may help */
  readonly isAway: (error: unknown) => boolean
}

const SAVE_AFTER_MS = 400
const AGAIN_MS = 3000

/** What is written into the sheet: shown at once, saved as one goes, and undone. Knows no screen. */
export class SheetChanges {
  readonly saving = new Told<Saving>({ state: 'saved', fault: '', undo: false, redo: false })
  /** what the server does not have yet, by picture */
  private unsaved = new Map<string, PictureTextsChange>()
  private past: Step[] = []
  private future: Step[] = []
  private timer: ReturnType<typeof setTimeout> | undefined
  private line: Promise<void> = Promise.resolve()
  constructor(private readonly sides: Sides) {}

  /** Changes that change nothing are left out; false where none is left. */
  change(changes: Changes): boolean {
    const real = changes.flatMap(({ id, change }) => {
      const before = this.sides.get(id)
      if (!before) return []
      const other = Object.entries(change).filter(([key, value]) => !isSame(before[key as keyof Picture], value))
      return other.length > 0 ? [{ id, change: Object.fromEntries(other) as PictureTextsChange }] : []
    })
    if (real.length === 0) return false
    this.past.push({ before: this.asBefore(real), after: real })
    this.future = []
    this.put(real)
    return true
  }
  undo(): readonly string[] {
    return this.go(this.past, this.future, ({ before }) => before)
  }
  redo(): readonly string[] {
    return this.go(this.future, this.past, ({ after }) => after)
  }
  /** Saves what there is; ends when the server has it, or can't be had. */
  flush(): Promise<void> {
    clearTimeout(this.timer)
    this.line = this.line.then(() => this.send())
    return this.line
  }
  get isSaved(): boolean {
    return this.unsaved.size === 0 && this.saving.get().state === 'saved'
  }

  private go(from: Step[], to: Step[], which: (step: Step) => Changes): readonly string[] {
    const step = from.pop()
    if (!step) return []
    to.push(step)
    this.put(which(step))
    return which(step).map(({ id }) => id)
  }

  private asBefore(changes: Changes): Changes {
    return changes.map(({ id, change }) => {
      const before = this.sides.get(id)!
      const keys = Object.keys(change) as (keyof PictureTextsChange)[]
      return { id, change: Object.fromEntries(keys.map((key) => [key, before[key]])) as PictureTextsChange }
    })
  }

  private put(changes: Changes): void {
    this.sides.show(
      changes.flatMap(({ id, change }) => {
        const before = this.sides.get(id)
        return before ? [{ ...before, ...change }] : []
      }),
    )
    for (const { id, change } of changes) this.unsaved.set(id, { ...this.unsaved.get(id), ...change })
    this.tell({ state: 'saving', fault: '' })
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.flush(), SAVE_AFTER_MS)
  }

  private async send(): Promise<void> {
    while (this.unsaved.size > 0) {
      const changes = [...this.unsaved].slice(0, MOST_CHANGES).map(([id, change]) => ({ id, change }))
      for (const { id } of changes) this.unsaved.delete(id)
      try {
        await this.sides.save(changes)
      } catch (error) {
        // What was written meanwhile is newer.
        for (const { id, change } of changes) this.unsaved.set(id, { ...change, ...this.unsaved.get(id) })
        const away = this.sides.isAway(error)
        this.tell({ state: away ? 'away' : 'refused', fault: (error as Error).message })
        if (away) this.timer = setTimeout(() => void this.flush(), AGAIN_MS)
        return
      }
    }
    this.tell({ state: 'saved', fault: '' })
  }

  private tell(now: Pick<Saving, 'state' | 'fault'>): void {
    this.saving.set({ ...now, undo: this.past.length > 0, redo: this.future.length > 0 })
  }
}

const isSame = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)
