/** Choices as text: `name value`, joined by semicolons, and back. Values that could hold anything stand in double quotes, as JSON has them. */

/** A choice of a thing of type T. `read` gives what was said, or why it can't be. */
export interface Field<T> {
  readonly name: string
  /** undefined where it is as in a fresh one */
  readonly write: (of: T) => string | undefined
  readonly read: (of: T, value: string) => T | { readonly why: string }
}

export const why = (text: string) => ({ why: text })
export const isWhy = (value: unknown): value is { readonly why: string } =>
  typeof value === 'object' && value !== null && 'why' in value

/** What stands between semicolons; those in quotes part nothing. */
export function partsOf(text: string): string[] {
  const parts = ['']
  for (const [piece] of text.matchAll(/"(?:[^"\\]|\\.)*"|[^]/g))
    if (piece === ';') parts.push('')
    else parts[parts.length - 1] += piece
  return parts.map((part) => part.trim()).filter(Boolean)
}

/** The values of a list: quoted ones as what they say, all others as words. */
export const wordsOf = (text: string): string[] =>
  [...text.matchAll(/"(?:[^"\\]|\\.)*"|[^\s,]+/g)].map(([word]) => unquoted(word))

export const quoted = (text: string): string => JSON.stringify(text)

export function unquoted(text: string): string {
  if (!text.startsWith('"')) return text
  try {
    return String(JSON.parse(text))
  } catch {
    return text
  }
}

export function writeFields<T>(of: T, fields: readonly Field<T>[]): string {
  return fields
    .flatMap(({ name, write }) => {
      const value = write(of)
      return value === undefined ? [] : [value === '' ? name : `${name} ${value}`]
    })
    .join('; ')
}

/** What was said is taken over choice by choice; what can't be is told, and left as it was. */
export function readFields<T>(
  of: T,
  text: string,
  fields: readonly Field<T>[],
): { readonly value: T; readonly faults: readonly string[] } {
  const faults: string[] = []
  let value = of
  for (const part of partsOf(text)) {
    const field = fields
      .filter(({ name }) => part === name || part.startsWith(`${name} `))
      .sort((a, b) => b.name.length - a.name.length)[0]
    if (!field) {
      faults.push(`“${part}” is no choice of it; there are ${fields.map(({ name }) => name).join(', ')}`)
      continue
    }
    const next = field.read(value, part.slice(field.name.length).trim())
    if (isWhy(next)) faults.push(`${field.name}: ${next.why}`)
    else value = next
  }
  return { value, faults }
}

/** A number as it is written. */
export function numberOf(text: string, least: number, most: number, whole = false): number | { why: string } {
  const value = Number(text)
  const fits =
    text !== '' && Number.isFinite(value) && value >= least && value <= most && (!whole || Number.isInteger(value))
  return fits ? value : why(`expected a ${whole ? 'whole ' : ''}number from ${least} to ${most}, got “${text}”`)
}

export function oneOf<W extends string>(text: string, words: readonly W[]): W | { why: string } {
  return words.find((word) => word === text) ?? why(`expected ${words.join(', ')}, got “${text}”`)
}

export function yesOrNo(text: string): boolean | { why: string } {
  const word = oneOf(text, ['yes', 'no'])
  return isWhy(word) ? word : word === 'yes'
}
