import { readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, it } from 'vitest'
import tables from '../core/type/font-tables.json' with { type: 'json' }
import { fontTables } from '../scripts/font-tables/shape-tables.ts'

it('the widths of letters are what the font files say', async () => {
  const root = path.resolve(import.meta.dirname, '..')
  expect(await fontTables((file) => readFileSync(path.join(root, file)))).toEqual(tables)
  // Half a million pairs of letters are shaped.
}, 120_000)
