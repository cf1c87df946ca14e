import type { Histogram } from '../../../core/recipe/histogram.ts'

const [WIDE, HIGH] = [256, 56]
/** Shares of px under which nothing is told of them. */
const TOLD = 0.005

const percent = (share: number) => `${Math.max(1, Math.round(100 * share))}\u00a0%`

/** How the light lies, dark to light; what has no more room at either end is told in ruby. */
export function HistogramView({ histogram }: { histogram: Histogram | undefined }) {
  const shares = histogram?.shares ?? []
  // The highest column but those of the ends, which a plain ground fills.
  const most = Math.max(0.01, ...shares.slice(1, -1))
  const step = WIDE / Math.max(1, shares.length)
  const top = (share: number) => HIGH - Math.min(1, share / most) * (HIGH - 2)
  const path = shares.map((share, i) => `${i === 0 ? 'M' : 'L'}${i * step} ${top(share)}H${(i + 1) * step}`).join('')
  const told = [
    ...(histogram && histogram.black > TOLD ? [`${percent(histogram.black)} quite black`] : []),
    ...(histogram && histogram.burnt > TOLD ? [`${percent(histogram.burnt)} burnt out`] : []),
  ]
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        preserveAspectRatio="none"
        className="h-14 w-full border-x border-b border-hairline"
        role="img"
        aria-label="How light and dark are spread"
      >
        {shares.length > 0 && <path d={`${path}V${HIGH}H0Z`} fill="#7cc3e2" fillOpacity={0.45} stroke="#14647f" />}
      </svg>
      <figcaption className="figures flex min-h-[1.3em] justify-between">
        <span>dark</span>
        <span className="text-ruby">{told.join(', ')}</span>
        <span>light</span>
      </figcaption>
    </figure>
  )
}
