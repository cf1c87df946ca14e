import type { Library } from '../../../core/place/library.ts'
import { type HouseStyle, SHARE_CORNERS, SHARE_SIZES } from '../../../core/house/house-style.ts'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput, TextInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { capital } from '../../ui/words.ts'
import { CAPTION_WORDS, REVEAL_WORDS } from '../ticket/choice-words.ts'
import { ColourField } from './colour-field.tsx'
import { LanguageSection } from './language-section.tsx'
import { ListSection } from './list-section.tsx'
import { ReadingSections } from './reading-sections.tsx'
import { Section, YesNo } from './section.tsx'
import { ShareTargets } from './share-targets.tsx'

const LENGTHS = [
  ['measure', 'Measure', 320, 960],
  ['outset', 'Outset', 0, 400],
  ['margin', 'Margin', 8, 64],
  ['gap', 'Between', 0, 64],
  ['space', 'Around', 0, 120],
] as const

/** Everything the house style says, in the order in which one meets it on a page. */
export function HouseFields({
  style,
  library,
  change,
  onList,
}: {
  style: HouseStyle
  library: Library
  change: (change: Partial<HouseStyle>) => void
  onList: () => void
}) {
  const { type, colours, border, share, budget } = style
  const colour = (key: keyof HouseStyle['colours'], label: string, ground?: string) => (
    <Line label={label}>
      <ColourField
        label={label}
        value={colours[key]}
        {...(ground ? { ground } : {})}
        onChange={(value) => change({ colours: { ...colours, [key]: value } })}
      />
    </Line>
  )
  return (
    <>
      <Section title="Name and page" open>
        <TextInput
          label="Name of the blog"
          value={style.blogName}
          maxLength={120}
          onChange={(event) => event.target.value.trim() && change({ blogName: event.target.value })}
        />
        <TextInput
          label="Line under the name"
          value={style.blogLine}
          maxLength={200}
          onChange={(event) => change({ blogLine: event.target.value })}
        />
        {LENGTHS.map(([key, label, least, most]) => (
          <Line key={key} label={label}>
            <NumberInput
              label={label}
              unit="px"
              least={least}
              most={most}
              value={style[key]}
              onChange={(value) => value !== null && change({ [key]: value })}
            />
          </Line>
        ))}
        <p className="label-narrow text-soft">
          Measure is the text column; outset is how far a row may reach past it on each side; margin is kept at the edge
          of a narrow screen.
        </p>
      </Section>
      <LanguageSection style={style} change={change} />
      <Section title="Type and colours" open>
        <Line label="Size">
          <NumberInput
            label="Font size"
            unit="px"
            least={14}
            most={28}
            step={0.5}
            value={type.fontSize}
            onChange={(fontSize) => fontSize !== null && change({ type: { ...type, fontSize } })}
          />
        </Line>
        <Line label="Line">
          <NumberInput
            label="Line height"
            unit="× size"
            least={1.1}
            most={2.2}
            step={0.05}
            value={type.lineHeight}
            onChange={(lineHeight) => lineHeight !== null && change({ type: { ...type, lineHeight } })}
          />
        </Line>
        {colour('ground', 'Ground')}
        {colour('ink', 'Text', colours.ground)}
        {colour('soft', 'Captions', colours.ground)}
        {colour('link', 'Links', colours.ground)}
      </Section>
      <Section title="Pictures">
        <Line label="Corners">
          <NumberInput
            label="Rounding of corners"
            unit="px"
            least={0}
            most={40}
            value={style.corner}
            onChange={(corner) => corner !== null && change({ corner })}
          />
        </Line>
        <Line label="Border">
          <NumberInput
            label="Border"
            unit="px"
            least={0}
            most={24}
            value={border.width}
            onChange={(width) => width !== null && change({ border: { ...border, width } })}
          />
        </Line>
        {border.width > 0 && (
          <Line label="Its colour">
            <ColourField
              label="Colour of the border"
              value={border.colour}
              onChange={(value) => change({ border: { ...border, colour: value } })}
            />
          </Line>
        )}
        <Line label="Captions">
          <Select
            label="Captions"
            value={style.captions}
            options={CAPTION_WORDS.filter(
              (entry): entry is readonly [HouseStyle['captions'], string] =>
                entry[0] !== 'row' && entry[0] !== 'beside',
            )}
            onChange={(captions) => change({ captions })}
          />
        </Line>
        <Line label="Appear">
          <Select
            label="How pictures appear"
            value={style.reveal}
            options={REVEAL_WORDS}
            onChange={(reveal) => change({ reveal })}
          />
        </Line>
      </Section>
      <ReadingSections style={style} change={change} />
      <Section title="Sharing">
        <YesNo
          label="Share and download on every picture"
          value={share.shown}
          onChange={(shown) => change({ share: { ...share, shown } })}
        />
        <Line label="Where">
          <Select
            label="Where on the picture"
            value={share.corner}
            options={SHARE_CORNERS.map((corner) => [corner, capital(corner.replace('-', ' '))] as const)}
            onChange={(corner) => change({ share: { ...share, corner } })}
          />
        </Line>
        <Line label="How big">
          <Choice
            label="How big"
            value={share.size}
            options={SHARE_SIZES.map((size) => ({ value: size, label: capital(size) }))}
            onChange={(size) => change({ share: { ...share, size } })}
          />
        </Line>
        <YesNo
          label="With a download"
          value={share.download}
          onChange={(download) => change({ share: { ...share, download } })}
        />
        <TextInput
          label="Words that go along, with {title}, {caption}, {post} and {blog}"
          value={share.text}
          maxLength={300}
          onChange={(event) => change({ share: { ...share, text: event.target.value } })}
        />
        <ShareTargets targets={share.targets} onChange={(targets) => change({ share: { ...share, targets } })} />
      </Section>
      <Section title="Weight">
        <p className="text-soft">
          What a page may weigh on a phone. What weighs more is a mark, and stands out in the proof.
        </p>
        {(
          [
            ['first', 'At once', 50, 20_000],
            ['whole', 'In all', 50, 200_000],
          ] as const
        ).map(([key, label, least, most]) => (
          <Line key={key} label={label}>
            <NumberInput
              label={label}
              unit="kB"
              least={least}
              most={most}
              step={50}
              value={budget[key]}
              onChange={(value) => value !== null && change({ budget: { ...budget, [key]: Math.round(value) } })}
            />
          </Line>
        ))}
      </Section>
      <ListSection style={style} library={library} change={change} onOpen={onList} />
    </>
  )
}
