// The bed of the form's printer, with spots and keep-out zones that are moved by dragging or by arrow keys.
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef } from 'react'
import type { Printer } from '../../../core/model/printer.ts'
import { type Kind, moved } from './moved.ts'

type Props = { printer: Printer; onChange: (part: Partial<Printer>) => void }
type Point = { x: number; y: number }

const stepMm = 1

/** Scale and coordinates of the picture. SVG counts Y downwards, so `up` mirrors Y. */
type Pad = {
  /** Length of about one screen pixel, mm. */
  unit: number
  up: (y: number) => number
  box: (x: readonly [number, number], y: readonly [number, number]) => Record<'x' | 'y' | 'width' | 'height', number>
}

export function BedPad({ printer, onChange }: Props) {
  const picture = useRef<SVGSVGElement>(null)
  const { bed, reach, spots, zones } = printer
  const xs = [...reach.x, ...bed.x, ...spots.map(({ x }) => x)]
  const ys = [...reach.y, ...bed.y, ...spots.map(({ y }) => y)]
  const [left, right, front, back] = [
    Math.min(...xs) - 8,
    Math.max(...xs) + 8,
    Math.min(...ys) - 8,
    Math.max(...ys) + 8,
  ]
  const up = (y: number) => front + back - y
  const pad: Pad = {
    unit: Math.max(right - left, back - front) / 330,
    up,
    box: (x, y) => ({ x: x[0], y: up(y[1]), width: Math.max(0, x[1] - x[0]), height: Math.max(0, y[1] - y[0]) }),
  }
  const positionOf = (event: PointerEvent) => {
    const toMm = picture.current?.getScreenCTM()?.inverse()
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(toMm)
    return { x, y: up(y) }
  }
  const dragged = useRef<{ kind: Kind; index: number; at: Point; from: Printer } | null>(null)
  const drag = (event: PointerEvent) => {
    if (!dragged.current) return
    const { kind, index, at, from } = dragged.current
    const now = positionOf(event)
    onChange(moved(from, kind, index, now.x - at.x, now.y - at.y))
  }
  /** The handlers that move a spot or zone. */
  const moves = (kind: Kind, index: number): Moves => ({
    onPointerDown: event => {
      event.preventDefault()
      picture.current?.setPointerCapture(event.pointerId)
      dragged.current = { kind, index, at: positionOf(event), from: printer }
    },
    onKeyDown: event => {
      const step = event.shiftKey ? 10 * stepMm : stepMm
      const dx = event.key === 'ArrowRight' ? step : event.key === 'ArrowLeft' ? -step : 0
      const dy = event.key === 'ArrowUp' ? step : event.key === 'ArrowDown' ? -step : 0
      if (dx === 0 && dy === 0) return
      event.preventDefault()
      onChange(moved(printer, kind, index, dx, dy))
    },
  })
  return (
    <figure>
      <svg
        ref={picture}
        viewBox={`${left} ${front} ${right - left} ${back - front}`}
        className="max-h-[300px] w-full touch-none"
        onPointerMove={drag}
        onPointerUp={() => {
          dragged.current = null
        }}
      >
        <title>The bed of {printer.name}</title>
        <Ground pad={pad} bed={bed} reach={reach} />
        {zones.map((zone, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two entries may have the same name while they are edited
          <Zone key={i} pad={pad} zone={zone} moves={moves('zone', i)} />
        ))}
        {spots.map(
          (spot, i) =>
            spot.approach && (
              // biome-ignore lint/suspicious/noArrayIndexKey: two entries may have the same name while they are edited
              <ApproachLine key={i} pad={pad} from={spot} to={spot.approach} />
            ),
        )}
        {spots.map((spot, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two entries may have the same name while they are edited
          <Spot key={i} pad={pad} spot={spot} spots={spots} middleX={(left + right) / 2} moves={moves('spot', i)} />
        ))}
      </svg>
      <figcaption className="pt-1 text-small text-soft">
        Solid: the bed; dashed: the reach.
        {spots.length + zones.length > 0 && ' Spots and zones are dragged, or moved by arrow keys.'}
      </figcaption>
    </figure>
  )
}

