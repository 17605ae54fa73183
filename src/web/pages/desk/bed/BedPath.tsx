// Draws the path on the bed: filament in its true width, travel dotted, the result of a previewed edit outlined, and
// the head.
import { useMemo } from 'react'
import { beadWidthMm, type Stroke } from '../../../../core/machine/outcome.ts'
import { stepsOf } from '../../../../core/machine/trace.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { keysOf } from '../../../lib/keys.ts'
import type { Selection } from '../../../state/desk.ts'

export type Segment = { line: number; from: [number, number]; to: [number, number]; travel: boolean }

const maxSegments = 8000

/** The moves whose both ends are known, for drawing travel and for finding the move under the pointer. */
export function segmentsOf(round: DeskRound): Segment[] {
  const segments: Segment[] = []
  for (const { kind, from, to, command } of stepsOf(round.trace)) {
    if (kind === 'home' || kind === 'probe' || Number.isNaN(from.x + from.y + to.x + to.y)) continue
    if (from.x === to.x && from.y === to.y) continue
    const line = round.trace.rows.line[command] as number
    segments.push({ line, from: [from.x, from.y], to: [to.x, to.y], travel: kind !== 'extrude' })
    if (segments.length >= maxSegments) break
  }
  return segments
}

type PathProps = { round: DeskRound; segments: Segment[]; selection: Selection | null; playheadS: number }

const wayOf = (path: readonly [number, number][]): string =>
  path.map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${y}`).join('')
const wayOfTravel = (segments: readonly Segment[]): string => segments.map(({ from, to }) => wayOf([from, to])).join('')

/** Strokes of nearly the same width share one SVG path, so that a whole layer is drawn as fast as a purge line. */
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

export function Path({ round, segments, selection, playheadS }: PathProps) {
  const travel = useMemo(() => wayOfTravel(segments.filter(each => each.travel)), [segments])
  const strokes = useMemo(() => round.strokes.slice(0, maxSegments), [round])
  const chosen = ({ line }: { line: number }) =>
    selection !== null && line >= selection.firstLine && line <= selection.lastLine
  const chosenStrokes = strokes.filter(chosen)
  const chosenKeys = keysOf(chosenStrokes, ({ line }) => line)
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
      {chosenStrokes.map((stroke, i) => (
        <path
          key={chosenKeys[i]}
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

export const laysDifferently = (before: DeskRound, after: DeskRound): boolean =>
  JSON.stringify(before.strokes.map(({ path }) => path)) !== JSON.stringify(after.strokes.map(({ path }) => path))

/** The strokes after a previewed edit: outlined, so that they differ in shape from the current ones. */
export const After = ({ round, pixel }: { round: DeskRound; pixel: number }) => (
  <g data-after fill="none" strokeLinecap="round">
    {beads(round.strokes.slice(0, maxSegments), Number.POSITIVE_INFINITY).map(([key, { width, way }]) => (
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

export const Head = ({ x, y, size }: { x: number; y: number; size: number }) => (
  <g transform={`translate(${x} ${y})`}>
    <circle r={size} fill="var(--raised)" stroke="var(--ink)" strokeWidth={size / 3.5} />
    <circle r={size / 3} fill="var(--heat)" />
  </g>
)
