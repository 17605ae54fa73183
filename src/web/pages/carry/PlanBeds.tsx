// Both beds, drawn over each other to scale: the source's path dashed and hollow, the target's solid.
import type { Printer } from '../../../core/model/printer.ts'
import type { PlanShown } from '../../state/api.ts'
import { Card } from '../../ui/Card.tsx'

type Props = { plan: PlanShown; from: Printer; to: Printer }

export function PlanBeds({ plan, from, to }: Props) {
  const all = [...plan.before.strokes, ...plan.after.strokes].flat()
  const xs = [...from.bed.x, ...to.bed.x, ...to.spots.map(({ x }) => x), ...all.map(([x]) => x)]
  const ys = [...from.bed.y, ...to.bed.y, ...to.spots.map(({ y }) => y), ...all.map(([, y]) => y)]
  const margin = 8
  const [low, high] = [Math.min(...xs) - margin, Math.max(...xs) + margin]
  const [front, back] = [Math.min(...ys) - margin, Math.max(...ys) + margin]
  const up = (y: number) => front + back - y
  const unit = Math.max(high - low, back - front) / 330
  const path = (points: readonly (readonly [number, number])[]) => points.map(([x, y]) => `${x},${up(y)}`).join(' ')
  return (
    <Card as="figure">
      <svg
        viewBox={`${low} ${front} ${high - low} ${back - front}`}
        className="h-[280px] w-full"
        role="img"
        aria-label={`The bed of ${to.name} over that of ${from.name}, to one scale, with what the script lays down on each`}
      >
        <Bed printer={to} up={up} unit={unit} />
        <Bed printer={from} up={up} unit={unit} dashed />
        {to.zones.map(({ name, x, y }) => (
          <rect
            key={name}
            x={x[0]}
            y={up(y[1])}
            width={x[1] - x[0]}
            height={y[1] - y[0]}
            fill="var(--sunk)"
            stroke="var(--bad)"
            strokeWidth={unit}
          />
        ))}
        {to.spots.map(({ name, x, y }) => (
          <g key={name}>
            <circle cx={x} cy={up(y)} r={3 * unit} fill="none" stroke="var(--ink)" strokeWidth={1.2 * unit} />
            <text x={x + 5 * unit} y={up(y) + 4 * unit} fontSize={12 * unit} fill="var(--ink)">
              {name}
            </text>
          </g>
        ))}
        <g fill="none" strokeLinecap="round">
          {plan.after.strokes.map((points, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: strokes in their order
            <polyline key={i} points={path(points)} stroke="var(--heat)" strokeWidth={4.5 * unit} />
          ))}
          {plan.before.strokes.map((points, i) => (
            <polyline
              // biome-ignore lint/suspicious/noArrayIndexKey: strokes in their order
              key={i}
              points={path(points)}
              stroke="var(--move)"
              strokeWidth={2 * unit}
              strokeDasharray={`${7 * unit} ${5 * unit}`}
            />
          ))}
        </g>
      </svg>
      <figcaption className="flex flex-wrap gap-x-5 text-small text-soft">
        <span className="min-w-0">
          <svg width="34" height="10" aria-hidden className="mr-1.5 inline">
            <path d="M1 5h32" stroke="var(--heat)" strokeWidth="4" />
          </svg>
          {to.name}, {size(to)}
        </span>
        <span className="min-w-0">
          <svg width="34" height="10" aria-hidden className="mr-1.5 inline">
            <path d="M1 5h32" stroke="var(--move)" strokeWidth="2" strokeDasharray="6 4" />
          </svg>
          {from.name}, {size(from)}, dashed
        </span>
      </figcaption>
    </Card>
  )
}

const size = ({ bed }: Printer): string =>
  bed.round ? `${bed.x[1] - bed.x[0]} mm across` : `${bed.x[1] - bed.x[0]} × ${bed.y[1] - bed.y[0]} mm`

type BedProps = { printer: Printer; up: (y: number) => number; unit: number; dashed?: boolean }

function Bed({ printer: { bed }, up, unit, dashed = false }: BedProps) {
  const look = {
    fill: dashed ? 'none' : 'var(--paper)',
    stroke: dashed ? 'var(--move)' : 'var(--ink-soft)',
    strokeWidth: unit,
    strokeDasharray: dashed ? `${6 * unit} ${4 * unit}` : undefined,
  }
  const [width, depth] = [bed.x[1] - bed.x[0], bed.y[1] - bed.y[0]]
  return bed.round ? (
    <circle
      cx={(bed.x[0] + bed.x[1]) / 2}
      cy={up((bed.y[0] + bed.y[1]) / 2)}
      r={Math.min(width, depth) / 2}
      {...look}
    />
  ) : (
    <rect x={bed.x[0]} y={up(bed.y[1])} width={width} height={depth} rx={3} {...look} />
  )
}
