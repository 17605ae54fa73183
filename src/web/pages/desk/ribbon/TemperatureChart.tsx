// Nozzle and bed temperatures over time: targets and actual values.
import { memo, useMemo } from 'react'
import { type HeaterHistory, roomC, surfaceAt, targetAt, temperatureAt } from '../../../../core/machine/temperature.ts'
import { commandAt, lastModes } from '../../../../core/machine/trace.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { polyline } from '../../../lib/polyline.ts'
import type { Box } from '../boxes.ts'
import { boxesOf, freeX } from './free-space.ts'
import { timeMarks } from './TimeMarks.tsx'

type Props = { round: DeskRound; setting: RehearsalInput; width: number; height: number; totalS: number }

const samples = 240
const axisHeight = 20
const topRoom = 8
/** The approximate width of a letter and height of a line of a label, px. */
const [letterPx, lineHighPx] = [7, 16]

type Row = {
  at: number
  nozzle: number
  nozzleTarget: number | null
  bed: number
  bedTarget: number | null
  surface: number | null
}

/** The times that are drawn: evenly spaced, and both sides of every change of a target. */
function times(round: DeskRound, totalS: number): number[] {
  const changes = [...round.trace.nozzles, round.trace.bed].flatMap(({ segments }) =>
    segments.flatMap(({ at }) => [at - 1e-3, at]),
  )
  const even = Array.from({ length: samples + 1 }, (_, i) => (i * totalS) / samples)
  return [...even, ...changes.filter(at => at >= 0 && at <= totalS)].sort((a, b) => a - b)
}

export const TemperatureChart = memo(function TemperatureChart({ round, setting, width, height, totalS }: Props) {
  const { nozzles, bed } = round.trace
  const nozzle = nozzles[lastModes(round.trace).tool]
  const settles = (bed.settleS[0] ?? 0) > 0
  const data = useMemo(
    () =>
      times(round, totalS).map((at): Row => {
        const row = (history: HeaterHistory | undefined) =>
          history
            ? { actualC: temperatureAt(history, at), targetC: targetAt(history, at) }
            : { actualC: roomC, targetC: 0 }
        const inUse = round.trace.rows.modes[Math.max(0, commandAt(round.trace, at))]?.tool ?? 0
        const [n, b] = [row(nozzles[inUse]), row(bed)]
        const surface = settles ? surfaceAt(bed, at) : null
        return {
          at,
          nozzle: n.actualC,
          nozzleTarget: n.targetC || null,
          bed: b.actualC,
          bedTarget: b.targetC || null,
          surface,
        }
      }),
    [round, totalS, nozzles, bed, settles],
  )
  const oozeSafeC = setting.material.oozeSafeC
  const highest = Math.max(oozeSafeC, ...data.map(row => Math.max(row.nozzle, row.nozzleTarget ?? 0))) * 1.1
  // The space below zero is for the ribbon's labels of waits.
  const lowest = -highest * 0.08
  const xOf = (at: number) => (at / totalS) * width
  const yOf = (c: number) => topRoom + ((highest - c) / (highest - lowest)) * (height - axisHeight - topRoom)
  const curve = (what: Exclude<keyof Row, 'at'>) => ({
    d: polyline(
      data.map(row => {
        const c = row[what]
        return c === null ? null : [xOf(row.at), yOf(c)]
      }),
    ),
    fill: 'none',
  })
  const description = [
    ...(nozzle ? labelsOf(nozzle, totalS, width, yOf, 'nozzle', 'var(--heat)', 4) : []),
    ...labelsOf(bed, totalS, width, yOf, 'bed', 'var(--bed)', -20),
  ]
  const oozes = `oozes above ${oozeSafeC} °C`
  const y = yOf(oozeSafeC) - 18
  const x = freeX(
    { wide: oozes.length * letterPx, low: y, high: y + lineHighPx },
    Array.from({ length: Math.max(1, Math.floor((width - oozes.length * letterPx) / 30)) }, (_, i) => 22 + 30 * i),
    [
      ...(['nozzle', 'bed'] as const).flatMap(what => boxesOf(data.map(row => [xOf(row.at), yOf(row[what])]))),
      ...description.map(boxOf),
    ],
  )
  return (
    <div aria-hidden className="absolute inset-x-0 bottom-0" style={{ height }}>
      <svg aria-hidden="true" width={width} height={height} className="absolute inset-0 overflow-visible">
        {timeMarks(totalS).map(at => (
          <path key={at} d={`M${xOf(at)} ${topRoom}V${height - axisHeight}`} stroke="var(--rule)" />
        ))}
        <path d={`M0 ${yOf(oozeSafeC)}H${width}`} stroke="var(--warn)" strokeDasharray="2 4" />
        <path {...curve('nozzleTarget')} stroke="var(--heat)" strokeDasharray="1 3" />
        <path {...curve('bedTarget')} stroke="var(--bed)" strokeDasharray="1 3" />
        <path {...curve('bed')} stroke="var(--bed)" strokeWidth={2} strokeDasharray="7 4" />
        {settles && (
          <path
            {...curve('surface')}
            stroke="var(--bed)"
            strokeWidth={1.5}
            strokeDasharray="1 4"
            strokeLinecap="round"
          />
        )}
        <path {...curve('nozzle')} stroke="var(--heat)" strokeWidth={2.5} />
      </svg>
      {[{ x, y, colour: 'var(--warn)', text: oozes }, ...description].map(label => (
        <Label key={`${label.text} ${label.x}`} {...label} />
      ))}
    </div>
  )
})

type LabelProps = { x: number; y: number; colour: string; text: string }

const boxOf = ({ x, y, text }: LabelProps): Box => ({
  left: x,
  right: x + text.length * letterPx,
  low: y,
  high: y + lineHighPx,
})

/** Labels each part of a curve that is long enough. */
function labelsOf(
  history: HeaterHistory,
  totalS: number,
  width: number,
  yOf: (c: number) => number,
  name: string,
  colour: string,
  drop: number,
): LabelProps[] {
  return history.segments.flatMap((segment, i) => {
    const until = Math.min(history.segments[i + 1]?.at ?? totalS, totalS)
    const reached = Math.min(segment.at + segment.reachS, until)
    const room = ((until - reached) / totalS) * width
    if (segment.targetC <= 0 || room < 90) return []
    const x = ((reached + until) / 2 / totalS) * width - 40
    const y = yOf(temperatureAt(history, until)) + drop
    return [{ x, y, colour, text: `${name} ${Math.round(segment.targetC)} °C` }]
  })
}

const Label = ({ x, y, colour, text }: LabelProps) => (
  <span
    className="pointer-events-none absolute text-small leading-4 font-semibold whitespace-nowrap"
    style={{ left: x, top: y, color: colour }}
  >
    {text}
  </span>
)
