// Finds drawings: strokes that belong together, with the moves that lead to them, so that they are carried over as one.
import { effectOf } from '../firmware/spec.ts'
import type { Position } from '../machine/state.ts'
import { modesBefore, stepsOfCommand } from '../machine/trace.ts'
import type { Axis } from '../model/printer.ts'
import type { Rehearsed } from '../script/edits/plan.ts'

/** A move as it ran: from, to, whether it extrudes, and the positioning mode. */
export type Move = { row: number; from: Position; to: Position; lays: boolean; relative: boolean; arc: boolean }

/** Moves that are carried over together, and the coordinates of earlier and later moves that belong to them. */
export type Drawing = { moves: Move[]; shares: { row: number; axis: Axis }[] }

/** Longest move between two strokes, or wipe after the last, mm. */
const stepMm = 15
const wipeMm = 40
const sameMm = 1e-6

const across = ({ from, to }: Move): number => Math.hypot(to.x - from.x, to.y - from.y)
const known = ({ x, y }: Position): boolean => !Number.isNaN(x) && !Number.isNaN(y)

/** The moves of a rehearsal in order, without those of macros. */
export function movesOf({ commands, trace, stage }: Rehearsed): Move[] {
  const moves: Move[] = []
  for (let row = 0; row < trace.rows.count; row++) {
    const command = commands[row]
    const does = command && effectOf(stage.firmware, command.command)?.does
    if (command?.which === undefined || (does !== 'move' && does !== 'arc')) continue
    const steps = stepsOfCommand(trace, row)
    const [first, last] = [steps[0], steps.at(-1)]
    if (!first || !last) continue
    moves.push({
      row,
      from: first.from,
      to: last.to,
      lays:
        steps.some(({ kind }) => kind === 'extrude') &&
        Math.hypot(last.to.x - first.from.x, last.to.y - first.from.y) > 0,
      relative: modesBefore(trace, row).positioning === 'relative',
      arc: does === 'arc',
    })
  }
  return moves
}

/** The drawings among moves: from a first stroke to the last one that follows without a long move between. */
export function drawingsIn(moves: readonly Move[]): Drawing[] {
  const drawings: Drawing[] = []
  for (let first = 0; first < moves.length; first++) {
    const begin = moves[first] as Move
    if (!begin.lays || !known(begin.from)) continue
    let last = first
    for (let next = first + 1; next < moves.length; next++) {
      const move = moves[next] as Move
      if (move.lays) last = next
      else if (across(move) > stepMm) break
    }
    const end = moves[last] as Move
    const wipe = moves[last + 1]
    if (wipe && !wipe.lays && across(wipe) > 0 && across(wipe) <= wipeMm && wipe.to.z === end.to.z) last++
    const own = moves.slice(first, last + 1)
    drawings.push({ moves: own, shares: [...leading(moves, first), ...following(moves, last)] })
    first = last
  }
  return drawings
}

/** Coordinates before a drawing that bring the head to its start. */
function leading(moves: readonly Move[], first: number): Drawing['shares'] {
  const { from } = moves[first] as Move
  return (['x', 'y'] as const).flatMap(axis => {
    const shares: Drawing['shares'] = []
    for (let at = first - 1; at >= 0; at--) {
      const move = moves[at] as Move
      if (!(Math.abs(move.to[axis] - from[axis]) < sameMm)) break
      shares.push({ row: move.row, axis })
    }
    return shares
  })
}

/** Coordinates after it at which the head stays. */
function following(moves: readonly Move[], last: number): Drawing['shares'] {
  const { to } = moves[last] as Move
  return (['x', 'y'] as const).flatMap(axis => {
    const shares: Drawing['shares'] = []
    for (const move of moves.slice(last + 1)) {
      if (move.lays || !(Math.abs(move.to[axis] - to[axis]) < sameMm)) break
      shares.push({ row: move.row, axis })
    }
    return shares
  })
}

/** All positions of a drawing, its start first. */
export const pointsOf = ({ moves }: Drawing): Position[] => [
  ...(moves[0] ? [moves[0].from] : []),
  ...moves.map(({ to }) => to),
]
