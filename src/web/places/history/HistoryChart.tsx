// Time and waste over a script's revisions: bars for time, a line for filament, flags where something was seen.
import { Bar, CartesianGrid, ComposedChart, Line, XAxis, YAxis } from 'recharts'
import type { ToldRevision } from '../../../core/compare/side-by-side.ts'
import { clock, duration, plain } from '../../../core/format.ts'
import type { Story } from '../../../core/model/kept.ts'
import { useSize } from '../../parts/useSize.ts'

const most = 60

export function HistoryChart({ story, told }: { story: Story; told: ReadonlyMap<number, ToldRevision> }) {
  const [attach, { width }] = useSize()
  const { revisions, variants, trials } = story
  const data = revisions.slice(-most).flatMap(revision => {
    const its = told.get(revision.id)
    const variant = variants.find(({ id }) => id === revision.variantId)
    const tried = trials.some(({ revisionId }) => revisionId === revision.id)
    return its
      ? [
          {
            name: `${variants.length > 1 ? `${variant?.name.slice(0, 14)} ` : ''}${revision.number}${tried ? ' ●' : ''}`,
            seconds: its.durationS,
            grams: its.massG,
          },
        ]
      : []
  })
  const [first, last] = [data[0], data.at(-1)]
  return (
    <section
      aria-label="Time and waste over the revisions"
      className="rounded-card border border-rule bg-raised px-4 py-2.5"
    >
      <p className="text-[14px] text-soft">
        {first && last
          ? `From ${duration(first.seconds)} and ${plain(first.grams, 2)} g to ${duration(last.seconds)} and ${plain(last.grams, 2)} g. Bars: time; line: filament; ● tried on the machine.`
          : 'Rehearsing the revisions…'}
      </p>
      <div ref={attach} className="h-[150px]" aria-hidden>
        {width > 0 && data.length > 0 && (
          <ComposedChart
            accessibilityLayer={false}
            width={width}
            height={150}
            data={data}
            margin={{ top: 8, right: 0, bottom: 0, left: 0 }}
          >
            <CartesianGrid vertical={false} stroke="var(--rule)" />
            <XAxis
              dataKey="name"
              tick={{ fill: 'var(--ink-soft)', fontSize: 12 }}
              tickLine={false}
              stroke="var(--rule)"
            />
            <YAxis
              yAxisId="s"
              width={48}
              tickFormatter={clock}
              tick={{ fill: 'var(--ink-soft)', fontSize: 12 }}
              stroke="var(--rule)"
            />
            <YAxis
              yAxisId="g"
              orientation="right"
              width={52}
              tickFormatter={(value: number) => `${plain(value, 2)} g`}
              tick={{ fill: 'var(--ink-soft)', fontSize: 12 }}
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
        )}
      </div>
    </section>
  )
}
