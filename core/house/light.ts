/** Linear light of a value of sRGB, 0 to 1 each. Source: IEC 61966-2-1. */
export const linear = (value: number): number => (value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4)
/** The other way round. */
export const encoded = (light: number): number =>
  light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055

/** Shares of red, green and blue in how light a colour is. Source: WCAG 2, "relative luminance". */
export const LIGHT_OF = [0.2126, 0.7152, 0.0722] as const
