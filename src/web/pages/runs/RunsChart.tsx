// A chart of the time and filament of every run, and of the effect of an unsaved change on all of them.
import { quantile } from 'd3-array'
import { useMemo } from 'react'
import { Bar, BarChart, CartesianGrid, XAxis, YAxis } from 'recharts'
import { clock, duration, listed, plain } from '../../../core/format.ts'
import { timeTicks } from '../../lib/round-ticks.ts'
import { useSize } from '../../lib/useSize.ts'
import type { RunRow } from '../../state/runs.ts'
import { Card } from '../../ui/Card.tsx'

/** Runs that differ by at most this, s or as a share, count as equally long. */
const [alikeS, alikeShare] = [2, 0.01]

const height = 150
const max = 120

type Row = { key: string; heating: number; other: number; after: number | null; grams: number }

/** One row for each saved run, longest first, with the duration of the changed script for the same job. */
function rowsOf(rows: readonly RunRow[]): Row[] {
  const changed = new Map(rows.filter(row => row.changed).map(row => [`${row.scriptId} ${row.job}`, row]))
  return rows
    .filter(row => !row.changed)
    .sort((a, b) => b.durationS - a.durationS)
    .map(({ key, scriptId, job, durationS, heatingS, massG }) => ({
      key,
      heating: heatingS,
      other: durationS - heatingS,
      after: changed.get(`${scriptId} ${job}`)?.durationS ?? null,
      grams: massG,
    }))
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / (values.length || 1)

/**
 * Runs that take far longer or shorter than most, longest first: beyond the middle half by more than 1.5 times its
 * width.
 */
export function outliers<T extends { durationS: number }>(rows: readonly T[]): T[] {
  const times = rows.map(({ durationS }) => durationS)
  const [low = 0, high = 0] = [quantile(times, 0.25), quantile(times, 0.75)]
  const room = 1.5 * (high - low)
  return rows
    .filter(({ durationS }) => durationS > high + room || durationS < low - room)
    .toSorted((a, b) => b.durationS - a.durationS)
}

/** Some outliers by name; empty if there are none. */
function oddTold(rows: readonly RunRow[]): string {
  const odd = outliers(rows)
  if (odd.length === 0) return ''
  const named = odd.slice(0, 3).map(({ job, durationS }) => `${job} (${clock(durationS)})`)
  return ` Unlike the others: ${listed(named)}${odd.length > 3 ? ` and ${odd.length - 3} more` : ''}.`
}

/** The average effect of the unsaved change in a sentence; null if there is no change. */
function changeTold(rows: readonly RunRow[]): string | null {
  const pairs = rowsOf(rows).flatMap(({ heating, other, after }) => (after === null ? [] : [after - heating - other]))
  if (pairs.length === 0) return null
  const seconds = mean(pairs)
  const grams =
    mean(rows.filter(({ changed }) => changed).map(({ massG }) => massG)) -
    mean(rows.filter(({ changed }) => !changed).map(({ massG }) => massG))
  const time =
    Math.abs(seconds) < 0.05 ? 'as long as before' : `${duration(Math.abs(seconds))} ${seconds < 0 ? 'less' : 'more'}`
  const weight =
    Math.abs(grams) < 0.005 ? 'as much filament' : `${plain(Math.abs(grams), 2)} g ${grams < 0 ? 'less' : 'more'}`
  return `With your unsaved change a print takes ${time} and ${weight} on the average (hollow bars).`
}

export function RunsChart({ rows }: { rows: readonly RunRow[] }) {
  const [attach, { width }] = useSize()
  const data = useMemo(() => rowsOf(rows).slice(0, max), [rows])
  const saved = rows.filter(({ changed }) => !changed)
  const longest = rows.reduce((top, { durationS }) => Math.max(top, durationS), 0)
  const shortest = saved.reduce((low, { durationS }) => Math.min(low, durationS), longest)
  const change = changeTold(rows)
  const grams = plain(mean(saved.map(({ massG }) => massG)), 2)
  // Nearly equal bars are replaced by a sentence.
  if (saved.length > 1 && longest - shortest < Math.max(alikeS, longest * alikeShare) && !change)
    return (
      <Card as="p" flush className="px-4 py-2.5">
        All {saved.length} runs take about {duration(longest)}, {duration(mean(saved.map(({ heatingS }) => heatingS)))}{' '}
        of it heating, and {grams} g of filament on average.
      </Card>
    )
  return (
    <Card flush aria-label="Time of each run" className="px-4 py-2.5">
      <p className="text-control text-soft">
        From {clock(shortest)} to {clock(longest)}, longest first; dotted: heating, full: the rest. On average {grams} g
        of filament.{oddTold(saved)} {change && <b className="text-ink">{change}</b>}
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
              ticks={timeTicks(longest, 4)}
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
            {change && (
              <Bar dataKey="after" fill="var(--raised)" stroke="var(--ink)" isAnimationActive={false} maxBarSize={48} />
            )}
          </BarChart>
        )}
      </div>
    </Card>
  )
}
