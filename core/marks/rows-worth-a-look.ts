import { rowFacts } from '../facts/row-facts.ts'
import { WIDE } from '../house/screens.ts'
import { withChoices } from '../post/changes/row-choices.ts'
import { changeRow } from '../post/changes/rows-in-body.ts'
import { followingOf } from '../post/following.ts'
import { factInWords, mendInWords } from '../words/row-words.ts'
import type { Check, Mark } from './mark.ts'

/** What the ticket of each row says in ruby: too small a file, too narrow a column of text, too high for a phone. */
export const rowsWorthALook: Check = ({ content, house, resolved, laid }) =>
  [...resolved.keys()].flatMap((block, at): Mark[] => {
    const one = laid.get(block)
    if (!one) return []
    const { row } = one
    const facts = rowFacts(one, followingOf(content.body, row.id), house, WIDE.width).filter(({ poor }) => poor)
    return facts.map((fact) => ({
      key: `${fact.about}:${row.id}`,
      weight: fact.grave ? 'must mend' : 'worth a look',
      words: `Row ${at + 1}: ${factInWords(fact).replace(/^[A-Z](?=[a-z])/, (letter) => letter.toLowerCase())}`,
      place: { at: 'row', row: row.id, picture: 0 },
      ...(fact.mend
        ? {
            mend: {
              words: mendInWords(fact.mend),
              apply: (now) => ({
                ...now,
                body: changeRow(now.body, row.id, (it) => withChoices(it, fact.mend!.change)),
              }),
            },
          }
        : {}),
    }))
  })
