// A chart of time and waste over the revisions, by variant: bars for time, a line for filament, dots for trials.
import { Bar, CartesianGrid, ComposedChart, Line, XAxis, YAxis } from 'recharts'
import type { RevisionEffect } from '../../../core/compare/side-by-side.ts'
import { clock, duration, plain } from '../../../core/format.ts'
import type { Story, Variant } from '../../../core/model/stored.ts'
import { numberTicks, timeTicks } from '../../lib/round-ticks.ts'
import { useSize } from '../../lib/useSize.ts'
import { Card } from '../../ui/Card.tsx'

const max = 60
const height = 150
const [leftPx, rightPx] = [48, 52]

/** A bar; without values, the gap between two variants. */
type Row = { key: string; mark: string; seconds: number | null; grams: number | null }

type ChartedVariant = { variant: Variant; rows: (Row & { seconds: number; grams: number })[] }

/** The latest revisions by variant, the variant in use first. */
function byVariant(
  { revisions, variants, trials }: Story,
  effects: ReadonlyMap<number, RevisionEffect>,
): ChartedVariant[] {
  const shown = revisions.slice(-max)
  return variants
    .toSorted((a, b) => Number(b.inUse) - Number(a.inUse))
    .map(variant => ({
      variant,
      rows: shown
        .filter(({ variantId }) => variantId === variant.id)
        .flatMap(({ id, number }) => {
          const its = effects.get(id)
          const tried = trials.some(({ revisionId }) => revisionId === id)
          return its
            ? [{ key: String(id), mark: `${number}${tried ? ' ●' : ''}`, seconds: its.durationS, grams: its.massG }]
            : []
        }),
    }))
    .filter(({ rows }) => rows.length > 0)
}

const gapAfter = ({ variant }: ChartedVariant): Row => ({
  key: `after ${variant.id}`,
  mark: '',
  seconds: null,
  grams: null,
})

const takes = ({ seconds, grams }: ChartedVariant['rows'][number]) => `${duration(seconds)} and ${plain(grams, 2)} g`

/** The development of a variant over its revisions, in words. */
function describeChange({ rows }: ChartedVariant): string {
  const [first, last] = [rows[0], rows.at(-1)]
  if (!first || !last) return ''
  return takes(first) === takes(last) ? takes(last) : `${takes(first)}, now ${takes(last)}`
}

/** The axes end this much above the highest value, so that no bar or dot is cut off. */
const headroom = 1.08

/** The space that a variant's name and figures need below its bars, px; with less, a letter stands for them. */
const roomForName = 110

/** a, b … z, aa, bb … */
const letterOf = (i: number): string => String.fromCharCode(97 + (i % 26)).repeat(1 + Math.floor(i / 26))

const tick = { fill: 'var(--ink-soft)', fontSize: 12 }

export function HistoryChart({ story, effects }: { story: Story; effects: ReadonlyMap<number, RevisionEffect> }) {
  const [attach, { width }] = useSize()
  const variants = byVariant(story, effects)
  const rows: Row[] = variants.flatMap((each, i) => (i > 0 ? [gapAfter(each), ...each.rows] : each.rows))
  const all = variants.flatMap(each => each.rows)
  const [first] = all
  const wanted = Math.min(max, story.revisions.length)
  if (first && all.length === wanted && all.every(each => takes(each) === takes(first)))
    return (
      <Card as="p" flush className="px-4 py-2.5">
        {wanted < story.revisions.length ? `The last ${wanted}` : wanted === 2 ? 'Both' : `All ${wanted}`} revisions
        take {takes(first)}.
      </Card>
    )
  const narrowest = Math.min(...variants.map(each => each.rows.length)) / Math.max(1, rows.length)
  const byLetter = narrowest * (width - leftPx - rightPx) < roomForName
  return (
    <Card flush aria-label="Time and waste over the revisions" className="px-4 py-2.5">
      <p className="text-control text-soft">
        {all.length > 0
          ? 'Each revision: bars: time; line: filament; ● tried on the machine.'
          : 'Rehearsing the revisions…'}
      </p>
      <div ref={attach} style={{ height }} aria-hidden>
        {width > 0 && rows.length > 0 && <TimeAndWaste rows={rows} width={width} />}
      </div>
      <Names variants={variants} columns={rows.length} byLetter={byLetter} />
    </Card>
  )
}

