// The state of the machine at the playhead.
import { memo } from 'react'
import { celsius, clock, plain } from '../../../core/format.ts'
import { surfaceAt, temperatureAt } from '../../../core/machine/temperature.ts'
import { counterAfter, modesBefore, positionAt, stepAt, stepIndexAt } from '../../../core/machine/trace.ts'
import type { DeskRound } from '../../../tasks/desk-round.ts'
import type { Seen } from '../../state/desk-watch.ts'
import { commandAtPlayhead } from '../../state/playhead.ts'
import { cardLook } from '../../ui/Card.tsx'
import { ScrollRegion } from '../../ui/ScrollRegion.tsx'

export const StateCard = memo(function StateCard({ open }: { open: Seen }) {
  const { round, playheadS } = open
  return (
    <ScrollRegion
      aria-label="The machine at the playhead"
      className={`${cardLook} isolate flex min-h-0 w-[158px] shrink-0 flex-col px-3 py-2.5`}
    >
      <h2 className="font-serif text-lead font-semibold">At {clock(playheadS)}</h2>
      {round && (
        <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-2 text-control leading-[19px]">
          {rowsAt(round, playheadS, commandAtPlayhead(open)).map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd className="text-right font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
      )}
    </ScrollRegion>
  )
})

const known = (value: number): string => (Number.isNaN(value) ? 'not known' : value.toFixed(2))

function rowsAt({ trace, ooze }: DeskRound, at: number, command: number): [string, string][] {
  const position = positionAt(trace, at)
  const done = command >= 0 && (trace.rows.end[command] as number) <= at
  const modes = modesBefore(trace, done ? command + 1 : Math.max(command, 0))
  const nozzle = trace.nozzles[modes.tool]
  const levelling = { on: 'on', off: 'off', unknown: 'not known' }[modes.levelling]
  const step = Math.max(0, stepIndexAt(trace, at))
  const backMm = done || trace.steps.end[step] === at ? (ooze.backMm[step] ?? 0) : (ooze.backMm[step - 1] ?? 0)
  const settles = (trace.bed.settleS[0] ?? 0) > 0
  return [
    ['X', known(position.x)],
    ['Y', known(position.y)],
    ['Z', known(position.z)],
    ['Filament', `${plain(filamentAt(trace, command, at), 1)} mm`],
    ...(backMm > 0.05 ? [['Retracted', `${plain(backMm, 1)} mm`] as [string, string]] : []),
    ['Nozzle', nozzle ? celsius(temperatureAt(nozzle, at)) : 'none'],
    ['Bed', celsius(temperatureAt(trace.bed, at))],
    ...(settles ? [['Its surface', celsius(surfaceAt(trace.bed, at))] as [string, string]] : []),
    ['Fan', modes.fan > 0 ? `${plain(modes.fan * 100, 0)} %` : 'off'],
    ['Levelling', levelling],
    ['Moves', modes.positioning],
    ['Motors', modes.motorsOn ? 'on' : 'off'],
  ]
}

/**
 * The filament counter at a time, mm: its value before the running command, plus that command's share of its change.
 */
function filamentAt(trace: DeskRound['trace'], command: number, at: number): number {
  if (command < 0) return trace.beginning.filament
  const index = stepIndexAt(trace, at)
  const end = trace.rows.end[command] as number
  if (index < 0 || at >= end) return counterAfter(trace, command)
  const { start, end: stepEnd, filamentMm } = stepAt(trace, index)
  return counterAfter(trace, command - 1) + (filamentMm * (at - start)) / (stepEnd - start)
}
