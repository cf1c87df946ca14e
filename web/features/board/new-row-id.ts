/** A name for a row that no other row has. */
export const newRowId = (): string => `row-${crypto.randomUUID().slice(0, 13)}`