/** Draws time as bars and filament as a line. Columns without values separate the variants. */
function TimeAndWaste({ rows, width }: { rows: Row[]; width: number }) {
  const longest = Math.max(1, ...rows.map(({ seconds }) => seconds ?? 0))
  const heaviest = Math.max(0.1, ...rows.map(({ grams }) => grams ?? 0))
  const marks = new Map(rows.map(({ key, mark }) => [key, mark]))
  return (
    <ComposedChart
      accessibilityLayer={false}
      width={width}
      height={height}
      data={rows}
      margin={{ top: 8, right: 0, bottom: 0, left: 0 }}
    >
      <CartesianGrid vertical={false} stroke="var(--rule)" />
      <XAxis
        dataKey="key"
        tickFormatter={(key: string) => marks.get(key) ?? ''}
        tick={tick}
        tickLine={false}
        stroke="var(--rule)"
      />
      <YAxis
        yAxisId="s"
        width={leftPx}
        ticks={timeTicks(longest, 4)}
        domain={[0, longest * headroom]}
        tickFormatter={clock}
        tick={tick}
        stroke="var(--rule)"
      />
      <YAxis
        yAxisId="g"
        orientation="right"
        width={rightPx}
        ticks={numberTicks(heaviest, 3)}
        domain={[0, heaviest * headroom]}
        tickFormatter={(value: number) => `${plain(value, 2)} g`}
        tick={tick}
        stroke="var(--rule)"
      />
      <Bar
        yAxisId="s"
        dataKey="seconds"
        fill="var(--move-fill)"
        stroke="var(--move)"
        maxBarSize={44}
        isAnimationActive={false}
      />
      <Line
        yAxisId="g"
        dataKey="grams"
        stroke="var(--heat)"
        strokeWidth={2}
        strokeDasharray="6 4"
        dot={{ fill: 'var(--heat)', r: 3 }}
        isAnimationActive={false}
      />
    </ComposedChart>
  )
}

type NamesProps = {
  variants: ChartedVariant[]
  /** The number of columns in the chart. */
  columns: number
  byLetter: boolean
}

/** Names each variant below its bars. With `byLetter`, letters stand there, and a list says which variant each one is. */
const Names = ({ variants, columns, byLetter }: NamesProps) => (
  <>
    {/* Each below its own bars. */}
    <div className="flex text-control" style={{ marginLeft: leftPx, marginRight: rightPx }}>
      {variants.map((each, i) => (
        <p
          key={each.variant.id}
          className="min-w-0 border-t border-ink px-1 pt-0.5"
          style={{ flex: each.rows.length, marginLeft: i > 0 ? `${100 / columns}%` : 0 }}
        >
          <b className={byLetter ? 'block text-center' : 'block truncate'} title={each.variant.name}>
            {byLetter ? letterOf(i) : each.variant.name}
          </b>
          {!byLetter && <span className="text-soft">{describeChange(each)}</span>}
        </p>
      ))}
    </div>
    {byLetter && (
      <ul aria-label="Variants by letter" className="mt-2 grid grid-cols-2 gap-x-6 text-control max-tablet:grid-cols-1">
        {variants.map((each, i) => (
          <li key={each.variant.id} className="flex gap-2">
            <b className="w-6 shrink-0">{letterOf(i)}</b>
            <span className="truncate" title={each.variant.name}>
              {each.variant.name}
            </span>
            <span className="ml-auto shrink-0 text-soft">{describeChange(each)}</span>
          </li>
        ))}
      </ul>
    )}
  </>
)
