import { arrange } from '../core/arrange/arrange.ts'
import { whoSpeaks, wordsIn } from '../core/arrange/words.ts'
import { plainText } from '../core/post/body.ts'
import { madeUpDay } from '../core/testing/arrange-request.ts'
import { BLUE, draw, FILLS, INK, rect, words } from './strokes.ts'

/** Which paragraph speaks of which picture, and where the rows come to stand: a made-up day. */
export function arranged(): void {
  const request = madeUpDay(14, 7, 4)
  const { rows } = arrange(request)
  const { sure, shares } = whoSpeaks(request.body, request.pictures)
  const { content } = request.body
  const [left, wide, step] = [250, 90, 30]
  const heights = content.map((block) => Math.max(14, wordsIn(plainText(block)) / 2))
  const tops: number[] = []
  let y = 24
  const drawn = content.map((block, i) => {
    const svg = rowsAt(i)
    tops[i] = y
    const fill = block.type === 'heading' ? INK : '#e7e3da'
    const own = rect({ x: left, y, w: wide, h: heights[i]! }, fill)
    y += heights[i]! + 8
    return svg + own
  })
  drawn.push(rowsAt(content.length))
  function rowsAt(place: number): string {
    return rows
      .filter((row) => row.place === place)
      .map(({ pictures: ids, option }) => {
        const h = Math.min(46, option.height / 12)
        const boxes = ids.map((_, k) => ({ x: k * (wide / ids.length), y: 0, w: wide / ids.length - 2, h }))
        const first = request.pictures.findIndex(({ id }) => id === ids[0])
        const svg = boxes
          .map((box, k) => {
            const put = { ...box, x: box.x + left, y: box.y + y }
            return (
              rect(put, FILLS[(first + k) % FILLS.length]!) +
              words(put.x + put.w / 2, put.y + h / 2 + 4, String(first + k + 1), INK, 'middle')
            )
          })
          .join('')
        const told = words(left + wide + 12, y + h / 2 + 4, `${option.kind}, ${Math.round(option.height)} high`)
        y += h + 8
        return svg + told
      })
      .join('')
  }
  const spoken = request.pictures
    .map((_, i) => {
      const at = 30 + i * step
      const box =
        rect({ x: 20, y: at, w: 30, h: 22 }, FILLS[i % FILLS.length]!) +
        words(35, at + 15, String(i + 1), INK, 'middle')
      const [best] = shares[i]!
      if (!best || sure[i]! < 0.3) return box
      const to = tops[best[0]]! + heights[best[0]]! / 2
      return `${box}<path d="M52 ${at + 11}C120 ${at + 11} 180 ${to} ${left - 4} ${to}" stroke="${BLUE}" stroke-width="${(3 * sure[i]!).toFixed(1)}" fill="none"/>`
    })
    .join('')
  draw('arranged', 640, Math.max(y, 30 + 14 * step) + 16, spoken + drawn.join(''))
}
