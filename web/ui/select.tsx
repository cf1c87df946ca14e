/** One of several that would take too much room side by side. */
export function Select<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: T
  options: readonly (readonly [value: T, words: string])[]
  onChange: (value: T) => void
}) {
  return (
    <select
      aria-label={label}
      className="w-full rounded-sm border border-edge bg-paper px-1.5 py-1"
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
    >
      {options.map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </select>
  )
}
