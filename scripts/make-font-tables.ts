/**
 * Writes core/type/font-tables.json: how wide the letters of the blog's font run, alone and beside one another, as
 * HarfBuzz shapes them. Run again when a font file changes; `npm run font-tables`.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { fontTables } from './font-tables/shape-tables.ts'

const root = path.resolve(import.meta.dirname, '..')
const tables = await fontTables((file) => readFileSync(path.join(root, file)))
const target = path.join(root, 'core/type/font-tables.json')
writeFileSync(target, `${JSON.stringify(tables)}\n`)
console.log(`${target}: ${readFileSync(target).length} bytes`)
