/** Prints what was measured and its figures. */
export type Line = (what: string, ...figures: string[]) => void
export const line: Line = (what, ...figures) => console.log(`${what.padEnd(52)} ${figures.join('   ')}`)
