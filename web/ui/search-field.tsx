/** Words that a list is narrowed by as they are typed. */
export function SearchField({
  label,
  hint = label,
  value,
  onChange,
}: {
  label: string
  /** what stands in it while it is empty */
  hint?: string
  value: string
  onChange: (words: string) => void
}) {
  return (
    <input
      aria-label={label}
      placeholder={hint}
      className="w-72 rounded-sm border border-edge bg-paper px-2 py-1"
      value={value}
      onChange={({ target }) => onChange(target.value)}
    />
  )
}
