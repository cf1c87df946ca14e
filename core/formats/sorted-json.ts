/** JSON whose names are sorted, so that the same values are the same bytes. */
export const sortedJson = (value: unknown): string => `${JSON.stringify(sorted(value), null, 1)}\n`

/** The same values, whatever the order of their names; what is undefined is left out. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, inner]) => [name, sorted(inner)]),
  )
}
