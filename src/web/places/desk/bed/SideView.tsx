// The head from the side: how high over the bed, against the height of the print.

import { mm } from '../../../../core/format.ts'
import { positionAt, stepsOf } from '../../../../core/machine/trace.ts'
import { areaOn, topOn } from '../../../../core/model/job.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../worker/rehearsal.worker.ts'

const width = 132
const height = 84
const ground = height - 8
/** More moves than this are not drawn one by one. */
const mostPoints = 2000

type Props = {
  round: DeskRound
  at: number
  setting: RehearsalInput /** Below a large bed, and not beside it. */
  large: boolean
}

export function SideView({ round, at, setting, large }: Props) {
  const { printer, job } = setting
  const [left, right] = printer.reach.x
  const area = areaOn(job, printer)
  const top = topOn(job, printer)
  const highest = Math.max(20, round.bounds.z?.[1] ?? 0, Math.min(top, printer.reach.z[1])) * 1.1
  const x = (value: number) => ((value - left) / (right - left)) * width
  const y = (value: number) => ground - (value / highest) * (ground - 12)
  const head = positionAt(round.trace, at)
  const way: string[] = []
  for (const { to } of stepsOf(round.trace)) {
    if (Number.isNaN(to.x + to.z)) continue
    if (way.length >= mostPoints) break
    way.push(`${x(to.x).toFixed(1)},${y(to.z).toFixed(1)}`)
  }
  const knownHead = !Number.isNaN(head.x + head.z)
  return (
    <figure
      className={
        large ? 'w-[190px] shrink-0 self-center pb-1' : 'hidden w-[104px] shrink-0 self-end pb-1 @min-[320px]:block'
      }
    >
      <figcaption className="text-center text-[13px] text-soft">from the side</figcaption>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full"
        role="img"
        aria-label={knownHead ? `The nozzle is ${mm(head.z)} over the bed` : 'The height over the bed is not known'}
      >
        <rect
          x={x(area.left)}
          y={y(top)}
          width={x(area.right) - x(area.left)}
          height={ground - y(top)}
          fill="var(--sunk)"
          stroke="var(--rule)"
        />
        <polyline points={way.join(' ')} fill="none" stroke="var(--move)" strokeDasharray="2 2.5" />
        <path d={`M0 ${ground}H${width}`} stroke="var(--ink)" strokeWidth="1.5" />
        {knownHead && <path d={`M${x(head.x) - 5} ${y(head.z) - 12}h10l-5 12z`} fill="var(--heat)" />}
      </svg>
    </figure>
  )
}