/** The bed, the reach and the origin's 0. */
function Ground({ pad: { unit, up, box }, bed, reach }: { pad: Pad } & Pick<Printer, 'bed' | 'reach'>) {
  const look = { fill: 'var(--paper)', stroke: 'var(--ink)', vectorEffect: 'non-scaling-stroke' } as const
  return (
    <>
      <rect
        {...box(reach.x, reach.y)}
        fill="none"
        stroke="var(--ink-soft)"
        strokeDasharray="5 4"
        vectorEffect="non-scaling-stroke"
      />
      {bed.round ? (
        <circle
          {...look}
          cx={(bed.x[0] + bed.x[1]) / 2}
          cy={up((bed.y[0] + bed.y[1]) / 2)}
          r={Math.max(0, Math.min(bed.x[1] - bed.x[0], bed.y[1] - bed.y[0]) / 2)}
        />
      ) : (
        <rect {...look} {...box(bed.x, bed.y)} rx={3} />
      )}
      <text x={bed.x[0] + 4 * unit} y={up(bed.y[0]) - 5 * unit} fontSize={13 * unit} fill="var(--ink-soft)">
        0
      </text>
    </>
  )
}

type Moves = { onPointerDown: (event: PointerEvent) => void; onKeyDown: (event: KeyboardEvent) => void }

/** A shape that is moved by dragging or by arrow keys. */
const Movable = ({ label, moves, children }: { label: string; moves: Moves; children: ReactNode }) => (
  // biome-ignore lint/a11y/useSemanticElements: a thing that is moved, drawn in a picture
  <g role="button" tabIndex={0} aria-label={`${label}, moved by arrow keys`} {...moves} className="cursor-move">
    {children}
  </g>
)

type ZoneProps = { pad: Pad; zone: Printer['zones'][number]; moves: Moves }

const Zone = ({ pad: { unit, up, box }, zone: { name, x, y, highMm }, moves }: ZoneProps) => (
  <Movable label={`${name}, ${highMm} mm: a keep-out zone`} moves={moves}>
    <rect
      {...box(x, y)}
      fill="var(--heat-fill)"
      stroke="var(--bad)"
      strokeDasharray="3 2"
      vectorEffect="non-scaling-stroke"
    />
    <text x={x[0] + 3 * unit} y={up(y[1]) + 14 * unit} fontSize={13 * unit} fill="var(--ink)">
      {name}, {highMm} mm
    </text>
  </Movable>
)

const ApproachLine = ({ pad: { unit, up }, from, to }: { pad: Pad; from: Point; to: Point }) => (
  <line
    {...{ x1: from.x, y1: up(from.y), x2: to.x, y2: up(to.y) }}
    stroke="var(--move)"
    strokeWidth={1.5 * unit}
    strokeDasharray={`${3 * unit} ${3 * unit}`}
  />
)

type SpotProps = {
  pad: Pad
  spot: Printer['spots'][number]
  spots: Printer['spots']
  /** The X of the picture's middle, mm. */
  middleX: number
  moves: Moves
}

function Spot({ pad: { unit, up }, spot: { name, x, y }, spots, middleX, moves }: SpotProps) {
  const crowded = spots.some(
    each => each.x !== x && Math.abs(each.x - x) < 90 * unit && Math.abs(each.y - y) < 16 * unit,
  )
  const toLeft = x > middleX
  // The label is beside its spot, towards the middle; above it if another spot is close on that side.
  const label = crowded
    ? { x, y: up(y) - 14 * unit, textAnchor: 'middle' as const }
    : {
        x: x + (toLeft ? -12 : 12) * unit,
        y: up(y) + 4 * unit,
        textAnchor: toLeft ? ('end' as const) : ('start' as const),
      }
  return (
    <Movable label={`${name}: a spot`} moves={moves}>
      <path
        d={`M${x - 7 * unit} ${up(y)}h${14 * unit}M${x} ${up(y) - 7 * unit}v${14 * unit}`}
        stroke="var(--move)"
        strokeWidth={2.5 * unit}
      />
      <circle cx={x} cy={up(y)} r={9 * unit} fill="transparent" stroke="var(--move)" strokeWidth={1.5 * unit} />
      <text
        {...label}
        fontSize={13 * unit}
        fill="var(--ink)"
        stroke="var(--paper)"
        strokeWidth={3 * unit}
        paintOrder="stroke"
      >
        {name}
      </text>
    </Movable>
  )
}
