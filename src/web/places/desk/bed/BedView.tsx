// Draws the bed and the path in millimetres; pressing a move selects its line.
import { type MouseEvent, type PointerEvent, useMemo, useRef } from 'react'
import { beadWidthMm, type Stroke } from '../../../../core/machine/outcome.ts'
import { positionAt, stepsOf } from '../../../../core/machine/trace.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../worker/rehearsal.worker.ts'
import { useSize } from '../../../parts/useSize.ts'
import { type Selection, selectLines } from '../../../state/desk.ts'
import { BedGround } from './BedGround.tsx'
import { BedOoze } from './BedOoze.tsx'

type Props = {
  round: DeskRound
  after: DeskRound | null
  setting: RehearsalInput
  selection: Selection | null
  playheadS: number
  /** Where a passage is being nudged: told how far the pointer has dragged it since it was pressed, mm; null otherwise. */
  onDrag: ((dx: number, dy: number, begins: boolean) => void) | null
}
type Segment = { line: number; from: [number, number]; to: [number, number]; travel: boolean }

const marginMm = 9
/** How near to a move one has to press, as a share of the picture's width. */
const nearShare = 0.03
const mostSegments = 8000

/** Every move with both ends known, for drawing travel and for finding what was pressed. */
function segmentsOf(round: DeskRound): Segment[] {
  const segments: Segment[] = []
  for (const { kind, from, to, command } of stepsOf(round.trace)) {
    if (kind === 'home' || kind === 'probe' || Number.isNaN(from.x + from.y + to.x + to.y)) continue
    if (from.x === to.x && from.y === to.y) continue
    const line = round.trace.rows.line[command] as number
    segments.push({ line, from: [from.x, from.y], to: [to.x, to.y], travel: kind !== 'extrude' })
    if (segments.length >= mostSegments) break
  }
  return segments
}

/** The distance of a point from a segment, same unit as both. */
function distance([px, py]: [number, number], { from: [ax, ay], to: [bx, by] }: Segment): number {
  const [dx, dy] = [bx - ax, by - ay]
  const along = Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy)))
  return Math.hypot(px - ax - along * dx, py - ay - along * dy)
}

export function BedView({ round, after, setting, selection, playheadS, onDrag }: Props) {
  const { printer } = setting
  const drawing = useRef<SVGGElement>(null)
  const [attach, size] = useSize()
  const segments = useMemo(() => segmentsOf(round), [round])
  const [left, right] = widen(printer.reach.x, round.bounds.x)
  const [front, back] = widen(printer.reach.y, round.bounds.y)
  const [width, depth] = [right - left, back - front]
  /** Millimetres to a screen pixel, so that text and signs keep their size whatever the bed's. */
  const pixel = size.width > 0 ? Math.max(width / size.width, depth / size.height) : 1
  const head = positionAt(round.trace, playheadS)
  const near = Math.max(width, depth) * nearShare

  /** Where the pointer is on the bed, mm. */
  const placeOf = (event: MouseEvent<SVGSVGElement>): [number, number] | null => {
    const toMm = drawing.current?.getScreenCTM()?.inverse()
    if (!toMm) return null
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(toMm)
    return [point.x, point.y]
  }
  const grabbed = useRef<{ x: number; y: number; mmPerPixel: number } | null>(null)
  const grab = (event: PointerEvent<SVGSVGElement>) => {
    if (!onDrag) return
    event.preventDefault()
    grabbed.current = { x: event.clientX, y: event.clientY, mmPerPixel: pixel }
    event.currentTarget.setPointerCapture(event.pointerId)
    onDrag(0, 0, true)
  }
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    const from = grabbed.current
    if (!onDrag || !from) return
    onDrag((event.clientX - from.x) * from.mmPerPixel, (from.y - event.clientY) * from.mmPerPixel, false)
  }
  const drop = () => {
    grabbed.current = null
  }

  const press = (event: MouseEvent<SVGSVGElement>) => {
    const at = placeOf(event)
    if (!at || onDrag) return
    // A stroke is drawn over the travel beneath it, so it is the one meant.
    const rank = (segment: Segment) => distance(at, segment) + (segment.travel ? near / 3 : 0)
    const nearest = segments.reduce<Segment | null>(
      (best, each) => (!best || rank(each) < rank(best) ? each : best),
      null,
    )
    if (nearest && distance(at, nearest) <= near) selectLines(nearest.line)
  }

  return (
    <div ref={attach} className="min-h-0 min-w-0 flex-1">
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the keys for this are the buttons below the picture */}
      <svg
        viewBox={`${left} ${-back} ${width} ${depth}`}
        className={`h-full w-full ${onDrag ? 'cursor-grab touch-none select-none active:cursor-grabbing' : ''}`}
        role="img"
        aria-label={`The bed of ${printer.name} with ${round.strokes.length} strokes of filament on it`}
        onClick={press}
        onPointerDown={grab}
        onPointerMove={drag}
        onPointerUp={drop}
        onPointerCancel={drop}
      >
        <g ref={drawing} transform="scale(1 -1)">
          <BedGround pixel={pixel} setting={setting} probes={round.durations.probingS > 0} />
          <Path round={round} segments={segments} selection={selection} playheadS={playheadS} />
          <BedOoze round={round} pixel={pixel} playheadS={playheadS} />
          {after && laysDifferently(round, after) && <After round={after} pixel={pixel} />}
          {!Number.isNaN(head.x + head.y) && <Head x={head.x} y={head.y} size={8 * pixel} />}
        </g>
      </svg>
    </div>
  )
}

