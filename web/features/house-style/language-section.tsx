import type { HouseStyle } from '../../../core/house/house-style.ts'
import { directionOf, LANGUAGE_NAMES, LANGUAGES } from '../../../core/readers/languages.ts'
import { WORDS } from '../../../core/readers/words-table.ts'
import { timeZones, zoneInWords } from '../../../core/times/zones.ts'
import { Line, TextInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { Section } from './section.tsx'

/** What is said there, in English; of a plural that English has not, which it is. */
function meaning(key: string): string {
  const words = WORDS.en as Readonly<Record<string, string>>
  const [counted, form] = key.split('.')
  return words[key] ?? `${words[`${counted}.other`]} (${form})`
}

const ZONES = timeZones()
  .map((zone) => [zone, zoneInWords(zone)] as const)
  .sort(([, a], [, b]) => a.localeCompare(b, 'en'))

/** In which language the blog speaks to its readers, and in which words. */
export function LanguageSection({
  style,
  change,
}: {
  style: HouseStyle
  change: (change: Partial<HouseStyle>) => void
}) {
  const { language, timeZone, words } = style
  const own = words[language] ?? {}
  const word = (key: string, said: string) => {
    const { [key]: _, ...others } = own
    change({ words: { ...words, [language]: said ? { ...others, [key]: said } : others } })
  }
  return (
    <Section title="Language">
      <Line label="Time zone">
        <Select
          label="Time zone of the blog"
          value={timeZone}
          options={ZONES}
          onChange={(next) => change({ timeZone: next })}
        />
      </Line>
      <p className="label-narrow text-soft">Days on your pages, and set times, are those of this zone.</p>
      <Line label="Language">
        <Select
          label="Language of the blog"
          value={language}
          options={LANGUAGES.map((one) => [one, LANGUAGE_NAMES[one]] as const)}
          onChange={(next) => change({ language: next })}
        />
      </Line>
      <p className="label-narrow text-soft">
        Dates, and what your pages say to readers, are in it. A post may be in another. What you leave empty is said as
        shown; names in braces stand for numbers and titles.
      </p>
      <div className="flex flex-col gap-1.5">
        {Object.entries(WORDS[language]).map(([key, said]) => (
          <TextInput
            key={key}
            label={meaning(key)}
            hidden={language === 'en'}
            value={own[key] ?? ''}
            placeholder={said}
            dir={directionOf(language)}
            maxLength={200}
            onChange={(event) => word(key, event.target.value)}
          />
        ))}
      </div>
    </Section>
  )
}
