/** What a list refuses that has something twice, by the name of each: spread into `refine`. */
export const eachOnce = <T>(nameOf: (one: T) => string) =>
  [(all: readonly T[]): boolean => new Set(all.map(nameOf)).size === all.length, 'expected each of them once'] as const
