// Draws the bed and the path in millimetres; clicking a move selects its line.
import { tickStep } from 'd3-array'
import { Maximize, ZoomIn, ZoomOut } from 'lucide-react'
import { type KeyboardEvent, type MouseEvent, type PointerEvent, useMemo, useRef } from 'react'
import { positionAt } from '../../../../core/machine/trace.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { useSize } from '../../../lib/useSize.ts'
import type { Selection } from '../../../state/desk.ts'
import { selectLines } from '../../../state/playhead.ts'
import { possible, useFinderActions } from '../../../state/registry.ts'
import { BedGround } from './BedGround.tsx'
import { BedOoze } from './BedOoze.tsx'
import { After, Head, laysDifferently, Path, type Segment, segmentsOf } from './BedPath.tsx'
import { BedWords } from './BedWords.tsx'
import { SideView } from './SideView.tsx'
import { type BedZoom, useBedZoom } from './useBedZoom.ts'

type Props = {
  round: DeskRound
  after: DeskRound | null
  setting: RehearsalInput
  selection: Selection | null
  playheadS: number
  /** Gets the distance dragged since the press, mm, while a passage is nudged; null otherwise. */
  onDrag: ((dx: number, dy: number, begins: boolean) => void) | null
  /** Whether the picture also covers the cards below it. */
  large: boolean
}

const marginMm = 9
/** The largest distance between a click and its move, as a share of the picture's width. */
const nearShare = 0.03

/** The distance of a point from a segment, in their unit. */
function distance([px, py]: [number, number], { from: [ax, ay], to: [bx, by] }: Segment): number {
  const [dx, dy] = [bx - ax, by - ay]
  const along = Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy)))
  return Math.hypot(px - ax - along * dx, py - ay - along * dy)
}

export function BedView({ round, after, setting, selection, playheadS, onDrag, large }: Props) {
  const { printer } = setting
  const drawing = useRef<SVGGElement>(null)
  const [attach, size] = useSize()
  const segments = useMemo(() => segmentsOf(round), [round])
  const places = [...printer.spots, ...printer.zones.map(zone => ({ x: zone.x[0], y: zone.y[0] }))]
  const [left, right] = widen(
    printer.reach.x,
    round.bounds.x,
    places.map(({ x }) => x),
  )
  const [front, back] = widen(
    printer.reach.y,
    round.bounds.y,
    places.map(({ y }) => y),
  )
  const [width, depth] = [right - left, back - front]
  const drawnAt = useMemo(() => middleOf(round, onDrag !== null ? selection : null), [round, selection, onDrag])
  // Text and symbols keep their size on the screen at every zoom.
  const zoom = useBedZoom(
    { left, right, front, back },
    size,
    onDrag !== null,
    onDrag ? { ...drawnAt, maxMmPixel: finestDragMm } : null,
  )
  const { pixel } = zoom
  const head = positionAt(round.trace, playheadS)
  const near = (Math.max(width, depth) * nearShare) / zoom.times

  /** The pointer's position on the bed, mm. */
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
    // The picture may not have zoomed in yet.
    grabbed.current = { x: event.clientX, y: event.clientY, mmPerPixel: Math.min(pixel, finestDragMm) }
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
    // A stroke is drawn over the travel below it, so a click selects the stroke.
    const rank = (segment: Segment) => distance(at, segment) + (segment.travel ? near / 3 : 0)
    const nearest = segments.reduce<Segment | null>(
      (best, each) => (!best || rank(each) < rank(best) ? each : best),
      null,
    )
    if (nearest && distance(at, nearest) <= near) selectLines(nearest.line)
  }

  return (
    <>
      <div ref={attach} className="relative min-h-0 min-w-0 flex-1">
        {/* biome-ignore lint/a11y/useKeyWithClickEvents: the keys for this are the buttons below the picture */}
        <svg
          ref={zoom.attach}
          viewBox={zoom.viewBox}
          className={`absolute inset-0 h-full w-full touch-none ${onDrag ? 'cursor-grab select-none active:cursor-grabbing' : ''}`}
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
            <BedWords pixel={pixel} setting={setting} round={round} />
            {!Number.isNaN(head.x + head.y) && <Head x={head.x} y={head.y} size={8 * pixel} />}
          </g>
        </svg>
        {(zoom.times > 1.001 || size.height > 320) && <Scale pixel={pixel} width={size.width} />}
      </div>
      <SideView round={round} at={playheadS} setting={setting} zoom={zoom} below={large} />
      <ZoomKeys zoom={zoom} />
    </>
  )
}

