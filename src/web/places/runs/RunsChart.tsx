// Time and filament of every run side by side.
import { useMemo } from 'react'
import { Bar, BarChart, CartesianGrid, XAxis, YAxis } from 'recharts'
import { clock, plain } from '../../../core/explain/words.ts'
import { useSize } from '../../parts/useSize.ts'
import type { RunRow } from '../../state/runs.ts'

const height = 150
const most = 120

/** Whole minutes or halves of one: three to six marks. */
function ticks(longest: number): number[] {
  const step = [5, 10, 30, 60, 120, 300, 600, 1800, 3600].find(each => longest / each <= 5) ?? longest / 4
  return Array.from({ length: Math.floor(longest / step) + 1 }, (_, i) => i * step)
}

export function RunsChart({ rows }: { rows: readonly RunRow[] }) {
  const [attach, { width }] = useSize()
  const data = useMemo(
    () =>
      [...rows]
        .sort((a, b) => b.durationS - a.durationS)
        .slice(0, most)
        .map(({ key, durationS, heatingS, massG }) => ({
          key,
          heating: heatingS,
          other: durationS - heatingS,
          grams: massG,
        })),
    [rows],
  )
  const longest = rows.reduce((top, { durationS }) => Math.max(top, durationS), 0)
  const shortest = rows.reduce((low, { durationS }) => Math.min(low, durationS), longest)
  const grams = rows.reduce((sum, { massG }) => sum + massG, 0) / rows.length
  return (
    <section aria-label="Time of each run" className="rounded-card border border-rule bg-raised px-4 py-2.5">
      <p className="text-[14px] text-soft">
        From {clock(shortest)} to {clock(longest)}, longest first; dotted: heating, full: the rest. On the average{' '}
        {plain(grams, 2)} g of filament.
      </p>
      <div ref={attach} aria-hidden style={{ height }}>
        {width > 0 && (
          <BarChart
            width={width}
            height={height}
            data={data}
            margin={{ top: 6, right: 0, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <defs>
              <pattern id="runs-heating" width="6" height="6" patternUnits="userSpaceOnUse">
                <rect width="6" height="6" fill="var(--heat-fill)" />
                <circle cx="3" cy="3" r="1.1" fill="var(--heat)" />
              </pattern>
            </defs>
            <CartesianGrid vertical={false} stroke="var(--rule)" />
            <XAxis dataKey="key" hide />
            <YAxis
              ticks={ticks(longest)}
              width={44}
              tickFormatter={(at: number) => clock(at)}
              tickLine={false}
              axisLine={false}
              tick={{ fontSize: 13, fill: 'var(--ink-soft)' }}
            />
            <Bar
              dataKey="heating"
              stackId="time"
              fill="url(#runs-heating)"
              stroke="var(--heat)"
              isAnimationActive={false}
              maxBarSize={48}
            />
            <Bar dataKey="other" stackId="time" fill="var(--move)" isAnimationActive={false} maxBarSize={48} />
          </BarChart>
        )}
      </div>
    </section>
  )
}
