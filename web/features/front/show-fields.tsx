import type { ListedPost } from '../../../core/front/listed-post.ts'
import { BLOCK_WIDTH, FRAME, MOST_ACROSS, type PostShow } from '../../../core/shows/show.ts'
import { SLIDE_SECONDS } from '../../../core/post/row-choices.ts'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput, TextInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { Section, YesNo } from '../house-style/section.tsx'
import { MOVE_WORDS, PLACE_WORDS } from '../ticket/choice-words.ts'
import { PlaceChoice } from './place-choice.tsx'
import { ShowLines } from './show-lines.tsx'
import { ShowPosts } from './show-posts.tsx'

export type ChangeShow = (change: Partial<PostShow>, key?: string) => void

/** Everything that is chosen for a slideshow of posts. */
export function ShowFields({
  show,
  posts,
  topics,
  onChange,
}: {
  show: PostShow
  /** live, newest first */
  posts: readonly ListedPost[]
  topics: readonly string[]
  onChange: ChangeShow
}) {
  return (
    <>
      <TextInput
        label="Name, for you alone"
        value={show.name}
        maxLength={120}
        onChange={({ target }) => target.value.trim() && onChange({ name: target.value }, 'name')}
      />
      <div className="h-3" />
      <ShowPosts show={show} posts={posts} topics={topics} onChange={onChange} />
      <Section title="Words" open>
        <ShowLines show={show} onChange={onChange} />
        <Line label="Link">
          <Choice
            label="What leads to the post"
            value={show.leads}
            onChange={(leads) => onChange({ leads })}
            options={[
              { value: 'slide', label: 'The whole slide' },
              { value: 'line', label: 'One line' },
            ]}
          />
        </Line>
      </Section>
      <Section title="Where they stand" open>
        <Choice
          label="Where the words stand"
          value={show.stands}
          onChange={(stands) => onChange({ stands })}
          options={[
            { value: 'over', label: 'Over it' },
            { value: 'band', label: 'In a band' },
            { value: 'beside', label: 'Beside it' },
          ]}
        />
        {show.stands !== 'band' && (
          <>
            <div className="flex gap-3">
              <PlaceChoice show={show} onChange={onChange} />
              <div className="flex min-w-0 flex-1 flex-col gap-2">
                <NumberInput
                  label="Width of the block"
                  unit="% wide"
                  value={show.width}
                  least={BLOCK_WIDTH.least}
                  most={show.stands === 'beside' ? 70 : BLOCK_WIDTH.most}
                  step={5}
                  onChange={(width) => onChange({ width: Math.round(width ?? show.width) }, 'width')}
                />
                <Choice
                  label="Lines begin"
                  value={show.align}
                  onChange={(align) => onChange({ align })}
                  options={[
                    { value: 'start', label: 'Start' },
                    { value: 'middle', label: 'Mid' },
                    { value: 'end', label: 'End' },
                  ]}
                />
              </div>
            </div>
          </>
        )}
        <Line label="Words are">
          <Choice
            label="Words are light or dark"
            value={show.words}
            onChange={(words) => onChange({ words })}
            options={[
              { value: 'light', label: 'Light' },
              { value: 'dark', label: 'Dark' },
            ]}
          />
        </Line>
        {show.stands === 'over' && (
          <>
            <Line label="Veil">
              <NumberInput
                label="Veil over the pictures"
                unit="%"
                value={100 * show.veil}
                least={0}
                most={100}
                step={5}
                onChange={(veil) => onChange({ veil: (veil ?? 0) / 100 }, 'veil')}
              />
            </Line>
            <Line label="In a band">
              <NumberInput
                label="Words below the picture on slides narrower than"
                unit="px and narrower"
                value={show.bandBelow}
                least={0}
                most={4000}
                step={20}
                onChange={(from) => onChange({ bandBelow: Math.round(from ?? 0) }, 'band')}
              />
            </Line>
          </>
        )}
        <Line label="Come">
          <Choice
            label="How the words come"
            value={show.comes}
            onChange={(comes) => onChange({ comes })}
            options={[
              { value: 'still', label: 'At once' },
              { value: 'fade', label: 'Fade in' },
              { value: 'rise', label: 'Rise' },
            ]}
          />
        </Line>
      </Section>
      <Section title="Frame and moves">
        <Line label="Sits">
          <Choice
            label="How wide it sits"
            value={show.sits}
            onChange={(sits) => onChange({ sits })}
            options={[
              { value: 'measure', label: 'Measure' },
              { value: 'outset', label: 'Outset' },
              { value: 'bleed', label: 'Bleed' },
            ]}
          />
        </Line>
        <Line label="Frame">
          <NumberInput
            label="Shape of the frame"
            unit=": 1"
            value={show.frame}
            least={FRAME.least}
            most={FRAME.most}
            step={0.05}
            onChange={(frame) => onChange({ frame: frame ?? show.frame }, 'frame')}
          />
        </Line>
        <Line label="Across">
          <Select
            label="Slides beside each other"
            value={String(show.across)}
            options={Array.from({ length: MOST_ACROSS }, (_, i) => [
              String(i + 1),
              i === 0 ? 'One at a time' : `${i + 1} where there is room`,
            ])}
            onChange={(across) => onChange({ across: Number(across) })}
          />
        </Line>
        {show.across === 1 && (
          <Line label="Change">
            <Choice
              label="How pictures change"
              value={show.move}
              onChange={(move) => onChange({ move })}
              options={MOVE_WORDS.map(([value, label]) => ({ value, label }))}
            />
          </Line>
        )}
        <Line label="Each for">
          <NumberInput
            label="Seconds for each slide"
            unit="s"
            value={show.seconds}
            least={SLIDE_SECONDS.least}
            most={SLIDE_SECONDS.most}
            onChange={(seconds) => onChange({ seconds: seconds ?? show.seconds }, 'seconds')}
          />
        </Line>
        <YesNo label="Starts by itself" value={show.starts} onChange={(starts) => onChange({ starts })} />
        <YesNo label="Arrows" value={show.arrows} onChange={(arrows) => onChange({ arrows })} />
        <Line label="Place">
          <Choice
            label="How the place is shown"
            value={show.marks}
            onChange={(marks) => onChange({ marks })}
            options={PLACE_WORDS.map(([value, label]) => ({ value, label }))}
          />
        </Line>
      </Section>
    </>
  )
}
