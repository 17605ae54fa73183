// Draws the bed: edge and grid, reach, print area, prime tower, spots, keep-out zones, and probe points.
import { memo } from 'react'
import { probePoints } from '../../../../core/machine/probing.ts'
import { areaOn, towerOf } from '../../../../core/model/job.ts'
import { isDock, type Printer } from '../../../../core/model/printer.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { spaced } from './labels.ts'

const gridMm = 50

const thin = { vectorEffect: 'non-scaling-stroke' as const, fill: 'none' }

type Props = {
  /** Length of a screen pixel, mm. */
  pixel: number
  setting: RehearsalInput
  /** Whether the script probes the bed. */
  probes: boolean
}

export const BedGround = memo(function BedGround({ pixel, setting, probes }: Props) {
  const { printer } = setting
  return (
    <g>
      <Reach printer={printer} />
      <Bed printer={printer} pixel={pixel} />
      <PrintArea setting={setting} />
      {probes && <ProbePoints printer={printer} pixel={pixel} />}
      <Zones printer={printer} pixel={pixel} />
      <Spots printer={printer} pixel={pixel} />
    </g>
  )
})

type Part = { printer: Printer }
type SizedPart = Part & { pixel: number }

/** The positions that the nozzle can reach. */
function Reach({ printer: { bed, reach, reachRadiusMm } }: Part) {
  const edge = { ...thin, stroke: 'var(--ink-soft)', strokeDasharray: '4 4' }
  const title = <title>Where the nozzle can go</title>
  if (reachRadiusMm !== null)
    return (
      <circle cx={(bed.x[0] + bed.x[1]) / 2} cy={(bed.y[0] + bed.y[1]) / 2} r={reachRadiusMm} {...edge}>
        {title}
      </circle>
    )
  return (
    <rect x={reach.x[0]} y={reach.y[0]} width={reach.x[1] - reach.x[0]} height={reach.y[1] - reach.y[0]} {...edge}>
      {title}
    </rect>
  )
}

/** The bed's edge, its grid and the corner of the origin. */
function Bed({ printer: { bed }, pixel }: SizedPart) {
  const [left, right] = bed.x
  const [front, back] = bed.y
  const lines = (low: number, high: number) =>
    Array.from({ length: Math.ceil((high - low) / gridMm) - 1 }, (_, i) => low + gridMm * (i + 1))
  return (
    <>
      <rect
        x={left}
        y={front}
        width={right - left}
        height={back - front}
        rx={bed.round ? (right - left) / 2 : 2}
        ry={bed.round ? (back - front) / 2 : 2}
        {...thin}
        fill="var(--paper)"
        stroke="var(--ink)"
      />
      {lines(left, right).map(x => (
        <path key={x} d={`M${x} ${front}V${back}`} {...thin} stroke="var(--rule)" />
      ))}
      {lines(front, back).map(y => (
        <path key={y} d={`M${left} ${y}H${right}`} {...thin} stroke="var(--rule)" />
      ))}
      <path
        d={`M${left} ${front + 16 * pixel}V${front}H${left + 16 * pixel}`}
        {...thin}
        stroke="var(--ink)"
        strokeWidth={3}
      >
        <title>The origin: X 0, Y 0</title>
      </path>
    </>
  )
}

/** The print area of the job, and its prime tower. */
function PrintArea({ setting: { printer, job } }: { setting: RehearsalInput }) {
  const area = areaOn(job, printer)
  const tower = towerOf(job)
  const box = ({ left, front, right, back }: typeof area) => ({
    x: left,
    y: front,
    width: right - left,
    height: back - front,
  })
  return (
    <>
      <rect
        {...box(area)}
        {...thin}
        fill="var(--sunk)"
        fillOpacity={0.55}
        stroke="var(--ink-soft)"
        strokeDasharray="7 3"
      />
      {tower && (
        <rect data-tower {...box(tower)} {...thin} fill="var(--sunk)" stroke="var(--ink-soft)" strokeWidth={2}>
          <title>The prime tower</title>
        </rect>
      )}
    </>
  )
}

function ProbePoints({ printer, pixel }: SizedPart) {
  if (!printer.probe) return null
  return probePoints(printer, { ...printer.probe, offset: { x: 0, y: 0 } }).map(({ x, y }) => (
    <circle key={`${x} ${y}`} cx={x} cy={y} r={3 * pixel} {...thin} stroke="var(--move)" strokeWidth={1.3} />
  ))
}

/** The keep-out zones, hatched. */
const Zones = ({ printer: { zones }, pixel }: SizedPart) => (
  <>
    <pattern id="keep-out" width={7 * pixel} height={7 * pixel} patternUnits="userSpaceOnUse">
      <path d={`M0 0L${7 * pixel} ${7 * pixel}`} stroke="var(--bad)" strokeWidth={pixel} />
    </pattern>
    {zones.map(({ name, x, y, highMm }) => (
      <rect
        key={name}
        data-zone={name}
        x={x[0]}
        y={y[0]}
        width={x[1] - x[0]}
        height={y[1] - y[0]}
        {...thin}
        fill="url(#keep-out)"
        stroke="var(--bad)"
      >
        <title>{`${name}: keep out below ${highMm} mm`}</title>
      </rect>
    ))}
  </>
)

/** The spots, each with the line of its approach below it. */
const Spots = ({ printer: { spots }, pixel }: SizedPart) => (
  <>
    {spots.map(
      ({ name, x, y, approach }) =>
        approach && (
          <line
            key={name}
            data-approach={name}
            {...{ x1: approach.x, y1: approach.y, x2: x, y2: y }}
            {...thin}
            stroke="var(--ink)"
            strokeDasharray="2 3"
            strokeWidth={1.3}
          />
        ),
    )}
    {spots.map(({ name, x, y, z }) => (
      <path
        key={name}
        data-spot={name}
        transform={`translate(${x} ${y}) scale(${pixel})`}
        d={isDock(name) ? 'M-6 -5V5H6V-5' : 'M0 -6L6 0L0 6L-6 0Z'}
        {...thin}
        fill={isDock(name) ? 'none' : 'var(--raised)'}
        stroke="var(--ink)"
        strokeWidth={1.6}
      >
        <title>{`${spaced(name)}: X ${x} Y ${y} Z ${z}`}</title>
      </path>
    ))}
  </>
)
