// Describes a move: its target, what it extrudes, its speed, and the size of the bead.
import { area, listed, mm, plain, speed } from '../format.ts'
import { type Command, numberOf } from '../gcode/line.ts'
import { toolFilamentAreaMm2 } from '../machine/outcome.ts'
import type { Modes } from '../machine/state.ts'
import type { Step } from '../machine/trace.ts'
import { type Axis, axes, type Printer } from '../model/printer.ts'
import type { CommandContext } from './record.ts'

const toward: Record<Axis, [string, string]> = {
  x: ['left', 'right'],
  y: ['to the front', 'to the back'],
  z: ['down', 'up'],
}

/** “to Y 140 mm”, “up 5 mm”, “up to Z 10 mm”. Empty if no axis is named. */
function whereTo(command: Command, modes: Modes, steps: readonly Step[]): string {
  const named = axes.filter(axis => numberOf(command, axis.toUpperCase()) !== null)
  const scale = modes.units === 'inch' ? 25.4 : 1
  const value = (axis: Axis) => (numberOf(command, axis.toUpperCase()) as number) * scale
  if (modes.positioning === 'relative' && !command.machine)
    return listed(
      named
        .filter(axis => value(axis) !== 0)
        .map(axis => `${toward[axis][value(axis) > 0 ? 1 : 0]} ${mm(Math.abs(value(axis)), 3)}`),
    )
  if (named.length === 0) return ''
  const places = listed(named.map(axis => `${axis.toUpperCase()} ${plain(value(axis), 3)}`))
  const [first, last] = [steps[0]?.from.z, steps.at(-1)?.to.z]
  const rises = named.length === 1 && named[0] === 'z' && first !== undefined && last !== undefined && first !== last
  return `${rises ? (last > first ? 'up ' : last < first ? 'down ' : '') : ''}to ${places} mm`
}

const length = (steps: readonly Step[]): number =>
  steps.reduce((sum, { from, to }) => {
    const way = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)
    return Number.isNaN(way) ? sum : sum + way
  }, 0)

/** Strokes further than this from an edge of the bed are not described by that edge, mm. */
const nearEdgeMm = 30

/** “, 4 mm in from the left” for a stroke near an edge of the bed and along it; otherwise empty. */
function besideEdge(steps: readonly Step[], bed: Printer['bed']): string {
  const [first, last] = [steps[0]?.from, steps.at(-1)?.to]
  if (!first || !last || steps.length > 1) return ''
  const along = Math.abs(last.x - first.x) < 0.01 ? 'y' : Math.abs(last.y - first.y) < 0.01 ? 'x' : null
  if (along === null) return ''
  const across = along === 'y' ? 'x' : 'y'
  const [low, high] = bed[across]
  const [fromLow, fromHigh] = [last[across] - low, high - last[across]]
  const inset = Math.min(fromLow, fromHigh)
  if (!(Math.abs(inset) <= nearEdgeMm)) return ''
  const side = { x: ['left', 'right'], y: ['front', 'back'] }[across][fromLow <= fromHigh ? 0 : 1]
  if (inset < -0.005) return `, ${mm(-inset, 1)} off the bed at the ${side}`
  return inset < 0.005 ? `, on the ${side} edge` : `, ${mm(inset, 1)} in from the ${side}`
}

/** The speed of a move: its feed rate, or the lower speed that one of its axes allows, with that axis. */
function reachedSpeed(steps: readonly Step[], { feedPercent, speedLimits }: Modes, feedMmMin: number): string {
  const asked = ((feedMmMin / 60) * feedPercent) / 100
  const allowed = steps.map(({ from, to, filamentMm }): { mmS: number; by: string } => {
    const way = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)
    if (way === 0) return { mmS: filamentMm === 0 ? asked : speedLimits.e, by: 'the extruder' }
    return axes
      .map(axis => ({ mmS: (speedLimits[axis] * way) / Math.abs(to[axis] - from[axis]), by: axis.toUpperCase() }))
      .reduce((least, each) => (each.mmS < least.mmS ? each : least))
  })
  // An arc has its full speed where its direction allows it.
  const fastest = allowed.toSorted((a, b) => b.mmS - a.mmS)[0]
  return fastest && fastest.mmS < asked - 0.05 ? `${speed(fastest.mmS)}, as fast as ${fastest.by} can` : speed(asked)
}

/** The sentence for a straight move or an arc, from its words, the modes before it and its steps. */
export function sayMove(
  { command, before, after, stage }: Pick<CommandContext, 'command' | 'before' | 'after' | 'stage'>,
  steps: readonly Step[],
  how = '',
): string {
  const { printer } = stage
  const at = after.feedMmMin === null ? '' : ` at ${reachedSpeed(steps, after, after.feedMmMin)}`
  const where = whereTo(command, before, steps)
  const filament = steps.reduce((sum, step) => sum + step.filamentMm, 0)
  const way = length(steps)
  const moved = `${mm(Math.abs(filament), 3)} of filament`
  if (where === '') {
    if (filament > 0) return `Extrudes ${moved} in place${at}.`
    if (filament < 0) return `Retracts ${moved}${at}.`
    if (numberOf(command, 'E') !== null)
      return before.tool < 0 ? 'Extrudes nothing: no tool is in use.' : 'Extrudes nothing: E already has this value.'
    if (numberOf(command, 'F') !== null)
      return after.feedMmMin === null ? 'Sets no feed rate.' : `Feed rate from here on:${at.slice(3)}.`
    return 'No coordinates, so nothing moves.'
  }
  const line = `Moves ${how}${where}${command.machine ? ' in machine coordinates' : ''}`
  if (filament > 0) {
    const bead =
      way > 0
        ? `: ${mm(way, 1)} long, bead ${area((filament * toolFilamentAreaMm2(printer, after.tool)) / way)}${besideEdge(steps, printer.bed)}`
        : ''
    return `${line}, extruding ${moved}${at}${bead}.`
  }
  if (filament < 0) return `${line}, retracting ${moved}${at}.`
  const known = steps.every(({ from, to }) => !Number.isNaN(from.x + from.y + from.z + to.x + to.y + to.z))
  if (steps.length > 0 && known && way === 0) return `Stays at ${where.replace(/^(up |down )?to /, '')}: already there.`
  return `${line}${at}.`
}
