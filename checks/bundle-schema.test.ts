import { readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, it } from 'vitest'
import { bundleSchema } from '../core/formats/bundle-schema.ts'

it('the published schema of bundles is what the program reads by (npm run bundle-schema makes it anew)', () => {
  const file = path.resolve(import.meta.dirname, '../docs/bundle.schema.json')
  expect(readFileSync(file, 'utf8')).toBe(bundleSchema())
})
