// The outcome at the bottom of the Desk: time, filament, and whether the machine is ready for what comes next.
import { CircleAlert, CircleCheck } from 'lucide-react'
import { memo } from 'react'
import { clock, duration, plain, plural } from '../../../core/format.ts'
import { goesOnAfter, type Moment, momentFacts } from '../../../core/model/moment.ts'
import type { RehearsalInput } from '../../../core/round.ts'
import type { Seen } from '../../state/desk-watch.ts'
import { showLower } from '../../state/lower-card.ts'
import { Press } from '../../ui/Press.tsx'

type Props = { open: Seen; setting: RehearsalInput }

export const Outcome = memo(function Outcome({ open, setting }: Props) {
  const { round } = open
  if (!round) return <div className="h-8 shrink-0" />
  const { durations, filament, readiness } = round
  const start = momentFacts[setting.moment].runs === 'before'
  const parts = [
    ['heating', durations.heatingS],
    ['homing', durations.homingS],
    ['probing', durations.probingS],
    ['moving', durations.movingS],
    ['waiting', durations.waitingS],
  ] as const
  const errors = open.findings.filter(({ severity }) => severity === 'error').length
  const stop = open.findings.find(({ rule, severity }) => rule === 'stops-here' && severity === 'error')
  const worthSaying = readiness.filter(({ says }) => says !== null)
  const bad = worthSaying.filter(({ good }) => !good)
  const wrong = errors > 0 || bad.length > 0
  const description = [
    ...(errors > 0 ? [`${plural(errors, 'error')} found`] : []),
    ...(wrong ? bad : worthSaying.slice(-3)).map(({ says }) => says),
  ].join(', ')
  return (
    <section
      aria-label="Outcome"
      className="isolate flex min-h-9 shrink-0 flex-wrap items-baseline gap-x-5 gap-y-1 border-t border-rule py-1.5 max-tablet:gap-x-4"
    >
      <Figure
        value={duration(durations.totalS)}
        what={stop ? 'until it stops' : start ? 'before the print begins' : 'in all'}
      />
      {parts
        .filter(([, seconds]) => seconds >= 0.5)
        .sort(([, a], [, b]) => b - a)
        .slice(0, 3)
        .map(([what, seconds]) => (
          <Figure key={what} small value={clock(seconds)} what={what} />
        ))}
      {filament.extrudedMm > 0 && (
        <Figure
          value={`${plain(filament.extrudedMm, 1)} mm`}
          what={`extruded · ${plain(filament.volumeMm3, 0)} mm³ · ${plain(filament.massG, 2)} g · ${plain(filament.cost * 100, 1)} ct`}
        />
      )}
      {readiness.length > 0 && round.trace.rows.count > 0 && (
        <Press
          onClick={() => showLower(errors > 0 ? 'findings' : 'left')}
          className={`ml-auto flex min-w-0 items-baseline gap-1.5 rounded-sm text-control hover:underline ${wrong ? 'text-warn' : 'text-good'}`}
        >
          {wrong ? (
            <CircleAlert size={16} aria-hidden className="shrink-0 self-center" />
          ) : (
            <CircleCheck size={16} aria-hidden className="shrink-0 self-center" />
          )}
          <span className="text-left">
            {stop
              ? `Stops at line ${stop.line}: the print does not ${start ? 'begin' : 'go on'}`
              : `${verdict(setting.moment, bad.length > 0, errors > 0)}${description}`}
          </span>
        </Press>
      )}
    </section>
  )
})

/** The verdict in a few words; a list of reasons may follow. */
function verdict(moment: Moment, bad: boolean, errors: boolean): string {
  if (momentFacts[moment].runs === 'before')
    return bad || errors ? 'Not ready for the print: ' : 'Ready for the print: '
  if (errors) return 'Not right yet: '
  if (goesOnAfter.includes(moment)) return bad ? 'Not as the print expects: ' : 'The print can go on'
  return bad ? 'Not as it should be: ' : 'As it should be: '
}

const Figure = ({ value, what, small = false }: { value: string; what: string; small?: boolean }) => (
  <p className="shrink-0 whitespace-nowrap">
    <b className={`font-serif font-semibold ${small ? 'text-body' : 'text-lead'}`}>{value}</b>{' '}
    <span className="text-control text-soft">{what}</span>
  </p>
)
