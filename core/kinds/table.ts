import { gallery } from './gallery/index.ts'
import { one } from './one/index.ts'
import type { RowKind } from './options.ts'
import { patchwork } from './patchwork/index.ts'
import type { RowKindRoom } from './row-kind.ts'
import { sideBySide } from './side-by-side/index.ts'
import { slideshow } from './slideshow/index.ts'

/** What each kind of row does. The ways are proposed in this order: of equals the earlier is the simpler. */
export const KINDS: { readonly [kind in RowKind]: RowKindRoom } = {
  one,
  'side-by-side': sideBySide,
  patchwork,
  gallery,
  slideshow,
}
