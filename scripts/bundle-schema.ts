import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { bundleSchema } from '../core/formats/bundle-schema.ts'

/** Writes docs/bundle.schema.json anew: the JSON Schema of everything that a bundle holds. */
writeFileSync(path.resolve(import.meta.dirname, '../docs/bundle.schema.json'), bundleSchema())
