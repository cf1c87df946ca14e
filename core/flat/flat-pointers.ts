import type { CropWindow } from '../geometry/crop-window.ts'
import { arrowPath } from '../page/pointers-html.ts'
import {
  inWindow,
  isSeen,
  keptWithin,
  labelWidth,
  placedPointers,
  POINTER_TYPE,
  pointerSize,
} from '../pointers/placed-pointers.ts'
import type { Pointer } from '../post/pointers.ts'
import type { Picture } from '../wire/picture.ts'

/** What points at things in a picture, in px of a file: as a page would have it at that width. */
export interface FlatPointers {
  /** SVG paths of rings and arrows, and how wide they are drawn */
  readonly paths: readonly string[]
  readonly stroke: number
  /** how wide what lies under them is, and what is drawn around labels, half of it within */
  readonly under: number
  readonly edge: number
  readonly labels: readonly {
    /** of its middle */
    readonly x: number
    readonly y: number
    readonly w: number
    readonly h: number
    /** px by which its corners are rounded */
    readonly corner: number
    readonly size: number
    readonly text: string
  }[]
}

/** O(pointers). `w` and `h` are the px of what is seen of the picture. */
export function flatPointers(
  pointers: readonly Pointer[],
  picture: Picture,
  { window, w, h }: { readonly window: CropWindow | undefined; readonly w: number; readonly h: number },
): FlatPointers {
  const size = pointerSize(w)
  const high = POINTER_TYPE.high * size
  const px = (point: { readonly x: number; readonly y: number }) => {
    const { x, y } = inWindow(point, window)
    return [x * w, y * h] as const
  }
  const paths: string[] = []
  const labels: FlatPointers['labels'][number][] = []
  for (const one of placedPointers(pointers, picture)) {
    const [x, y] = px(one.at)
    if (one.kind === 'arrow')
      paths.push(arrowPath(px(one.from), [x, y], POINTER_TYPE.head * (w / (window?.width ?? 1))))
    else if (one.kind === 'ring') {
      const r = (one.radius * w) / (window?.width ?? 1)
      paths.push(`M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`)
    } else if (isSeen(inWindow(one.at, window))) {
      const wide = labelWidth(one) * size
      const corner = one.kind === 'number' ? high / 2 : size / 4
      labels.push({
        x: keptWithin(x, wide, w),
        y: keptWithin(y, high, h),
        w: wide,
        h: high,
        corner,
        size,
        text: one.text,
      })
    }
  }
  const { least, share, under } = POINTER_TYPE.line
  const stroke = Math.max(least, share * w)
  return { paths, stroke, under: under * stroke, edge: 2 * POINTER_TYPE.edge * size, labels }
}
