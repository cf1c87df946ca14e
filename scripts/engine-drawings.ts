/** Makes docs/drawings from the engine itself: what docs/engine.md shows is what the engine computes. */
import { cropWindow } from '../core/geometry/crop-window.ts'
import { captionHeight, STARTING_STYLE } from '../core/house/house-style.ts'
import { searchAnyOrder } from '../core/layout/any-order.ts'
import { compose } from '../core/layout/compose.ts'
import { placeTree } from '../core/layout/join-tree.ts'
import { searchCompositions } from '../core/layout/patchwork.ts'
import { breakRows, breakRowsGreedily } from '../core/layout/break-rows.ts'
import { layoutEvenCells } from '../core/layout/even-cells.ts'
import { placeLines } from '../core/layout/lines.ts'
import { layoutLooseColumns } from '../core/layout/loose-columns.ts'
import { layoutPatchwork } from '../core/layout/patchwork-row.ts'
import { proposeCompositions } from '../core/layout/proposals.ts'
import { boxAt, placeRow, variantAt } from '../core/layout/row-layout.ts'
import { layoutSideBySide } from '../core/layout/side-by-side.ts'
import { at } from '../core/geometry/line.ts'
import { cameraShapes, mixedShapes } from '../core/testing/camera-shapes.ts'
import { rect, words, pictures, laid, dimension, draw, SOFT, BLUE, RUBY, FILLS } from './strokes.ts'
import { arranged } from './arranged-drawing.ts'

/** One row at three widths: the gap stays, the shapes stay, the height is a straight line in the width. */
function sideBySide(): void {
  const layout = layoutSideBySide([1.5, 2 / 3, 1.5], 8)
  const rows = [640, 500, 350]
  let y = 24
  const inner = rows.map((width) => {
    const { height } = placeRow(layout, width)
    const part = words(20, y - 6, `${width} wide`) + laid(layout, width, 20, y) + dimension(width + 36, y, height)
    y += height + 40
    return part
  })
  draw('side-by-side', 720, y, inner.join(''))
}

/** A tree of joins. */
function tree(): void {
  const layout = layoutPatchwork(
    {
      aspects: [1.5, 1.5, 1, 2 / 3],
      leads: [],
      composition: { beside: ['.', { stacked: ['.', { beside: ['.', '.'] }] }] },
      captions: ['', '', '', ''],
      inset: 0,
      gap: 8,
      fullWidth: 640,
      phone: 350,
    },
    STARTING_STYLE,
  )
  const { height } = placeRow(layout, 640)
  draw(
    'tree',
    720,
    height + 48,
    words(20, 18, '1 beside (2 over (3 beside 4))') + laid(layout, 640, 20, 24) + dimension(676, 24, height),
  )
}

/** A patchwork whose captions have a band each, wide and narrower, and folded for a phone. */
function bands(): void {
  const captions = [
    'Roll each spar on the bench; a bent one shows at once, and a straight one goes on rolling.',
    '',
    'Up, at two minutes past seven',
    '',
  ]
  const layout = layoutPatchwork(
    {
      aspects: [1.5, 1.5, 1, 2 / 3],
      leads: [],
      composition: { beside: [{ stacked: ['.', '.'] }, { stacked: ['.', '.'] }] },
      captions,
      inset: 0,
      gap: 8,
      fullWidth: 640,
      phone: 350,
    },
    STARTING_STYLE,
  )
  const scale = 0.58
  let x = 20
  const shown = [640, 440].map((width) => {
    const { lines = [] } = variantAt(layout, width)
    const { boxes, height } = placeRow(layout, width)
    const small = boxes.map((box) => ({ x: box.x * scale, y: box.y * scale, w: box.w * scale, h: box.h * scale }))
    const inBands = small.map((box, i) => {
      const h = scale * captionHeight(lines[i] ?? 0, STARTING_STYLE)
      return h > 0 ? rect({ x: x + box.x, y: 28 + box.y + box.h, w: box.w, h }, BLUE, 'fill-opacity="0.3"') : ''
    })
    const part =
      words(x, 20, `${width} wide`) +
      inBands.join('') +
      pictures(small, x, 28) +
      dimension(x + width * scale + 10, 28, height * scale, String(Math.round(height)))
    x += width * scale + 70
    return { part, height: height * scale }
  })
  draw('bands', 760, Math.max(...shown.map(({ height }) => height)) + 48, shown.map(({ part }) => part).join(''))
}

/** The same pictures broken greedily and at least cost. */
function lines(): void {
  const aspects = cameraShapes(13, 4)
  const [width, wanted] = [640, 120]
  const greedy = { counts: breakRowsGreedily(aspects, width, 8, wanted), ragged: false }
  const best = breakRows(aspects, width, 8, { height: wanted, ragged: true })
  let y = 24
  const parts = (
    [
      ['line after line, as it comes', greedy],
      ['at least cost over all lines', best],
    ] as const
  ).map(([name, broken]) => {
    const { boxes, height } = placeLines(aspects, broken)
    const h = at(height, width, 8)
    const part =
      words(20, y - 6, `${name}; ${wanted} wanted`) +
      pictures(
        boxes.map((box) => boxAt(box, width, 8)),
        20,
        y,
      ) +
      dimension(676, y, h)
    y += h + 44
    return part
  })
  draw('lines', 720, y, parts.join(''))
}

