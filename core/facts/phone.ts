import type { HouseStyle } from '../house/house-style.ts'
import { PHONE } from '../house/screens.ts'
import { rowInWindow } from '../layout/row-in-window.ts'
import { widthIn } from '../layout/container.ts'
import { variantAt } from '../layout/row-layout.ts'
import type { LaidRow } from '../place/lay-row.ts'
import type { FactOf, Fold } from './row-fact.ts'
import { columnsOf, towers } from './size.ts'

/** What the row becomes on a phone. */
export function foldOf(laid: LaidRow, house: HouseStyle): Fold {
  const { boxes, form } = rowInWindow(laid, house, PHONE.width)
  const { w } = boxes[0]!
  if (boxes.length === 1) return { to: 'one', w }
  switch (form.type) {
    case 'cells':
      return { to: 'cells', across: form.columns, w }
    case 'worded':
      return form.folded ? { to: 'lines', counts: boxes.map(() => 1) } : { to: 'same' }
    case 'lines':
      if (form.counts.length === 1) return { to: 'same' }
      return { to: 'lines', counts: form.counts }
    case 'placed':
      return laid.row.kind === 'gallery' ? { to: 'columns', columns: columnsOf(boxes) } : { to: 'patchwork' }
    case 'strip':
      return { to: 'strip', across: form.across }
    default:
      return { to: 'same' }
  }
}

export function phoneFact(laid: LaidRow, house: HouseStyle): FactOf<'phone'> {
  const { layout, row } = laid
  const { boxes, height } = rowInWindow(laid, house, PHONE.width)
  const first = layout.variants[0]!
  const here = variantAt(layout, widthIn(laid, house, PHONE.width))
  const fold = foldOf(laid, house)
  const fact = { about: 'phone', fold, height, oneLine: row.kind === 'side-by-side' } as const
  const grave = towers(boxes, PHONE) ? ({ poor: true, grave: true } as const) : {}
  if (fold.to === 'one') {
    const folds = first.form.type === 'single' && first.form.beside !== null && first !== here
    return { ...fact, until: folds ? first.from : null, tooMany: false, poor: false, ...grave }
  }
  if (fold.to === 'strip') return { ...fact, until: null, tooMany: false, poor: false }
  const long = height > PHONE.height && row.kind !== 'gallery' && fold.to !== 'cells'
  const endless = !Number.isFinite(first.from)
  return {
    ...fact,
    until: row.kind === 'gallery' || endless ? null : first.from,
    tooMany: endless,
    poor: long,
    ...(fold.to === 'cells' ? {} : grave),
  }
}
