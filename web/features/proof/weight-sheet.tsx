import { lazy, Suspense } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { READER_SCREENS } from '../../../core/house/screens.ts'
import type { PageWeight } from '../../../core/wire/page-weight.ts'
import { Dialog } from '../../ui/dialog.tsx'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { capital } from '../../ui/words.ts'
import { againstBudget, heaviestRows, type ScreenTotal } from './weights.ts'

const WeightChart = lazy(() => import('./weight-chart.tsx'))

/** What the page weighs on every screen, beside what the house allows. */
export function WeightSheet({
  open,
  onOpenChange,
  weight,
  budget,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  weight: PageWeight
  budget: HouseStyle['budget']
}) {
  const totals = againstBudget(weight, budget)
  const rows = heaviestRows(weight)
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      width={720}
      title="Weight of the page"
      about="What a reader’s browser fetches at the first visit. Pictures further down come only when they are scrolled to."
    >
      <Suspense fallback={<div className="h-52" />}>
        <WeightChart totals={totals} budget={budget} />
      </Suspense>
      <table className="mt-3 w-full border-t border-hairline text-left">
        <thead className="label-narrow text-soft">
          <tr>
            <th className="py-1.5 font-normal">Screen</th>
            <th className="font-normal">Page, fonts, script</th>
            <th className="font-normal">Pictures at once</th>
            <th className="font-normal">Further down</th>
            <th className="font-normal">At once, of {bytesInWords(budget.first * 1000)}</th>
            <th className="font-normal">In all, of {bytesInWords(budget.whole * 1000)}</th>
          </tr>
        </thead>
        <tbody>
          {totals.map((total) => (
            <Line key={total.screen} total={total} />
          ))}
        </tbody>
      </table>
      {rows.length > 0 && (
        <p className="mt-3 text-soft">
          Heaviest rows on a phone:{' '}
          {rows
            .map(
              ({ number, bytes, share }) => `row ${number} with ${bytesInWords(bytes)} (${Math.round(100 * share)} %)`,
            )
            .join(', ')}
          .
        </p>
      )}
    </Dialog>
  )
}

function Line({ total }: { total: ScreenTotal }) {
  const { width } = READER_SCREENS.find(({ name }) => name === total.screen)!
  const sum = (bytes: number, over: boolean) => (
    <td className={`figures ${over ? 'font-semibold text-ruby!' : ''}`}>
      {bytesInWords(bytes)}
      {over && ', too much'}
    </td>
  )
  return (
    <tr className="border-t border-hairline">
      <th className="py-1.5 font-normal">
        {capital(total.screen)} <span className="figures">{width}</span>
      </th>
      <td className="figures">{bytesInWords(total.around)}</td>
      <td className="figures">{total.first ? bytesInWords(total.first) : 'none'}</td>
      <td className="figures">{total.later ? bytesInWords(total.later) : 'none'}</td>
      {sum(total.atOnce, total.tooMuchAtOnce)}
      {sum(total.inAll, total.tooMuchInAll)}
    </tr>
  )
}
