import { Select } from '../../ui/select.tsx'

type Options<T extends string> = readonly (readonly [value: T, words: string])[]

/** A choice that may be left to the house style: null. The first entry says what the house has. */
export function HouseSelect<T extends string>({
  label,
  value,
  house,
  options,
  onChange,
}: {
  label: string
  value: T | null
  house: T
  options: Options<T>
  onChange: (value: T | null) => void
}) {
  const words = options.find(([key]) => key === house)?.[1] ?? house
  return (
    <Select<T | 'house'>
      label={label}
      value={value ?? 'house'}
      options={[['house', `As the house: ${words.toLowerCase()}`], ...options]}
      onChange={(next) => onChange(next === 'house' ? null : next)}
    />
  )
}

const YES_NO = [
  ['yes', 'Yes'],
  ['no', 'No'],
] as const
const key = (value: boolean) => (value ? 'yes' : 'no')

/** Yes or no, or as the house has it. */
export function HouseYesNo({
  label,
  value,
  house,
  onChange,
}: {
  label: string
  value: boolean | null
  house: boolean
  onChange: (value: boolean | null) => void
}) {
  return (
    <HouseSelect
      label={label}
      value={value === null ? null : key(value)}
      house={key(house)}
      options={YES_NO}
      onChange={(next) => onChange(next === null ? null : next === 'yes')}
    />
  )
}
