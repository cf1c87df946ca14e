import { useSyncExternalStore } from 'react'

/** A value that is told only to what draws it: where it changes with every move of the hand, nothing else is drawn anew. */
export class Told<T> {
  private readonly listeners = new Set<() => void>()
  constructor(
    private value: T,
    private readonly same: (a: T, b: T) => boolean = Object.is,
  ) {}
  readonly get = (): T => this.value
  readonly set = (next: T): void => {
    if (this.same(next, this.value)) return
    this.value = next
    for (const tell of this.listeners) tell()
  }
  readonly listen = (tell: () => void): (() => void) => {
    this.listeners.add(tell)
    return () => void this.listeners.delete(tell)
  }
}

/** The value as it is now; of what it says, where only a part of it matters. */
export const useTold = <T, S = T>(told: Told<T>, of: (value: T) => S = (value) => value as unknown as S): S =>
  useSyncExternalStore(told.listen, () => of(told.get()))
