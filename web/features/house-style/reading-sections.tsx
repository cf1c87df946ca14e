import { type HouseStyle } from '../../../core/house/house-style.ts'
import { SLIDE_SECONDS } from '../../../core/post/row-choices.ts'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import {
  CLICK_WORDS,
  GROUND_WORDS,
  MOVE_WORDS,
  PLACE_WORDS,
  STEP_PICTURES_WORDS,
  THROUGH_WORDS,
} from '../ticket/choice-words.ts'

import { Section, YesNo } from './section.tsx'

/** What readers find at rows that have no choice of their own: clicks, slideshows, galleries. */
export function ReadingSections({
  style,
  change,
}: {
  style: HouseStyle
  change: (change: Partial<HouseStyle>) => void
}) {
  const { slideshow, gallery, pages } = style
  return (
    <>
      <Section title="On click">
        <Line label="A click">
          <Select
            label="On click"
            value={style.onClick}
            options={CLICK_WORDS.filter(
              (entry): entry is readonly [HouseStyle['onClick'], string] => entry[0] !== 'web-address',
            )}
            onChange={(onClick) => change({ onClick })}
          />
        </Line>
        <Line label="Through">
          <Select
            label="Enlarging goes through"
            value={style.through}
            options={THROUGH_WORDS}
            onChange={(through) => change({ through })}
          />
        </Line>
        <Line label="Pages">
          <Select
            label="Picture pages"
            value={pages.made}
            options={[
              ['all', 'For every picture'],
              ['asked', 'Where a click leads to one'],
            ]}
            onChange={(made) => change({ pages: { ...pages, made } })}
          />
        </Line>
        <YesNo
          label="Picture pages show the date taken"
          value={pages.date}
          onChange={(date) => change({ pages: { ...pages, date } })}
        />
        <YesNo
          label="Picture pages link to the largest file"
          value={pages.file}
          onChange={(file) => change({ pages: { ...pages, file } })}
        />
      </Section>
      <Section title="Slideshows and galleries">
        <Line label="Change">
          <Select
            label="How pictures change"
            value={slideshow.move}
            options={MOVE_WORDS}
            onChange={(move) => change({ slideshow: { ...slideshow, move } })}
          />
        </Line>
        <Line label="Each for">
          <NumberInput
            label="Seconds for each picture"
            unit="s"
            least={SLIDE_SECONDS.least}
            most={SLIDE_SECONDS.most}
            value={slideshow.seconds}
            onChange={(seconds) => seconds !== null && change({ slideshow: { ...slideshow, seconds } })}
          />
        </Line>
        <Line label="Place">
          <Select
            label="How the place is shown"
            value={slideshow.place}
            options={PLACE_WORDS}
            onChange={(place) => change({ slideshow: { ...slideshow, place } })}
          />
        </Line>
        <YesNo
          label="Start by themselves"
          value={slideshow.starts}
          onChange={(starts) => change({ slideshow: { ...slideshow, starts } })}
        />
        <YesNo
          label="Arrows"
          value={slideshow.arrows}
          onChange={(arrows) => change({ slideshow: { ...slideshow, arrows } })}
        />
        <YesNo
          label="Full screen"
          value={slideshow.fullScreen}
          onChange={(fullScreen) => change({ slideshow: { ...slideshow, fullScreen } })}
        />
        <Line label="Ground">
          <Select
            label="Ground of galleries"
            value={gallery.ground}
            options={GROUND_WORDS}
            onChange={(ground) => change({ gallery: { ...gallery, ground } })}
          />
        </Line>
        <YesNo
          label="Readers filter galleries by tag"
          value={gallery.filter}
          onChange={(filter) => change({ gallery: { ...gallery, filter } })}
        />
      </Section>
      <Section title="Steps">
        <Line label="Placed">
          <Select
            label="Pictures of steps"
            value={style.steps}
            options={STEP_PICTURES_WORDS}
            onChange={(steps) => change({ steps })}
          />
        </Line>
      </Section>
    </>
  )
}
