import { z } from 'zod'
import { BUNDLE_SCHEMAS } from './bundle.ts'

/** JSON Schema (draft 2020-12) of every kind of file in a bundle, by the file, made from what the program itself reads by. */
export function bundleSchema(): string {
  const definitions = Object.fromEntries(
    Object.entries(BUNDLE_SCHEMAS).map(([name, schema]) => {
      const { $schema: _, ...own } = z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input', reused: 'ref' })
      const called = name.replace(/[/.].*$/, '')
      // What a definition refers to lies in it.
      const placed = JSON.stringify(own).replaceAll('"#/$defs/', `"#/$defs/${called}/$defs/`)
      return [called, { title: name, ...(JSON.parse(placed) as object) }]
    }),
  )
  const whole = {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Set Row bundle, version 1',
    description:
      'What each file of a bundle is, by its name. What can’t be said in JSON Schema is proved on the way in.',
    $defs: definitions,
  }
  return `${JSON.stringify(whole, null, 2)}\n`
}
