import { OPTIONS } from '../../kinds/options.ts'
import type { Row } from '../row.ts'

type OptionsOf = { readonly [kind in keyof typeof OPTIONS]?: Partial<Row[kind]> }
/** Choices to be made anew in a row: of what its kinds keep to themselves, any part. */
export type RowChoices = Partial<Omit<Row, keyof typeof OPTIONS>> & OptionsOf

/** The row with these choices; what is left out stays as it is. */
export function withChoices(row: Row, choices: RowChoices): Row {
  const merged: Record<string, unknown> = { ...row, ...choices }
  for (const kind of Object.keys(OPTIONS) as (keyof typeof OPTIONS)[])
    if (choices[kind]) merged[kind] = { ...row[kind], ...choices[kind] }
  return merged as Row
}