/** Limit of the size of a screen pixel while dragging, mm. */
const finestDragMm = 0.25

/** The centre of the dragged passage, or of everything extruded. */
function middleOf({ strokes, bounds }: DeskRound, selection: Selection | null): { x: number; y: number } {
  const its = strokes.filter(({ line }) => selection && line >= selection.firstLine && line <= selection.lastLine)
  const points = (its.length ? its : strokes).flatMap(({ path }) => path)
  const middle = (values: readonly number[]) => (Math.min(...values) + Math.max(...values)) / 2
  if (points.length > 0) return { x: middle(points.map(([x]) => x)), y: middle(points.map(([, y]) => y)) }
  return { x: middle(bounds.x ?? [0]), y: middle(bounds.y ?? [0]) }
}

/**
 * Buttons that zoom in, zoom out and show everything; arrow keys pan. Shown beside the card's other buttons, below the
 * picture.
 */
function ZoomKeys({ zoom: { zoomBy, panBy, showAll, times } }: { zoom: BedZoom }) {
  const onKey = (event: KeyboardEvent) => {
    const to = { ArrowLeft: [-0.2, 0], ArrowRight: [0.2, 0], ArrowUp: [0, 0.2], ArrowDown: [0, -0.2] }[event.key]
    if (to) panBy(to[0] ?? 0, to[1] ?? 0)
    else if (event.key === '+' || event.key === '=') zoomBy(1.5)
    else if (event.key === '-') zoomBy(1 / 1.5)
    else if (event.key === '0') showAll()
    else return
    event.preventDefault()
  }
  const actions = possible([
    { id: 'larger', title: 'Larger (+)', aliases: 'zoom enlarge', icon: ZoomIn, run: () => zoomBy(1.5) },
    { id: 'smaller', title: 'Smaller (−)', aliases: 'zoom', icon: ZoomOut, run: () => zoomBy(1 / 1.5) },
    { id: 'all', title: 'All of the bed (0)', icon: Maximize, when: times > 1.001, run: showAll },
  ])
  useFinderActions(() => actions.map(action => ({ ...action, group: 'On this page' })))
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys that its buttons take too
    <div className="absolute right-[34px] bottom-2 flex gap-1" onKeyDown={onKey}>
      {actions.map(({ id, title, icon: Icon, run }) => (
        <button
          key={id}
          type="button"
          aria-label={title}
          title={title}
          onClick={run}
          className="rounded-sm p-0.5 text-soft hover:bg-sunk hover:text-ink"
        >
          <Icon size={16} aria-hidden />
        </button>
      ))}
    </div>
  )
}

/** A scale bar with a round length. */
function Scale({ pixel, width }: { pixel: number; width: number }) {
  if (width === 0) return null
  const lengthMm = tickStep(0, width * pixel, 5)
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute bottom-0 left-0 flex items-end gap-1.5 bg-raised/70 text-small leading-[14px] whitespace-nowrap text-ink"
    >
      <span className="h-2 border-x border-b border-ink" style={{ width: lengthMm / pixel }} />
      {lengthMm} mm
    </div>
  )
}

/** The reach, extended to positions a little outside it: the script's path and spots beside the bed. */
const widen = (
  [low, high]: readonly [number, number],
  bounds: [number, number] | null,
  places: readonly number[],
): [number, number] => [
  Math.max(Math.min(low, bounds?.[0] ?? low, ...places), low - 60) - marginMm,
  Math.min(Math.max(high, bounds?.[1] ?? high, ...places), high + 60) + marginMm,
]
