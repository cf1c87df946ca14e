import { breakRows } from '../core/layout/break-rows.ts'

type Line = (what: string, ...figures: string[]) => void

/** The row engine's own figures. */
export function engineBench(line: Line): void {
  const shapes = [1.5, 1.5, 1.5, 2 / 3, 4 / 3, 1.5, 16 / 9, 1, 3 / 4, 1.5]
  const time = (n: number): number => {
    const aspects = Array.from({ length: n }, (_, i) => shapes[(i * 7) % shapes.length]!)
    for (let i = 0; i < 20; i++) breakRows(aspects, 1000, 8, { height: 220 })
    const runs = 50
    const from = performance.now()
    for (let i = 0; i < runs; i++) breakRows(aspects, 1000, 8, { height: 220 })
    return (performance.now() - from) / runs
  }
  const [few, many] = [time(300), time(3000)]
  line('Breaking 3,000 pictures into lines', `${many.toFixed(2)} ms`, `${((many * 1000) / 3000).toFixed(2)} µs a picture`, `${(many / few).toFixed(1)} times that of 300`)
}
