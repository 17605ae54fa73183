// The paths of two scripts on one bed: the left one hollow and dashed, the right one solid.
import type { Coming, Compared } from '../../../core/compare/side-by-side.ts'
import type { Printer } from '../../../core/model/printer.ts'
import type { Things } from '../../state/api.ts'
import { Card } from '../../ui/Card.tsx'
import type { Side } from './sides.ts'

type Props = { left: Side; right: Side; compared: Compared; things: Things }

export function BothBeds({ left, right, compared, things }: Props) {
  const printerOf = ({ printerId }: Side) =>
    (things.printers.find(({ id }) => id === printerId) ?? things.printers[0])?.data
  const [a, b] = [printerOf(left), printerOf(right)]
  if (!a || !b) return null
  const points = [compared.left, compared.right].flatMap(({ strokes, travels }) => [
    ...strokes.flat(),
    ...travels.flat(),
  ])
  const xs = [...a.reach.x, ...b.reach.x, ...points.map(([x]) => x)]
  const ys = [...a.reach.y, ...b.reach.y, ...points.map(([, y]) => y)]
  const [low, high, front, back] = [Math.min(...xs) - 6, Math.max(...xs) + 6, Math.min(...ys) - 6, Math.max(...ys) + 6]
  const up = (y: number) => front + back - y
  const unit = Math.max(high - low, back - front) / 330
  return (
    <Card as="figure">
      <svg
        viewBox={`${low} ${front} ${high - low} ${back - front}`}
        className="h-[250px] w-full"
        role="img"
        aria-label="Where both scripts go on the bed"
      >
        {a.name !== b.name && <Bed printer={a} up={up} dashed />}
        <Bed printer={b} up={up} />
        <Ways coming={compared.right} up={up} unit={unit} />
        <Ways coming={compared.left} up={up} unit={unit} hollow />
      </svg>
      <figcaption className="flex flex-wrap gap-x-5 text-small text-soft">
        <span className="min-w-0">
          <svg width="34" height="10" aria-hidden className="mr-1.5 inline">
            <path d="M1 5h32" stroke="var(--move)" strokeWidth="2" strokeDasharray="6 4" />
            <circle cx="17" cy="5" r="3.5" fill="var(--raised)" stroke="var(--move)" strokeWidth="1.5" />
          </svg>
          left
        </span>
        <span className="min-w-0">
          <svg width="34" height="10" aria-hidden className="mr-1.5 inline">
            <path d="M1 5h32" stroke="var(--heat)" strokeWidth="4" />
          </svg>
          right
        </span>
        <span>thin: travel, thick: filament</span>
        {a.name !== b.name && <span className="min-w-0">dashed frame: the bed of {a.name}</span>}
      </figcaption>
    </Card>
  )
}

type BedProps = { printer: Printer; up: (y: number) => number; dashed?: boolean }

const Bed = ({ printer: { bed }, up, dashed = false }: BedProps) => (
  <rect
    x={bed.x[0]}
    y={up(bed.y[1])}
    width={bed.x[1] - bed.x[0]}
    height={bed.y[1] - bed.y[0]}
    rx={3}
    fill={dashed ? 'none' : 'var(--paper)'}
    stroke="var(--ink-soft)"
    vectorEffect="non-scaling-stroke"
    strokeDasharray={dashed ? '6 4' : undefined}
  />
)

type WaysProps = { coming: Coming; up: (y: number) => number; unit: number; hollow?: boolean }

function Ways({ coming: { strokes, travels }, up, unit, hollow = false }: WaysProps) {
  const colour = hollow ? 'var(--move)' : 'var(--heat)'
  const points = (path: readonly [number, number][]) => path.map(([x, y]) => `${x},${up(y)}`).join(' ')
  // Repeated strokes look like single ones.
  const once = (paths: readonly [number, number][][]) => [...new Map(paths.map(path => [points(path), path]))]
  return (
    <g fill="none" stroke={colour} strokeLinecap="round">
      {once(travels).map(([way]) => (
        <polyline
          key={way}
          points={way}
          strokeWidth={unit}
          strokeDasharray={`${(hollow ? 4 : 1) * unit} ${3 * unit}`}
        />
      ))}
      {once(strokes).map(([way, path]) => {
        const end = path.at(-1) as [number, number]
        return (
          <g key={way}>
            <polyline
              points={way}
              strokeWidth={(hollow ? 2 : 4.5) * unit}
              strokeDasharray={hollow ? `${7 * unit} ${5 * unit}` : undefined}
            />
            {hollow && (
              <circle cx={end[0]} cy={up(end[1])} r={4 * unit} fill="var(--raised)" strokeWidth={1.6 * unit} />
            )}
          </g>
        )
      })}
    </g>
  )
}
