import { z } from 'zod'
import { RULE_TYPE } from '../house/text-type.ts'
import type { BlockKind } from './block-kind.ts'

const Rule = z.object({ type: z.literal('horizontalRule') })
export type Rule = z.infer<typeof Rule>

/** A line across between two parts of a text. */
export const rule: BlockKind<Rule> = {
  schema: () => Rule,
  text: () => '',
  html: () => '<hr>',
  flow(_, at, { house }) {
    const around = RULE_TYPE.space * house.type.fontSize
    return { ...at, y: at.y + Math.max(at.below, around) + RULE_TYPE.rule, below: around }
  },
  miniature: 'text',
}
