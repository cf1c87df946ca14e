/** What stands in braces in words, by its name. */
export type Filling = Readonly<Record<string, string | number>>

/** Words with what belongs in their braces. `fill('{n} of {of}', { n: 2, of: 3 })` is "2 of 3". */
export const fill = (words: string, filling: Filling): string =>
  words.replace(/\{(\w+)\}/g, (whole, name: string) => String(filling[name] ?? whole))
