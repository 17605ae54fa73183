// The bed of the form's printer, with spots and keep-out zones that are moved by dragging or by arrow keys.
import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import type { Printer } from '../../../core/model/printer.ts'
import { type Kind, moved } from './moved.ts'

type Props = { printer: Printer; onChange: (part: Partial<Printer>) => void }
type Held = { kind: Kind; index: number; x: number; y: number; from: Printer }

const stepMm = 1

export function BedPad({ printer, onChange }: Props) {
  const picture = useRef<SVGSVGElement>(null)
  const held = useRef<Held | null>(null)
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
  const unit = Math.max(right - left, back - front) / 330
  /** The label is beside its spot, towards the centre; above it if another spot is close on that side. */
  const labelOf = ({ x, y }: { x: number; y: number }) => {
    const inRow = spots.some(
      each => each.x !== x && Math.abs(each.x - x) < 90 * unit && Math.abs(each.y - y) < 16 * unit,
    )
    if (inRow) return { x, y: up(y) - 14 * unit, textAnchor: 'middle' as const }
    const farRight = x > (left + right) / 2
    return {
      x: x + (farRight ? -12 : 12) * unit,
      y: up(y) + 4 * unit,
      textAnchor: farRight ? ('end' as const) : ('start' as const),
    }
  }
  const placeOf = (event: PointerEvent) => {
    const toMm = picture.current?.getScreenCTM()?.inverse()
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(toMm)
    return { x: point.x, y: up(point.y) }
  }
  const grab = (event: PointerEvent, kind: Held['kind'], index: number) => {
    event.preventDefault()
    picture.current?.setPointerCapture(event.pointerId)
    held.current = { kind, index, ...placeOf(event), from: printer }
  }
  const drag = (event: PointerEvent) => {
    if (!held.current) return
    const { kind, index, x, y, from } = held.current
    const now = placeOf(event)
    onChange(moved(from, kind, index, now.x - x, now.y - y))
  }
  const key = (event: KeyboardEvent, kind: Held['kind'], index: number) => {
    const step = event.shiftKey ? 10 * stepMm : stepMm
    const dx = event.key === 'ArrowRight' ? step : event.key === 'ArrowLeft' ? -step : 0
    const dy = event.key === 'ArrowUp' ? step : event.key === 'ArrowDown' ? -step : 0
    if (dx === 0 && dy === 0) return
    event.preventDefault()
    onChange(moved(printer, kind, index, dx, dy))
  }
  const box = (x: readonly [number, number], y: readonly [number, number]) => ({
    x: x[0],
    y: up(y[1]),
    width: Math.max(0, x[1] - x[0]),
    height: Math.max(0, y[1] - y[0]),
  })
  return (
    <figure>
      <svg
        ref={picture}
        viewBox={`${left} ${front} ${right - left} ${back - front}`}
        className="max-h-[300px] w-full touch-none"
        onPointerMove={drag}
        onPointerUp={() => {
          held.current = null
        }}
      >
        <title>The bed of {printer.name}</title>
        <rect
          {...box(reach.x, reach.y)}
          fill="none"
          stroke="var(--ink-soft)"
          strokeDasharray="5 4"
          vectorEffect="non-scaling-stroke"
        />
        {bed.round ? (
          <circle
            cx={(bed.x[0] + bed.x[1]) / 2}
            cy={up((bed.y[0] + bed.y[1]) / 2)}
            r={Math.max(0, Math.min(bed.x[1] - bed.x[0], bed.y[1] - bed.y[0]) / 2)}
            fill="var(--paper)"
            stroke="var(--ink)"
            vectorEffect="non-scaling-stroke"
          />
        ) : (
          <rect
            {...box(bed.x, bed.y)}
            rx={3}
            fill="var(--paper)"
            stroke="var(--ink)"
            vectorEffect="non-scaling-stroke"
          />
        )}
        <text x={bed.x[0] + 4 * unit} y={up(bed.y[0]) - 5 * unit} fontSize={13 * unit} fill="var(--ink-soft)">
          0
        </text>
        {zones.map(({ name, x, y, highMm }, i) => (
          // biome-ignore lint/a11y/useSemanticElements: a thing that is moved, drawn in a picture
          <g
            // biome-ignore lint/suspicious/noArrayIndexKey: names may be the same while they are written
            key={i}
            role="button"
            tabIndex={0}
            aria-label={`${name}, ${highMm} mm: a keep-out zone, moved by arrow keys`}
            onPointerDown={event => grab(event, 'zone', i)}
            onKeyDown={event => key(event, 'zone', i)}
            className="cursor-move"
          >
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
          </g>
        ))}
        {spots.map(
          ({ x, y, approach }, i) =>
            approach && (
              <line
                // biome-ignore lint/suspicious/noArrayIndexKey: names may be the same while they are written
                key={i}
                {...{ x1: x, y1: up(y), x2: approach.x, y2: up(approach.y) }}
                stroke="var(--move)"
                strokeWidth={1.5 * unit}
                strokeDasharray={`${3 * unit} ${3 * unit}`}
              />
            ),
        )}
        {spots.map(({ name, x, y }, i) => (
          // biome-ignore lint/a11y/useSemanticElements: a thing that is moved, drawn in a picture
          <g
            // biome-ignore lint/suspicious/noArrayIndexKey: names may be the same while they are written
            key={i}
            role="button"
            tabIndex={0}
            aria-label={`${name}: a spot, moved by arrow keys`}
            onPointerDown={event => grab(event, 'spot', i)}
            onKeyDown={event => key(event, 'spot', i)}
            className="cursor-move"
          >
            <path
              d={`M${x - 7 * unit} ${up(y)}h${14 * unit}M${x} ${up(y) - 7 * unit}v${14 * unit}`}
              stroke="var(--move)"
              strokeWidth={2.5 * unit}
            />
            <circle cx={x} cy={up(y)} r={9 * unit} fill="transparent" stroke="var(--move)" strokeWidth={1.5 * unit} />
            <text
              {...labelOf({ x, y })}
              fontSize={13 * unit}
              fill="var(--ink)"
              stroke="var(--paper)"
              strokeWidth={3 * unit}
              paintOrder="stroke"
            >
              {name}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="pt-1 text-small text-soft">
        Solid: the bed; dashed: the reach.
        {spots.length + zones.length > 0 && ' Spots and zones are dragged, or moved by arrow keys.'}
      </figcaption>
    </figure>
  )
}
