// A small picture of a bed from above: probe points as dots, lines that the start script extrudes as strokes.
import { probePoints } from '../../core/machine/probing.ts'
import type { Rectangle } from '../../core/model/job.ts'
import type { Printer } from '../../core/model/printer.ts'

type Props = {
  printer: Printer
  strokes: [number, number][][]
  probes: boolean
  /** Width and height, pixels. */
  size?: number
  /** The area that a job prints. */
  area?: Rectangle | null
}

export function BedPicture({ printer, strokes, probes, size = 92, area = null }: Props) {
  const [left, right] = printer.reach.x
  const [front, back] = printer.reach.y
  const [bedLeft, bedRight] = printer.bed.x
  const [bedFront, bedBack] = printer.bed.y
  const low = Math.min(left, ...strokes.flat().map(([x]) => x)) - 4
  const up = (y: number) => back + 4 - y
  const scale = Math.max(right - low + 4, back - front + 8) / size
  return (
    <svg
      width={size}
      height={size}
      viewBox={`${low} 0 ${right - low + 4} ${back - front + 8}`}
      className="shrink-0"
      role="img"
      aria-label={`The bed of ${printer.name}, ${bedRight - bedLeft} by ${bedBack - bedFront} mm`}
    >
      <rect
        x={bedLeft}
        y={up(bedBack)}
        width={bedRight - bedLeft}
        height={bedBack - bedFront}
        rx={3 * scale}
        fill="var(--paper)"
        stroke="var(--ink-soft)"
        strokeWidth={scale}
      />
      {area && (
        <rect
          x={area.left}
          y={up(area.back)}
          width={area.right - area.left}
          height={area.back - area.front}
          fill="var(--sunk)"
          stroke="var(--ink-soft)"
          strokeWidth={scale}
          strokeDasharray={`${3 * scale} ${2 * scale}`}
        />
      )}
      {probes &&
        printer.probe &&
        probePoints(printer, { ...printer.probe, offset: { x: 0, y: 0 } }).map(point => (
          <circle key={`${point.x} ${point.y}`} cx={point.x} cy={up(point.y)} r={1.3 * scale} fill="var(--move)" />
        ))}
      {strokes.map(points => (
        <polyline
          key={points.join(' ')}
          points={points.map(([x, y]) => `${x},${up(y)}`).join(' ')}
          fill="none"
          stroke="var(--heat)"
          strokeWidth={2.6 * scale}
          strokeLinecap="round"
        />
      ))}
    </svg>
  )
}
