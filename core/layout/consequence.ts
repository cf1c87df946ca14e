/** One thing that a row will do, in plain words with figures; shown before anything is published. */
export interface Consequence {
  readonly about: 'size' | 'crop' | 'phone' | 'runs' | 'captions' | 'filter' | 'sharp' | 'weight' | 'first' | 'click' | 'text'
  readonly words: string
  /** worth a look: readers would notice */
  readonly poor: boolean
}

export const kilobytes = (bytes: number): string => (bytes < 1e6 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`)
