import fc from 'fast-check'
import { JSDOM } from 'jsdom'
import { describe, expect, it } from 'vitest'
import { shuffleGallery } from './visit-order.ts'

const SHAPES = [
  [300, 200],
  [200, 300],
  [400, 300],
] as const

const { body } = new JSDOM('').window.document

/** A gallery of these shapes as the page has it: places by class, pictures by id; from `first` on they wait to be asked for. */
function gallery(shapes: readonly number[], visit: string, first = shapes.length): HTMLElement[] {
  const figures = shapes.map(
    (shape, i) =>
      `<figure class="pic p${i + 1}" id="picture-${i}" style="--a:${SHAPES[shape]![0] / SHAPES[shape]![1]}"><a href="#"><img width="${SHAPES[shape]![0]}" height="${SHAPES[shape]![1]}"${i < first ? '' : ' loading="lazy"'}></a></figure>`,
  )
  const part = (from: number, to?: number) => `<div data-visit="${visit}">${figures.slice(from, to).join('')}</div>`
  body.innerHTML = part(0, first) + (first < shapes.length ? part(first) : '')
  return [...body.querySelectorAll<HTMLElement>('div')]
}
const look = (rows: readonly HTMLElement[]) =>
  rows.flatMap((row) =>
    [...row.children].map((figure) => ({
      id: figure.id,
      place: [...figure.classList].find((name) => /^p\d/.test(name)),
      shape: figure.querySelector('img')!.getAttribute('width'),
      loading: figure.querySelector('img')!.getAttribute('loading') ?? 'eager',
    })),
  )

describe('a new order at each visit', () => {
  const shapes = fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 1, maxLength: 20 })
  const first = fc.integer({ min: 1, max: 20 })
  it('keeps every picture once, and every place where and as it was', () => {
    fc.assert(
      fc.property(shapes, fc.constantFrom('any', 'alike'), first, (list, visit, shown) => {
        const rows = gallery(list, visit, shown)
        const before = look(rows)
        shuffleGallery(rows)
        const after = look(rows)
        expect(after.map(({ place, loading }) => [place, loading])).toEqual(
          before.map(({ place, loading }) => [place, loading]),
        )
        expect(after.map(({ id }) => id).sort()).toEqual(before.map(({ id }) => id).sort())
      }),
    )
  })
  it('where lines have heights of their own, puts a picture only where one of its shape stood', () => {
    fc.assert(
      fc.property(shapes, first, (list, shown) => {
        const rows = gallery(list, 'alike', shown)
        const before = look(rows).map(({ shape }) => shape)
        shuffleGallery(rows)
        expect(look(rows).map(({ shape }) => shape)).toEqual(before)
      }),
    )
  })
  it('does mix, and brings what waits to be asked for to the fore', () => {
    const rows = gallery(
      Array.from({ length: 60 }, () => 0),
      'alike',
      30,
    )
    const before = look(rows).map(({ id }) => id)
    shuffleGallery(rows)
    const after = look(rows).map(({ id }) => id)
    // By chance alone the same order would come once in 60! times, and the same thirty in front once in 10¹⁷.
    expect(after).not.toEqual(before)
    expect(new Set([...before.slice(0, 30), ...after.slice(0, 30)]).size).toBeGreaterThan(30)
  })
})
