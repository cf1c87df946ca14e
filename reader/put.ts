/** Words with what belongs in their braces. `put('{n} of {of}', { n: 2, of: 3 })` is "2 of 3". */
export const put = (words: string, filling: Readonly<Record<string, string | number>>): string =>
  words.replace(/\{(\w+)\}/g, (_, name: string) => String(filling[name] ?? ''))