/** The first proposals for five pictures, none like another. */
function proposals(): void {
  const aspects = [1.5, 2 / 3, 1.5, 4 / 3, 1]
  const found = proposeCompositions({ aspects }, 560, 8, 6)
  const [scale, wide] = [0.36, 560]
  let x = 20
  let y = 30
  let lowest = 0
  const parts = found.map(({ composition, cost }, i) => {
    if (i === 3) {
      x = 20
      y = lowest + 46
    }
    const layout = layoutPatchwork(
      {
        aspects,
        leads: [],
        composition,
        captions: aspects.map(() => ''),
        inset: 0,
        gap: 8,
        fullWidth: wide,
        phone: 350,
      },
      STARTING_STYLE,
    )
    const { boxes, height } = placeRow(layout, wide)
    const small = boxes.map((box) => ({ x: box.x * scale, y: box.y * scale, w: box.w * scale, h: box.h * scale }))
    const part =
      words(x, y - 8, `${i + 1}: ${Math.round(height)} high, cost ${cost.toFixed(2)}`) + pictures(small, x, y)
    lowest = Math.max(lowest, y + height * scale)
    x += wide * scale + 28
    return part
  })
  draw('proposals', 720, lowest + 20, parts.join(''))
}

/** What a cell keeps of a picture, around its focus. */
function crop(): void {
  const parts = (
    [
      [0.5, 0.5],
      [0.85, 0.4],
      [0.98, 0.1],
    ] as const
  ).map(([fx, fy], i) => {
    const [w, h, x, y] = [210, 140, 20 + i * 232, 28]
    const kept = cropWindow(1.5, 1, { x: fx, y: fy })
    const film = `fill-opacity="0.35"`
    return (
      words(x, y - 8, `focus ${fx}, ${fy}`) +
      rect({ x, y, w, h }, FILLS[i]!) +
      rect({ x, y, w: kept.x * w, h }, RUBY, film) +
      rect({ x: x + (kept.x + kept.width) * w, y, w: (1 - kept.x - kept.width) * w, h }, RUBY, film) +
      `<path d="M${x + fx * w - 9} ${y + fy * h}h18M${x + fx * w} ${y + fy * h - 9}v18" stroke="${RUBY}" stroke-width="2"/>`
    )
  })
  draw('crop', 720, 190, parts.join(''))
}

/** The three forms of a gallery, of the same pictures. */
function galleries(): void {
  const aspects = cameraShapes(8, 37)
  const cells = layoutEvenCells({
    pictures: aspects.map((aspect) => ({ aspect, focus: { x: 0.5, y: 0.5 } })),
    across: 3,
    cell: 1,
    gap: 6,
    fullWidth: 210,
  })
  const loose = layoutLooseColumns({ aspects, across: 3, gap: 6, fullWidth: 210 })
  const broken = breakRows(aspects, 210, 6, { height: 62, ragged: true })
  const level = placeLines(aspects, broken).boxes.map((box) => boxAt(box, 210, 6))
  const shown = [placeRow(cells, 210).boxes, level, placeRow(loose, 210).boxes]
  const height = Math.max(...shown.flat().map((box) => box.y + box.h))
  draw(
    'galleries',
    720,
    height + 48,
    shown
      .map(
        (boxes, i) =>
          words(20 + i * 235, 20, ['even cells', 'level rows', 'loose columns'][i]!, SOFT) +
          pictures(boxes, 20 + i * 235, 28),
      )
      .join(''),
  )
}

/** The best of seven pictures as they come, and in any order: each keeps its number. */
function anyOrder(): void {
  const aspects = mixedShapes(7, 5)
  const [ordered] = searchCompositions({ aspects }, 660, 12, 1)
  const [free] = searchAnyOrder({ aspects }, { width: 660, gap: 12 }, 1)
  const shown = [{ ...ordered!, composition: ordered!.composition, order: [...aspects.keys()] }, free!]
  const parts = shown.map(({ composition, order, cost }, i) => {
    const { boxes } = placeTree(
      compose(
        composition,
        Array.from(order, (index) => aspects[index]!),
      ),
    )
    const own = order.map((_, index) => boxAt(boxes[order.indexOf(index)]!, 660, 12))
    const half = own.map(({ x, y, w, h }) => ({ x: x / 2, y: y / 2, w: w / 2, h: h / 2 }))
    const told = words(20 + i * 350, 18, `in ${i ? 'any ' : ''}order, cost ${cost.toFixed(2)}`)
    return { foot: Math.max(...half.map(({ y, h }) => y + h)), svg: told + pictures(half, 20 + i * 350, 26) }
  })
  draw('any-order', 720, Math.max(...parts.map(({ foot }) => foot)) + 44, parts.map(({ svg }) => svg).join(''))
}

sideBySide()
tree()
bands()
lines()
proposals()
anyOrder()
crop()
galleries()
arranged()
