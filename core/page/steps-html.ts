import type { Block } from '../post/body.ts'
import type { Step } from '../steps/steps.ts'
import { attributes } from './html.ts'

/** Its rule reaches over both columns, also where it has no pictures itself. */
export const stepClass = ({ columns, beside }: Step): string =>
  ['step', columns ? 'columns' : '', beside ? 'beside' : ''].filter(Boolean).join(' ')

/**
 * Steps as an ordered list, which they stay where all styles are dropped. An empty step at the end, which writers leave
 * behind as they type, is not published. `blockAt` gives what is published of one block.
 */
export function stepsHtml(
  blocks: readonly Block[],
  steps: readonly Step[],
  blockAt: (block: Block, at: number) => string,
): string {
  const written = steps.map((step) => ({
    step,
    html: blocks
      .slice(step.at, step.end)
      .map((block, i) => blockAt(block, step.at + i))
      .join(''),
  }))
  while (written.at(-1)?.html === '') written.pop()
  if (written.length === 0) return ''
  const start = written[0]!.step.number
  const items = written.map(({ step, html }, i) => {
    const follows = i === 0 || step.number === written[i - 1]!.step.number + 1
    return `<li${attributes({
      class: stepClass(step),
      value: follows ? undefined : step.number,
      'data-number': step.number,
    })}>${html}</li>`
  })
  return `<ol${attributes({ class: 'steps', role: 'list', start: start === 1 ? undefined : start })}>${items.join('')}</ol>`
}
