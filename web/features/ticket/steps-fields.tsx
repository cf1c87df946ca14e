import { useEditorState } from '@tiptap/react'
import type { Step } from '../../../core/blocks/step.ts'
import { HIGHEST_STEP } from '../../../core/blocks/step.ts'
import { changeSteps } from '../../../core/steps/edits.ts'
import { stretchesOf } from '../../../core/steps/steps.ts'
import { Button } from '../../ui/button.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { useBoard } from '../board/board-context.tsx'
import { stepAtCaret, stepStep } from '../board/step-edits.ts'
import { STEP_PICTURES_WORDS } from './choice-words.ts'
import { HouseSelect } from './house-select.tsx'

/** The list of steps in which the caret stands, or the selected row; nothing where it stands in none. */
export function StepsFields() {
  const { draft, editor, house } = useBoard()
  const at = useEditorState({ editor, selector: ({ editor: now }) => stepAtCaret(now) })
  const blocks = draft.content.body.content
  const list = stretchesOf(blocks, house).find(
    (one) => one.type === 'steps' && one.steps.some((step) => step.at === at),
  )
  if (list?.type !== 'steps') return null
  const { steps } = list
  const index = steps.findIndex((step) => step.at === at)
  const first = blocks[steps[0]!.at] as Step
  const before = stretchesOf(blocks, house).some((one) => one.type === 'steps' && one.steps[0]!.at < steps[0]!.at)
  const change = (did: string, next: Parameters<typeof changeSteps>[2]) =>
    draft.change(did, (post) => ({
      ...post,
      body: { ...post.body, content: changeSteps(post.body.content, at, next) },
    }))
  const { number } = first.attrs
  return (
    <section aria-label="Steps" className="flex flex-col gap-1.5 border-b border-hairline pb-3">
      <div className="flex items-baseline gap-2">
        <h2 className="flex-1 text-[1.1rem] font-semibold">Step {steps[index]!.number}</h2>
        <span className="figures whitespace-nowrap">
          {index + 1} of {steps.length}
        </span>
        <Button small disabled={index === 0} title="Move the step up (Alt ↑)" onClick={() => stepStep(editor, -1)}>
          Up
        </Button>
        <Button
          small
          disabled={index === steps.length - 1}
          title="Move the step down (Alt ↓)"
          onClick={() => stepStep(editor, 1)}
        >
          Down
        </Button>
      </div>
      <Line label="Pictures">
        <HouseSelect
          label="Pictures of these steps"
          value={first.attrs.pictures}
          house={house.steps}
          options={STEP_PICTURES_WORDS}
          onChange={(pictures) => change('change where pictures of steps stand', { pictures })}
        />
      </Line>
      <Line label="Numbers">
        <Select
          label="Numbers of these steps"
          value={number === null ? 'one' : number === 'on' ? 'on' : 'own'}
          options={[
            ['one', 'From 1'],
            ...(before || number === 'on' ? [['on', 'On from the list before'] as const] : []),
            ['own', 'From a number'],
          ]}
          onChange={(from) =>
            change('change the numbers of steps', {
              number: from === 'one' ? null : from === 'on' ? 'on' : steps[0]!.number,
            })
          }
        />
      </Line>
      {typeof number === 'number' && (
        <Line label="From">
          <NumberInput
            label="First number"
            unit=""
            least={0}
            most={HIGHEST_STEP}
            value={number}
            onChange={(value) =>
              change('change the numbers of steps', { number: value === null ? null : Math.round(value) })
            }
          />
        </Line>
      )}
    </section>
  )
}
