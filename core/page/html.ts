import { admitted } from '../type/admitted.ts'

/** Text and attribute values become markup only through `escape`. */
const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }

export const escape = (text: string): string => admitted(text).replace(/[&<>"']/g, (letter) => ENTITIES[letter]!)

/** Attributes in the order given; undefined ones are left out, true ones stand without a value. */
export function attributes(values: Record<string, string | number | true | undefined>): string {
  return Object.entries(values)
    .filter(([, value]) => value !== undefined)
    .map(([name, value]) => (value === true ? ` ${name}` : ` ${name}="${escape(String(value))}"`))
    .join('')
}

/** A number for CSS and attributes: at most four decimals, no trailing zeros. */
export const figure = (value: number): string => String(Math.round(value * 10000) / 10000)

/** px of the size in which browsers set text unless their reader asks for another. */
const USUAL_TEXT = 16

/** A length that follows the size of the reader's text: px at the usual one. `rem(24)` is "1.5rem". */
export const rem = (px: number): string => `${fine(px / USUAL_TEXT)}rem`

/** The same rules for a place whose root has another size of text than a reader's page, as the board: each rem as the px that it usually is. */
export const remsAsPx = (css: string): string =>
  css.replace(/(-?\d*\.?\d+)rem\b/g, (_, rems: string) => `${fine(Number(rems) * USUAL_TEXT)}px`)

/** A share that others are worked out from: ten digits, so that a wide screen shows no rounding. `fine(2 / 3)` is "0.6666666667". */
export const fine = (value: number): string => String(Number(value.toPrecision(10)))

/**
 * Of a container from this width on: exactly those for which `(width < …)` is not so. Chromium takes a width that is
 * short of it by a sixty-fourth of a px for one that has reached it, so that `(width >= …)` and `(width < …)` held both.
 */
export const atLeast = (width: string): string => `(not (width < ${width}))`
