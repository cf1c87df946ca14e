import type { Language } from './languages.ts'
import { ar } from './table/ar.ts'
import { de } from './table/de.ts'
import { en } from './table/en.ts'
import { es } from './table/es.ts'
import { fr } from './table/fr.ts'
import { ja } from './table/ja.ts'
import { pl } from './table/pl.ts'
import type { Table } from './table/table.ts'

/** What a blog says to its readers, in every language that it speaks. */
export const WORDS: Readonly<Record<Language, Table>> = { en, de, fr, es, pl, ar, ja }
