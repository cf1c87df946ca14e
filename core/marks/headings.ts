import { type Block, plainText } from '../post/body.ts'
import { takeOutBlock } from '../post/changes/rows-in-body.ts'
import type { Check, Mark } from './mark.ts'

type Heading = Extract<Block, { type: 'heading' }>
const isHeading = (block: Block): block is Heading => block.type === 'heading'

/** Headings are how a long post is found one's way in: none without words, and no size left out on the way down. */
export const headings: Check = ({ content }) => {
  const blocks = content.body.content
  const marks: Mark[] = []
  let above = 1
  for (const [block, one] of blocks.entries()) {
    if (!isHeading(one)) continue
    const words = plainText(one).trim()
    const { level } = one.attrs
    if (!words) {
      marks.push({
        key: `heading-empty:${block}`,
        weight: 'worth a look',
        words: 'A heading has no words: it would leave a hole on the page and in the list of headings.',
        place: { at: 'block', block },
        mend: {
          words: 'Take it out',
          apply: (now) => (now.body.content[block] === one ? { ...now, body: takeOutBlock(now.body, block) } : now),
        },
      })
      continue
    }
    if (level > above + 1) {
      const right = (above + 1) as 2 | 3 | 4
      marks.push({
        key: `heading-size:${block}`,
        weight: 'worth a look',
        words: `The heading “${words}” is ${level - above - 1 === 1 ? 'one size' : 'two sizes'} smaller than what stands above it calls for.`,
        place: { at: 'block', block },
        mend: {
          words: `Make it ${level - right === 1 ? 'one size' : 'two sizes'} larger`,
          apply: (now) => ({
            ...now,
            body: {
              ...now.body,
              content: now.body.content.map((it) => (it === one ? { ...one, attrs: { level: right } } : it)),
            },
          }),
        },
      })
      above = right
    } else above = level
  }
  return marks
}
