// Draws the bed: edge and grid, reach, print area, prime tower, spots, keep-out zones, and probe points.
import { memo } from 'react'
import { probePoints } from '../../../../core/machine/probing.ts'
import { areaOn, towerOf } from '../../../../core/model/job.ts'
import { isDock } from '../../../../core/model/printer.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { spaced } from './labels.ts'

const gridMm = 50

export const BedGround = memo(function BedGround({
  pixel,
  setting,
  probes,
}: {
  pixel: number
  setting: RehearsalInput
  probes: boolean
}) {
  const { printer, job } = setting
  const [left, right] = printer.bed.x
  const [front, back] = printer.bed.y
  const { reach } = printer
  const area = areaOn(job, printer)
  const tower = towerOf(job)
  const lines = (low: number, high: number) =>
    Array.from({ length: Math.ceil((high - low) / gridMm) - 1 }, (_, i) => low + gridMm * (i + 1))
  const thin = { vectorEffect: 'non-scaling-stroke' as const, fill: 'none' }
  const edge = { ...thin, stroke: 'var(--ink-soft)', strokeDasharray: '4 4' }
  return (
    <g>
      {printer.reachRadiusMm === null ? (
        <rect x={reach.x[0]} y={reach.y[0]} width={reach.x[1] - reach.x[0]} height={reach.y[1] - reach.y[0]} {...edge}>
          <title>Where the nozzle can go</title>
        </rect>
      ) : (
        <circle cx={(left + right) / 2} cy={(front + back) / 2} r={printer.reachRadiusMm} {...edge}>
          <title>Where the nozzle can go</title>
        </circle>
      )}
      <rect
        x={left}
        y={front}
        width={right - left}
        height={back - front}
        rx={printer.bed.round ? (right - left) / 2 : 2}
        ry={printer.bed.round ? (back - front) / 2 : 2}
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
      <rect
        x={area.left}
        y={area.front}
        width={area.right - area.left}
        height={area.back - area.front}
        {...thin}
        fill="var(--sunk)"
        fillOpacity={0.55}
        stroke="var(--ink-soft)"
        strokeDasharray="7 3"
      />
      {tower && (
        <rect
          data-tower
          x={tower.left}
          y={tower.front}
          width={tower.right - tower.left}
          height={tower.back - tower.front}
          {...thin}
          fill="var(--sunk)"
          stroke="var(--ink-soft)"
          strokeWidth={2}
        >
          <title>The prime tower</title>
        </rect>
      )}
      {probes &&
        printer.probe &&
        probePoints(printer, { ...printer.probe, offset: { x: 0, y: 0 } }).map(point => (
          <circle
            key={`${point.x} ${point.y}`}
            cx={point.x}
            cy={point.y}
            r={3 * pixel}
            {...thin}
            stroke="var(--move)"
            strokeWidth={1.3}
          />
        ))}
      {printer.zones.map(zone => (
        <rect
          key={zone.name}
          data-zone={zone.name}
          x={zone.x[0]}
          y={zone.y[0]}
          width={zone.x[1] - zone.x[0]}
          height={zone.y[1] - zone.y[0]}
          {...thin}
          fill="url(#keep-out)"
          stroke="var(--bad)"
        >
          <title>{`${zone.name}: keep out below ${zone.highMm} mm`}</title>
        </rect>
      ))}
      {printer.spots.map(
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
      {printer.spots.map(({ name, x, y, z }) => (
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
      <pattern id="keep-out" width={7 * pixel} height={7 * pixel} patternUnits="userSpaceOnUse">
        <path d={`M0 0L${7 * pixel} ${7 * pixel}`} stroke="var(--bad)" strokeWidth={pixel} />
      </pattern>
    </g>
  )
})
