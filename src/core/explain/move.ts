// What a move says: where the head goes from where it is, what it pushes, how fast, how thick a bead.

import { area, listed, mm, plain, speed } from '../format.ts'
import { type Command, numberOf } from '../gcode/line.ts'
import { toolFilamentAreaMm2 } from '../machine/outcome.ts'
import type { Modes } from '../machine/state.ts'
import type { Step } from '../machine/trace.ts'
import { type Axis, axes, type Printer } from '../model/printer.ts'

const toward: Record<Axis, [string, string]> = {
  x: ['left', 'right'],
  y: ['to the front', 'to the back'],
  z: ['down', 'up'],
}

/** “to Y 140 mm”, “up 5 mm”, “up to Z 10 mm”. Empty when no axis is named. */
function whereTo(command: Command, modes: Modes, steps: readonly Step[]): string {
  const named = axes.filter(axis => numberOf(command, axis.toUpperCase()) !== null)
  const scale = modes.units === 'inch' ? 25.4 : 1
  const value = (axis: Axis) => (numberOf(command, axis.toUpperCase()) as number) * scale
  if (modes.positioning === 'relative')
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

/** Strokes further in than this are not told by the bed's edge, mm. */
const nearEdgeMm = 30

/** “, 4 mm in from the left” for a stroke along an edge of the bed and near it; empty for any other. */
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

/** The sentence for a straight move or an arc, from its words, the modes it ran in and its steps. */
export function sayMove(
  command: Command,
  before: Modes,
  after: Modes,
  steps: readonly Step[],
  printer: Printer,
  how = '',
): string {
  const at = after.feedMmMin === null ? '' : ` at ${speed(((after.feedMmMin / 60) * after.feedPercent) / 100)}`
  const where = whereTo(command, before, steps)
  const filament = steps.reduce((sum, step) => sum + step.filamentMm, 0)
  const way = length(steps)
  const pushed = `${mm(Math.abs(filament), 3)} of filament`
  if (where === '') {
    if (filament > 0) return `Pushes ${pushed} on the spot${at}.`
    if (filament < 0) return `Draws ${pushed} back${at}.`
    if (numberOf(command, 'E') !== null) return 'Pushes nothing: the filament is already there.'
    if (numberOf(command, 'F') !== null)
      return after.feedMmMin === null ? 'Sets no speed.' : `Speed from here on:${at.slice(3)}.`
    return 'Names no place, so nothing moves.'
  }
  const line = `Moves ${how}${where}`
  if (filament > 0) {
    const bead =
      way > 0
        ? `: ${mm(way, 1)} long, bead ${area((filament * toolFilamentAreaMm2(printer, after.tool)) / way)}${besideEdge(steps, printer.bed)}`
        : ''
    return `${line}, pushing ${pushed}${at}${bead}.`
  }
  if (filament < 0) return `${line}, drawing ${pushed} back${at}.`
  const known = steps.every(({ from, to }) => !Number.isNaN(from.x + from.y + from.z + to.x + to.y + to.z))
  if (steps.length > 0 && known && way === 0) return `Stays at ${where.replace(/^(up |down )?to /, '')}: already there.`
  return `${line}${at}.`
}
