/** A screen that readers hold or sit before, in CSS px, with its device px for each. */
export interface ReaderScreen {
  readonly name: 'phone' | 'tablet' | 'wide'
  readonly width: number
  readonly height: number
  readonly density: number
}

/** The screens for which rows are planned, described, shown on the board and proofed. */
export const PHONE: ReaderScreen = { name: 'phone', width: 390, height: 844, density: 3 }
export const TABLET: ReaderScreen = { name: 'tablet', width: 820, height: 1180, density: 2 }
export const WIDE: ReaderScreen = { name: 'wide', width: 1280, height: 800, density: 2 }
export const READER_SCREENS: readonly ReaderScreen[] = [PHONE, TABLET, WIDE]
