/** What a screen may hand over: the pictures that are adjusted in turn, and the shape of the place that one comes from. */
export interface AdjustState {
  readonly ids?: readonly string[]
  readonly place?: { readonly name: string; readonly aspect: number }
}
