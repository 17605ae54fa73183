// The time and filament that the script costs each print, and possible savings.
import { useCallback } from 'react'
import { duration, plain } from '../../../../core/format.ts'
import { momentFacts } from '../../../../core/model/moment.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { useComputed } from '../../../lib/useComputed.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { showFix } from '../../../state/preview.ts'
import { inWorker } from '../../../state/rehearser.ts'
import { Button } from '../../../ui/Button.tsx'
import { Failed } from '../../../ui/Failed.tsx'
import { ScrollRegion } from '../../../ui/ScrollRegion.tsx'

/** Hatching and colours, so that the parts of the bar differ without colour. */
const parts = [
  ['heating', 'heatingS', 'var(--heat)', 'radial-gradient(circle, var(--raised) 1px, transparent 1.3px) 0 0 / 6px 6px'],
  ['probing', 'probingS', 'var(--move)', 'repeating-linear-gradient(135deg, transparent 0 4px, var(--raised) 4px 5px)'],
  ['homing', 'homingS', 'var(--move)', 'repeating-linear-gradient(45deg, transparent 0 4px, var(--raised) 4px 5px)'],
  ['moving', 'movingS', 'var(--ink-soft)', 'none'],
  ['waiting', 'waitingS', 'var(--warn)', 'repeating-linear-gradient(90deg, transparent 0 5px, var(--raised) 5px 6px)'],
] as const

export function CostCard({ open, setting }: { open: Seen; setting: RehearsalInput }) {
  const { round, roundText } = open
  const query = useComputed(
    useCallback(() => inWorker(tasks => tasks.savings(roundText, setting)), [roundText, setting]),
  )
  const savings = query.data
  if (!round) return null
  const { durations, filament, ooze } = round
  const { takes } = setting.job
  const shareOf = (part: number, whole: number) =>
    `${plain((part / (part + whole)) * 100, part / whole < 0.1 ? 1 : 0)} %`
  const shown = parts.filter(([, key]) => durations[key] > 0.05)
  const oozed = ooze.mm3.waiting + ooze.mm3.probing + ooze.mm3.travelling
  return (
    <ScrollRegion aria-label="Time and waste" className="h-full px-3.5 py-2 text-control leading-[18px]">
      <p>
        <b>{duration(durations.totalS)}</b> and <b>{plain(filament.massG, 2)} g</b> ({plain(filament.cost * 100, 1)} ct){' '}
        {momentFacts[setting.moment].runs === 'before' ? 'at every print' : 'each time'}
        {takes &&
          `: ${shareOf(durations.totalS, takes.minutes * 60)} of the time of “${setting.job.name}” and ${shareOf(filament.massG, takes.grams)} of its filament`}
        .
      </p>
      {durations.totalS > 0 && (
        <div className="mt-1.5 flex h-3.5 overflow-hidden rounded-sm" aria-hidden>
          {shown.map(([name, key, colour, hatch]) => (
            <span
              key={name}
              style={{
                width: `${(durations[key] / durations.totalS) * 100}%`,
                background: `${hatch === 'none' ? '' : `${hatch}, `}${colour}`,
              }}
            />
          ))}
        </div>
      )}
      <ul className="mt-1 flex flex-wrap gap-x-4">
        {shown.map(([name, key, colour, hatch]) => (
          <li key={name} className="flex items-center gap-1.5">
            <span
              aria-hidden
              className="h-3 w-3 rounded-[2px]"
              style={{ background: `${hatch === 'none' ? '' : `${hatch}, `}${colour}` }}
            />
            {name} <b>{duration(durations[key])}</b>
          </li>
        ))}
      </ul>
      {oozed >= 0.1 && (
        <p className="mt-1 text-soft">
          About {plain(oozed, 1)} mm³ ooze out: {plain(ooze.mm3.waiting, 1)} waiting, {plain(ooze.mm3.probing, 1)}{' '}
          probing, {plain(ooze.mm3.travelling, 1)} travelling. An estimate.
        </p>
      )}
      <h3 className="mt-2 border-t border-rule pt-1.5 font-semibold">Where it could be less</h3>
      <Failed why={query.error?.message} onRetry={() => void query.refetch()} />
      {!savings && !query.error && <p className="text-soft">Rehearsing alternatives…</p>}
      {savings?.length === 0 && <p className="text-soft">No change would save enough to be worth it.</p>}
      <ul>
        {savings?.map(({ title, how, savesS, savesG, fix }) => (
          <li key={title} className="flex items-baseline gap-2 border-t border-rule py-1 first:border-t-0">
            <p className="min-w-0 flex-1">
              {title} <span className="text-soft">{how}</span>
            </p>
            <b className="shrink-0">{gains(savesS, savesG)}</b>
            {fix && (
              <Button small onClick={() => void showFix(fix, roundText)}>
                Show it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </ScrollRegion>
  )
}

const gains = (seconds: number, grams: number): string =>
  [seconds >= 0.5 ? `saves ${duration(seconds)}` : '', grams >= 0.005 ? `${plain(grams, 2)} g` : '']
    .filter(Boolean)
    .join(', ')
