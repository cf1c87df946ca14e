/** What a screen may hand over to the sheet: exactly these pictures, and the post that one comes from and goes back to. */
export interface SheetState {
  readonly ids: readonly string[]
  readonly post?: string
  readonly title?: string
}
