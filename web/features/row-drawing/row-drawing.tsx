import { memo } from 'react'
import { objectPosition } from '../../../core/geometry/crop-window.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { rowInWindow } from '../../../core/layout/row-in-window.ts'
import { boxAt, variantAt } from '../../../core/layout/row-layout.ts'
import type { LaidRow } from '../../../core/place/lay-row.ts'
import { widthIn } from '../../../core/layout/container.ts'
import { urlFor } from '../pictures/picture-image.tsx'

/** The size in px of a row drawn so that its container is `width` px wide, or narrower to be at most `height` px high. */
export function drawnSize(
  laid: LaidRow,
  house: HouseStyle,
  window: number,
  { width, height = Infinity }: { readonly width: number; readonly height?: number | undefined },
): { scale: number; w: number; h: number } {
  const container = widthIn(laid, house, window)
  const { height: own } = rowInWindow(laid, house, window)
  const scale = Math.min(width / container, height / own)
  return { scale, w: container * scale, h: own * scale }
}

/** A row in small, to scale, with the pictures themselves: drawn from the engine's boxes like the page. */
export const RowDrawing = memo(function RowDrawing({
  laid,
  house,
  window,
  width,
  height,
}: {
  laid: LaidRow
  house: HouseStyle
  window: number
  width: number
  height?: number
}) {
  const { boxes, form } = rowInWindow(laid, house, window)
  const { scale, w, h } = drawnSize(laid, house, window, { width, height })
  const { crops, gap } = laid.layout
  const container = widthIn(laid, house, window)
  const words = (variantAt(laid.layout, container).words ?? []).map((box) => boxAt(box, container, gap))
  return (
    <span aria-hidden className="relative block overflow-hidden" style={{ width: w, height: h }}>
      {boxes.map((box, i) => {
        const { placed, picture } = laid.pictures[i]!
        const at = crops?.[i] ? objectPosition(crops[i]) : { x: 50, y: 50 }
        if (box.x * scale > w) return null
        return (
          <img
            key={placed.id + String(i)}
            src={urlFor(picture, Math.max(48, (box.w * scale) / (crops?.[i]?.width ?? 1)))}
            alt=""
            draggable={false}
            className="absolute object-cover"
            style={{
              left: box.x * scale,
              top: box.y * scale,
              width: box.w * scale,
              height: box.h * scale,
              objectPosition: `${at.x}% ${at.y}%`,
              background: picture.colour,
            }}
          />
        )
      })}
      {words.map(({ x, w: wide, h: high }, i) => (
        <i
          key={i}
          className="absolute"
          style={{
            left: x * scale,
            top: 0,
            width: wide * scale,
            height: high * scale,
            background: 'repeating-linear-gradient(#a59c8e 0 1px, transparent 1px 4px)',
          }}
        />
      ))}
      {form.type === 'strip' && (
        <span className="absolute inset-x-0 bottom-[3px] flex justify-center gap-[3px]">
          {boxes.slice(0, 5).map((_, i) => (
            <i key={i} className={`size-[5px] border border-ink ${i === 0 ? 'bg-ink' : 'bg-paper'}`} />
          ))}
        </span>
      )}
    </span>
  )
})
