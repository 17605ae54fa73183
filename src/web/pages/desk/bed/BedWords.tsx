// The labels on the bed: spots, zones, ooze, the print, and the reach, as far as there is room.
import { memo } from 'react'
import { plain } from '../../../../core/format.ts'
import { probePoints } from '../../../../core/machine/probing.ts'
import { areaOn, towerOf } from '../../../../core/model/job.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { type Label, letterPx, spaced, withRoom } from './labels.ts'

type Props = { pixel: number; setting: RehearsalInput; round: DeskRound }

/** Smaller drops, mm³, are drawn without a label. */
const toldMm3 = 0.5

function labelsOf({ printer, job }: RehearsalInput, round: DeskRound, pixel: number): Label[] {
  const [left, right] = printer.bed.x
  const [front, back] = printer.bed.y
  const area = areaOn(job, printer)
  const tower = towerOf(job)
  const px = (pixels: number) => pixels * pixel
  const points =
    round.durations.probingS > 0 && printer.probe
      ? probePoints(printer, { ...printer.probe, offset: { x: 0, y: 0 } })
      : []
  const last = points.at(-1)
  const drops = round.ooze.marks.filter(({ kind, mm3 }) => kind === 'drop' && mm3 >= toldMm3)
  return [
    // At the edge of the bed there is room on one side only: the label extends towards the bed.
    ...printer.spots.map(
      ({ name, x, y }): Label =>
        x < left
          ? { text: spaced(name), x: x + px(9), y: y - px(4), anchor: 'start' }
          : x > right
            ? { text: spaced(name), x: x - px(9), y: y - px(4), anchor: 'end' }
            : { text: spaced(name), x, y: y - px(19), anchor: 'middle' },
    ),
    ...printer.zones.map(
      ({ name, x, y }): Label => ({
        text: `${name}, keep out`,
        x: (x[0] + x[1]) / 2,
        y: (y[0] + y[1]) / 2 - px(5),
        anchor: 'middle',
      }),
    ),
    {
      text: 'the print',
      x: (area.left + area.right) / 2,
      y: Math.min(area.back + px(4), back - px(14)),
      anchor: 'middle',
    },
    ...(tower
      ? [
          {
            text: 'prime tower',
            x: (tower.left + tower.right) / 2,
            y: tower.front - px(16),
            anchor: 'middle',
          } satisfies Label,
        ]
      : []),
    { text: plain(left), x: left + px(6), y: front + px(6), anchor: 'start' },
    { text: plain(right), x: right - px(4), y: front + px(6), anchor: 'end' },
    { text: plain(back), x: left + px(5), y: back - px(14), anchor: 'start' },
    ...(last
      ? [{ text: `${points.length} probe points`, x: last.x, y: last.y + px(6), anchor: 'end' } satisfies Label]
      : []),
    ...drops
      .toSorted((a, b) => b.mm3 - a.mm3)
      .map(({ to: [x, y], mm3 }): Label => ({ text: `oozes ${plain(mm3, 1)} mm³`, x: x + px(9), y, anchor: 'start' })),
  ]
}

export const BedWords = memo(function BedWords({ pixel, setting, round }: Props) {
  return (
    <g aria-hidden className="pointer-events-none">
      {withRoom(labelsOf(setting, round, pixel), pixel, setting.printer.spots).map(({ text, x, y, anchor }) => (
        // Text is flipped back, because the drawing's Y axis points up.
        <text
          key={`${text} ${x} ${y}`}
          transform={`translate(${x} ${y}) scale(1 -1)`}
          textAnchor={anchor}
          fontSize={letterPx * pixel}
          fill="var(--ink-soft)"
          stroke="var(--paper)"
          strokeWidth={3 * pixel}
          paintOrder="stroke"
        >
          {text}
        </text>
      ))}
    </g>
  )
})