const widen = ([low, high]: readonly [number, number], bounds: [number, number] | null): [number, number] => [
  Math.max(Math.min(low, bounds?.[0] ?? low), low - 60) - marginMm,
  Math.min(Math.max(high, bounds?.[1] ?? high), high + 60) + marginMm,
]

type PathProps = { round: DeskRound; segments: Segment[]; selection: Selection | null; playheadS: number }

const wayOf = (path: readonly [number, number][]): string =>
  path.map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${y}`).join('')
const wayOfTravel = (segments: readonly Segment[]): string => segments.map(({ from, to }) => wayOf([from, to])).join('')

/** Strokes of about the same width share one path, so that a whole layer draws as fast as a purge line. */
function beads(strokes: readonly Stroke[], laidBy: number) {
  const groups = new Map<string, { width: number; laid: boolean; way: string }>()
  for (const stroke of strokes) {
    const width = Math.round(beadWidthMm(stroke.crossSectionMm2, stroke.to[2]) * 50) / 50
    const laid = stroke.startS < laidBy || stroke.endS <= laidBy
    const key = `${width} ${laid}`
    const group = groups.get(key) ?? { width, laid, way: '' }
    group.way += wayOf(stroke.path)
    groups.set(key, group)
  }
  return [...groups]
}

function Path({ round, segments, selection, playheadS }: PathProps) {
  const travel = useMemo(() => wayOfTravel(segments.filter(each => each.travel)), [segments])
  const strokes = useMemo(() => round.strokes.slice(0, mostSegments), [round])
  const chosen = ({ line }: { line: number }) =>
    selection !== null && line >= selection.firstLine && line <= selection.lastLine
  const dotted = {
    fill: 'none',
    vectorEffect: 'non-scaling-stroke' as const,
    stroke: 'var(--move)',
    strokeLinecap: 'round' as const,
  }
  const solid = { fill: 'none', strokeLinecap: 'round' as const, strokeLinejoin: 'round' as const }
  return (
    <g>
      <path d={travel} {...dotted} strokeWidth={1.5} strokeDasharray="0.5 4" />
      <path
        d={wayOfTravel(segments.filter(each => each.travel && chosen(each)))}
        {...dotted}
        strokeWidth={3}
        strokeDasharray="0.5 5"
      />
      {strokes.filter(chosen).map(stroke => (
        <path
          key={`${stroke.line} ${stroke.startS}`}
          data-chosen={stroke.line}
          d={wayOf(stroke.path)}
          {...solid}
          stroke="var(--ink)"
          strokeWidth={beadWidthMm(stroke.crossSectionMm2, stroke.to[2]) + 3.2}
        />
      ))}
      {beads(strokes, playheadS).map(([key, { width, laid, way }]) => (
        <g key={key} opacity={laid ? 1 : 0.4} stroke="var(--heat)" {...solid}>
          <path d={way} strokeWidth={width} />
          <path d={way} strokeWidth={1} vectorEffect="non-scaling-stroke" />
        </g>
      ))}
    </g>
  )
}

const laysDifferently = (before: DeskRound, after: DeskRound): boolean =>
  JSON.stringify(before.strokes.map(({ path }) => path)) !== JSON.stringify(after.strokes.map(({ path }) => path))

/** What would be laid down after an edit: outlined, so that it is told from what is there by shape. */
const After = ({ round, pixel }: { round: DeskRound; pixel: number }) => (
  <g data-after fill="none" strokeLinecap="round">
    {beads(round.strokes.slice(0, mostSegments), Number.POSITIVE_INFINITY).map(([key, { width, way }]) => (
      <g key={key}>
        <path d={way} stroke="var(--ink)" strokeWidth={Math.max(width, 4 * pixel) + 2.4 * pixel} />
        <path d={way} stroke="var(--raised)" strokeWidth={Math.max(width, 4 * pixel)} />
        <path
          d={way}
          stroke="var(--heat)"
          strokeWidth={2 * pixel}
          strokeDasharray={`${5 * pixel} ${5 * pixel}`}
          strokeLinecap="butt"
        />
      </g>
    ))}
  </g>
)

const Head = ({ x, y, size }: { x: number; y: number; size: number }) => (
  <g transform={`translate(${x} ${y})`}>
    <circle r={size} fill="var(--raised)" stroke="var(--ink)" strokeWidth={size / 3.5} />
    <circle r={size / 3} fill="var(--heat)" />
  </g>
)
