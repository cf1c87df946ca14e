import type { HouseStyle } from '../../../core/house/house-style.ts'
import { houseCss } from '../../../core/page/house-css.ts'
import { remsAsPx } from '../../../core/page/html.ts'

const sheets = new WeakMap<HouseStyle, CSSStyleSheet>()

/** The rules of the house, read once for all pages that are drawn in a tree of their own. */
export function houseSheet(house: HouseStyle): CSSStyleSheet {
  const known = sheets.get(house)
  if (known) return known
  const sheet = new CSSStyleSheet()
  sheet.replaceSync(remsAsPx(`${houseCss(house)}\n.page :is(.row-holder,.shown-way){display:contents}`))
  sheets.set(house, sheet)
  return sheet
}
