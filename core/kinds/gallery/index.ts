import { captionHeight } from '../../house/house-style.ts'
import { captionLines } from '../../layout/caption-bands.ts'
import { layoutEvenCells } from '../../layout/even-cells.ts'
import { layoutLevelRows } from '../../layout/level-rows.ts'
import { layoutLooseColumns } from '../../layout/loose-columns.ts'
import { insetOf } from '../../layout/row-lengths.ts'
import type { RowShape } from '../../post/changes/convert-row.ts'
import type { GalleryForm, Row } from '../../post/row.ts'
import { capital, spelled } from '../../words/numbers.ts'
import type { RowKindRoom, Shown } from '../row-kind.ts'
import { filterFact } from './facts.ts'
import { leastCropping } from './least-cropping.ts'

const looseColumns = ({ row, pictures, gap, fullWidth, house }: Shown) => {
  const captions = pictures.map(({ caption }) => caption)
  return layoutLooseColumns({
    aspects: pictures.map(({ aspect }) => aspect),
    across: row.gallery.across,
    gap,
    fullWidth,
    ...(captions.some(Boolean)
      ? {
          linesAt: (width: number) => captions.map((caption) => captionLines(caption, width - 2 * insetOf(row), house)),
          band: (lines: number) => captionHeight(lines, house),
        }
      : {}),
  })
}

/** Pictures several across: in cells of one shape, in level rows, or in loose columns. */
export const gallery: RowKindRoom = {
  lay(shown) {
    const { pictures, gap, fullWidth } = shown
    const { form, across, cell } = shown.row.gallery
    if (form === 'cells') return layoutEvenCells({ pictures, across, cell, gap, fullWidth })
    if (form === 'level')
      return layoutLevelRows({ aspects: pictures.map(({ aspect }) => aspect), across, gap, fullWidth })
    return looseColumns(shown)
  },
  *offers({ row, aspects, seats }) {
    const n = aspects.length
    const shape = (form: GalleryForm, across: number, cell: number, sits = row.sits): RowShape => ({
      kind: 'gallery',
      sits,
      gallery: { form, across, cell },
    })
    if (n < 2) return
    const fitting = leastCropping(aspects)
    for (const across of [2, 3, 4, 5, 6]) {
      if (across > n) break
      for (const cell of new Set([fitting, 1])) yield shape('cells', across, cell)
    }
    if (n < 4) return
    for (const across of [2, 3, 4, 5]) if (across < n) yield shape('level', across, row.gallery.cell)
    for (const across of [2, 3, 4]) if (across < n) yield shape('loose', across, row.gallery.cell)
    if (!seats.includes('outset')) return
    yield shape('level', 5, row.gallery.cell, 'outset')
    yield shape('cells', Math.min(n, 5), fitting, 'outset')
  },
  name(shape) {
    const { form, across } = shape.gallery as Row['gallery']
    if (form === 'cells') return `Gallery, ${across} across`
    return form === 'level' ? 'Level rows' : `${capital(spelled(across))} columns`
  },
  facts: filterFact,
}
