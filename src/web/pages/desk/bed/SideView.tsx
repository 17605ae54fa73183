// The head from the side, at the scale of the bed: its height, and the height of the print.
import { useMemo } from 'react'
import { mm } from '../../../../core/format.ts'
import { printHeight } from '../../../../core/machine/beginning.ts'
import { positionAt, stepsOf } from '../../../../core/machine/trace.ts'
import { areaOn, topOn } from '../../../../core/model/job.ts'
import { momentFacts } from '../../../../core/model/moment.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import type { BedZoom } from './useBedZoom.ts'

/** The size of the view beside and below the bed, and the part of it below the bed's surface, px. */
const [besidePx, belowPx, underPx] = [86, 104, 16]
/** With more moves than this, some are left out of the drawing. */
const maxPoints = 2000

type Props = {
  round: DeskRound
  at: number
  setting: RehearsalInput
  zoom: BedZoom
  /** Below the bed's picture: along X, seen from the front. Otherwise beside it: along Y, seen from the right. */
  below: boolean
}

export function SideView({ round, at, setting, zoom, below }: Props) {
  const { printer, job } = setting
  const { pixel, shown } = zoom
  const along = below ? 'x' : 'y'
  const area = areaOn(job, printer)
  // Before the print its final height, within the print its current height.
  const top = momentFacts[setting.moment].runs === 'before' ? topOn(job, printer) : printHeight(setting)
  const [from, to] = below ? [area.left, area.right] : [area.front, area.back]
  const [bedFrom, bedTo] = printer.bed[along]
  const head = positionAt(round.trace, at)
  const path = useMemo(() => {
    const way: string[] = []
    for (const { to } of stepsOf(round.trace)) {
      if (Number.isNaN(to[along] + to.z)) continue
      if (way.length >= maxPoints) break
      way.push(`${way.length ? 'L' : 'M'}${to[along].toFixed(2)} ${to.z.toFixed(2)}`)
    }
    return way.join('')
  }, [round, along])
  if (shown.width === 0) return null
  const across = below ? belowPx : besidePx
  const highest = (across - underPx) * pixel
  const viewBox = below
    ? `${shown.left} ${-highest} ${shown.width * pixel} ${across * pixel}`
    : `${-underPx * pixel} ${shown.top} ${across * pixel} ${shown.height * pixel}`
  // Z points up when drawn below the bed, and to the right when drawn beside it, with the bed's Y up.
  const turned = below ? 'scale(1 -1)' : 'matrix(0 -1 1 0 0 0)'
  const thin = { vectorEffect: 'non-scaling-stroke' as const, fill: 'none' }
  const known = !Number.isNaN(head[along] + head.z)
  const headZ = Math.min(head.z, highest - 14 * pixel)
  // Beside the bed the labels are at its front end, or at its back end if the head is at the front.
  const lowest = shown.top + shown.height * pixel
  const words = known && -head.y > lowest - 30 * pixel ? shown.top + 12 * pixel : lowest - 4 * pixel
  return (
    <figure
      className={below ? 'shrink-0' : 'hidden shrink-0 @min-[320px]:flex'}
      style={below ? { height: belowPx } : { width: besidePx }}
    >
      <svg
        viewBox={viewBox}
        className="h-full w-full"
        role="img"
        aria-label={
          known
            ? `From ${below ? 'the front' : 'the right'}: the nozzle is ${mm(head.z)} over the bed`
            : 'The height over the bed is not known'
        }
      >
        <title>{below ? 'Seen from the front, on the same scale' : 'Seen from the right, on the same scale'}</title>
        <g transform={turned}>
          <rect
            x={from}
            y={0}
            width={to - from}
            height={top}
            {...thin}
            fill="var(--sunk)"
            stroke="var(--ink-soft)"
            strokeDasharray="7 3"
          />
          <path d={path} {...thin} stroke="var(--move)" strokeDasharray="2 2.5" />
          <path d={`M${bedFrom} 0H${bedTo}`} {...thin} stroke="var(--ink)" strokeWidth={2.5} />
          {known && (
            <path
              transform={`translate(${head[along]} ${headZ}) scale(${pixel})`}
              d="M-5 12H5L0 0Z"
              fill="var(--heat)"
              stroke="var(--ink)"
              strokeWidth={1}
            />
          )}
        </g>
        <text
          transform={`translate(${below ? shown.left + 4 * pixel : -underPx * pixel} ${below ? underPx * pixel - 1 * pixel : words})`}
          fontSize={12 * pixel}
          fill="var(--ink-soft)"
        >
          {below ? 'from the front' : 'from the right'}
        </text>
        {known && head.z > headZ && (
          <text
            transform={
              below
                ? `translate(${head.x + 8 * pixel} ${12 * pixel - highest})`
                : `translate(${highest} ${-head.y - 9 * pixel})`
            }
            textAnchor={below ? 'start' : 'end'}
            fontSize={12 * pixel}
            fill="var(--ink)"
          >
            {mm(head.z, 0)}
          </text>
        )}
      </svg>
    </figure>
  )
}
