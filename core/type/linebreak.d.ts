/** As much as is used of it; the package brings no types. */
declare module 'linebreak' {
  export default class LineBreaker {
    constructor(text: string)
    /** the next place at which a line may end, in UTF-16 units */
    nextBreak(): { readonly position: number; readonly required: boolean } | null
  }
}
