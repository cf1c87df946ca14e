import { ToggleGroup } from 'radix-ui'

export interface Option<T extends string> {
  readonly value: T
  readonly label: string
  readonly hint?: string
  /** said after the label where there is room */
  readonly more?: string
}

/** One of a few, all of them seen. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  onInk,
}: {
  label: string
  value: T
  options: readonly Option<T>[]
  onChange: (value: T) => void
  onInk?: boolean
}) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      onValueChange={(next) => next && onChange(next as T)}
      aria-label={label}
      className={`flex divide-x rounded-sm border ${onInk ? 'divide-[#5a544c] border-[#8b8376]' : 'divide-hairline border-edge bg-paper'}`}
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          title={option.hint}
          className={`label-narrow min-w-max flex-1 px-2 py-1 text-center whitespace-nowrap ${onInk ? 'text-[#d9d2c6] data-[state=on]:bg-[#46413a] data-[state=on]:text-paper' : 'data-[state=on]:bg-ink data-[state=on]:text-paper'}`}
        >
          {option.label}
          {option.more && <span className="max-xl:hidden"> {option.more}</span>}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
