// Look-ahead planner: how fast each corner is taken, and how long each move takes.
import type { AxisLimits } from './motion.ts'

/**
 * The firmware's setting for corners: jerk per axis (mm/s), deviation from the corner (mm), or the speed at a right
 * angle (mm/s).
 */
export type Corner =
  | ({ kind: 'jerk' } & AxisLimits)
  | { kind: 'deviation'; mm: number }
  | { kind: 'speed'; mmS: number }

/** One straight move: mm, mm/s, mm/s², and the share of its length along each axis. */
export type PlannedMove = { length: number; speed: number; acceleration: number; shares: AxisLimits }

const axes = ['x', 'y', 'z', 'e'] as const
const staysPut = ({ x, y, z }: AxisLimits): boolean => x === 0 && y === 0 && z === 0

/**
 * The speed at a corner between two directions, mm/s. By deviation δ: the corner is rounded by an arc that passes it at
 * δ, v² = a·δ·s/(1 − s), where s is the sine of half the angle between the moves. A speed v₉₀ at a right angle is the
 * same with a·δ = v₉₀²·(√2 − 1). By jerk: no axis changes its speed by more than its jerk. At a move of filament alone
 * the head stops.
 */
export function cornerSpeed(corner: Corner, acceleration: number, before: AxisLimits, now: AxisLimits): number {
  if (staysPut(before) || staysPut(now)) return 0
  if (corner.kind === 'jerk')
    return Math.min(...axes.map(axis => corner[axis] / Math.max(Math.abs(now[axis] - before[axis]), 1e-12)))
  const cosine = -(before.x * now.x + before.y * now.y + before.z * now.z)
  if (cosine >= 1 - 1e-9) return 0
  if (cosine <= -1 + 1e-9) return Number.POSITIVE_INFINITY
  const sine = Math.sqrt((1 - cosine) / 2)
  const reach = corner.kind === 'deviation' ? acceleration * corner.mm : corner.mmS * corner.mmS * (Math.SQRT2 - 1)
  return Math.sqrt((reach * sine) / (1 - sine))
}

/**
 * Seconds for a move from speed v0 to v1: it accelerates to v = min(nominal, √((2aL + v0² + v1²)/2)), holds v, and
 * slows down. From rest to rest this is L/v + v/a, or 2·√(L/a) if v is not reached.
 */
export function secondsBetween(length: number, speed: number, acceleration: number, v0: number, v1: number): number {
  if (length <= 0) return 0
  const top = Math.max(v0, v1, Math.min(speed, Math.sqrt((2 * acceleration * length + v0 * v0 + v1 * v1) / 2)))
  const ramps = (2 * top * top - v0 * v0 - v1 * v1) / (2 * acceleration)
  return (2 * top - v0 - v1) / acceleration + Math.max(0, length - ramps) / top
}

/** How many moves are planned together. When the buffer is full, the first half is settled. */
const room = 4096

/** A buffer of moves that are not timed yet. Typed arrays, because a print has millions of moves. */
export class Planner {
  count = 0
  private readonly length = new Float64Array(room)
  private readonly speed = new Float64Array(room)
  private readonly acceleration = new Float64Array(room)
  /** For each move, the limit of its entry speed by its corner, and the entry speed itself. */
  private readonly cap = new Float64Array(room)
  private readonly entry = new Float64Array(room)
  private last: PlannedMove | null = null
  /** The entry speed of the first move in the buffer, if earlier moves have been settled. */
  private from = 0

  /** Adds a move. Returns true when the buffer is full: then call `settle(false)` before the next move. */
  add(move: PlannedMove, corner: Corner): boolean {
    const at = this.count++
    this.length[at] = move.length
    this.speed[at] = move.speed
    this.acceleration[at] = move.acceleration
    const { last } = this
    const least = last && Math.min(last.acceleration, move.acceleration)
    this.cap[at] = last
      ? Math.min(last.speed, move.speed, cornerSpeed(corner, least as number, last.shares, move.shares))
      : 0
    this.last = move
    return this.count === room
  }

  /** Returns the seconds of the moves that can be settled: all if the machine stops after the last, otherwise half. */
  settle(stops: boolean): Float64Array {
    const { count, length, speed, acceleration, cap, entry } = this
    entry[0] = this.from
    for (let i = count - 1; i > 0; i--) {
      const after = i + 1 < count ? (entry[i + 1] as number) : 0
      entry[i] = Math.min(at(cap, i), Math.sqrt(after * after + 2 * at(acceleration, i) * at(length, i)))
    }
    for (let i = 1; i < count; i++) {
      const before = entry[i - 1] as number
      const max = Math.sqrt(before * before + 2 * at(acceleration, i - 1) * at(length, i - 1))
      entry[i] = Math.min(entry[i] as number, max)
    }
    const settled = stops ? count : count >> 1
    const seconds = new Float64Array(settled)
    for (let i = 0; i < settled; i++) {
      const after = i + 1 < count ? at(entry, i + 1) : 0
      seconds[i] = secondsBetween(at(length, i), at(speed, i), at(acceleration, i), at(entry, i), after)
    }
    this.from = settled < count ? at(entry, settled) : 0
    for (const column of [length, speed, acceleration, cap]) column.copyWithin(0, settled, count)
    this.count -= settled
    if (this.count === 0) this.last = null
    return seconds
  }
}

const at = (column: Float64Array, index: number): number => column[index] as number
