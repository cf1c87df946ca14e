import { Bar, BarChart, CartesianGrid, Legend, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { capital } from '../../ui/words.ts'
import type { ScreenTotal } from './weights.ts'

const PARTS = [
  ['around', 'Page, fonts, script', '#68625a'],
  ['first', 'Pictures at once', '#14647f'],
  ['later', 'Further down', '#a9d6e8'],
] as const
const FIGURES = { fontSize: 11, fill: '#14647f', fontFamily: 'var(--font-mono)' }

const limit = (words: string) => ({
  stroke: '#b8281f',
  strokeDasharray: '4 3',
  label: { value: words, position: 'top' as const, fontSize: 11, fill: '#b8281f' },
})
const inInk = (name: string) => <span style={{ color: '#1d1b18' }}>{name}</span>

/** A bar for each screen, and the house's limits as lines. The table below says the same in figures. */
export default function WeightChart({
  totals,
  budget,
}: {
  totals: readonly ScreenTotal[]
  budget: HouseStyle['budget']
}) {
  return (
    <div aria-hidden className="h-52">
      <ResponsiveContainer width="100%" height="100%">
        <BarChart
          data={totals.map((total) => ({ ...total, name: capital(total.screen) }))}
          layout="vertical"
          margin={{ top: 18, right: 40, bottom: 0, left: 0 }}
          barCategoryGap={8}
          accessibilityLayer={false}
        >
          <CartesianGrid horizontal={false} stroke="#cfc8bb" />
          <XAxis type="number" domain={[0, 'auto']} tickFormatter={bytesInWords} tick={FIGURES} stroke="#cfc8bb" />
          <YAxis type="category" dataKey="name" width={56} tick={{ fontSize: 13, fill: '#1d1b18' }} stroke="#cfc8bb" />
          {PARTS.map(([key, name, fill]) => (
            <Bar key={key} dataKey={key} name={name} fill={fill} stackId="weight" isAnimationActive={false} />
          ))}
          {/* The second limit is drawn only where a bar comes near it: far off it would leave no room for the bars. */}
          <ReferenceLine x={budget.first * 1000} ifOverflow="extendDomain" {...limit('allowed at once')} />
          <ReferenceLine x={budget.whole * 1000} ifOverflow="discard" {...limit('allowed in all')} />
          <Legend itemSorter={null} iconType="square" iconSize={10} wrapperStyle={{ fontSize: 12 }} formatter={inInk} />
        </BarChart>
      </ResponsiveContainer>
    </div>
  )
}
