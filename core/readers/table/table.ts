import type { en } from './en.ts'

type Key = keyof typeof en
type CountedOf<K> = K extends `${infer One}.${string}` ? One : never
/** What is said with a number before it that the words depend on. */
export type Counted = CountedOf<Key>
/** All else that is said. */
export type WordKey = Exclude<Key, `${Counted}.${string}`>
/** The words of a language, with the forms that its plurals take. */
export type Table = Readonly<
  Record<WordKey | `${Counted}.other`, string> & Partial<Record<`${Counted}.${Intl.LDMLPluralRule}`, string>>
>
