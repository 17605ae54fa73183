// Carries filament and speed by meaning: a bead keeps its cross-section, a purge its volume, a retraction becomes the
// target tool's own, and a flow stays within what the hot end melts.
import { widestNozzles } from '../check/rules/bead-too-fat.ts'
import { beadAreaMm2, toolFilamentAreaMm2 } from '../machine/outcome.ts'
import type { Modes, Position } from '../machine/state.ts'
import { counterAfter, type Step, stepsOfCommand } from '../machine/trace.ts'
import { type Axis, axes } from '../model/printer.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { type Side, toolThere } from './sides.ts'

/** A move with at least this share along one axis is limited by that axis alone. */
const nearlyAlone = 0.95

/** The E value of a command on source and target, in their units, and the reason if they differ. */
export type FilamentThere = { here: number; there: number; why: string | null; beadMm2: number; repays: boolean }

/** Share of the widest bead that the target nozzle can press flat. */
const underWidest = 0.98

/** The retraction of each tool that has not returned yet, mm. An extrusion returns it first. */
export class Retracted {
  private readonly backMm = new Map<number, number>()

  /** The part of an extrusion that returns a retraction, mm; a retraction is added. */
  take(tool: number, mm: number): number {
    const owed = this.backMm.get(tool) ?? 0
    const paid = mm > 0 ? Math.min(owed, mm) : 0
    this.backMm.set(tool, Math.max(0, owed - mm))
    return paid
  }
}

/**
 * What a command extrudes on the target: along a path, the same bead, limited by the target firmware; in place, the
 * same volume; retractions become the target tool's own. Null without filament.
 */
export function filamentThere(
  way: Rehearsed,
  row: number,
  { from, to }: { from: Side; to: Side },
  ends: { from: Position; to: Position },
  retracted: Retracted,
  before: Modes,
): FilamentThere | null {
  const steps = stepsOfCommand(way.trace, row)
  const here = counterAfter(way.trace, row) - counterAfter(way.trace, row - 1)
  if (Math.abs(here) < 1e-9) return null
  const tool = Math.max(0, before.tool)
  const toolTo = toolThere(to, tool) ?? 0
  const volumetric = (before.volumetric[tool] ?? 0) > 0
  const keepsVolume = volumetric && to.family.phrases.firmwareRetract(true) !== null && takesVolume(to)
  // The volume of one unit of E on source and target, mm³.
  const areaHere = volumetric ? 1 : toolFilamentAreaMm2(from.printer, tool)
  const areaThere = keepsVolume ? 1 : toolFilamentAreaMm2(to.printer, toolTo)
  const byVolume = areaHere / areaThere
  const [own, other] = [from.printer.tools[tool], to.printer.tools[toolTo]]
  const share = own && other && own.retractMm > 0 && other.retractMm > 0 ? other.retractMm / own.retractMm : 1
  const paid = retracted.take(tool, here)
  if (here < 0)
    return {
      here,
      there: here * share,
      why: share === 1 ? null : retractWhy(to, own?.retractMm, other?.retractMm),
      beadMm2: 0,
      repays: true,
    }
  const lengthHere = lengthOf(steps)
  const lays = steps.some(({ kind }) => kind === 'extrude') && lengthHere > 0
  if (!lays) {
    const there = paid * share + (here - paid) * byVolume
    const why =
      Math.abs(there - here) < 1e-9
        ? null
        : paid >= here - 1e-9
          ? retractWhy(to, own?.retractMm, other?.retractMm)
          : volumeWhy(to)
    return { here, there, why, beadMm2: 0, repays: paid >= here - 1e-9 }
  }
  const lengthThere = between(ends.from, ends.to, steps)
  const nozzleMm = other?.nozzleMm ?? 0.4
  const bead = (here * areaHere) / lengthHere
  const refusedMm2 = to.family.fattestBeadMm2(nozzleMm) ?? Number.POSITIVE_INFINITY
  // A bead that is too wide for the source nozzle, too, is left alone.
  const heightMm = Math.max(ends.from.z, ends.to.z)
  const pressedMm2 =
    own && other && other.nozzleMm < own.nozzleMm && heightMm > 0
      ? underWidest * beadAreaMm2(widestNozzles * nozzleMm, heightMm)
      : Number.POSITIVE_INFINITY
  const max = Math.min(refusedMm2, pressedMm2)
  const laid = Math.min(bead, max)
  const there = (laid * lengthThere) / areaThere
  const why =
    laid < bead
      ? max === refusedMm2
        ? `Its firmware allows no bead above ${Number(max.toFixed(3))} mm².`
        : `A nozzle of ${nozzleMm} mm can’t press a bead flat that is wider than ${Number((widestNozzles * nozzleMm).toFixed(2))} mm.`
      : Math.abs(there - here) < 1e-9
        ? null
        : byVolume !== 1
          ? volumeWhy(to)
          : 'The bead stays the same.'
  return { here, there, why, beadMm2: laid, repays: false }
}

const takesVolume = ({ family }: Side): boolean =>
  [...family.commands.values()].some(({ effect }) => effect.does === 'volumetric')

const retractWhy = ({ printer }: Side, here = 0, there = 0): string =>
  `${printer.name} retracts ${there} mm where this one retracts ${here} mm.`

const volumeWhy = ({ printer }: Side): string =>
  `The filament of ${printer.name} has a different diameter: the volume stays the same.`

const lengthOf = (steps: readonly Step[]): number =>
  steps.reduce((sum, { from, to }) => sum + (Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z) || 0), 0)

/** The path on the target: straight, or an arc scaled like its chord. */
function between(from: Position, to: Position, steps: readonly Step[]): number {
  const chord = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)
  const [first, last] = [steps[0], steps.at(-1)]
  if (!first || !last || steps.length === 1) return chord
  const chordHere = Math.hypot(last.to.x - first.from.x, last.to.y - first.from.y, last.to.z - first.from.z)
  return chordHere > 0 ? (lengthOf(steps) * chord) / chordHere : lengthOf(steps)
}

/**
 * The highest speed of a move on the target, mm/min, and what limits it; Infinity if nothing does. A move that already
 * exceeds the source's limits is left alone: both machines limit it themselves.
 */
export function maxFeed(
  { from, to }: { from: Side; to: Side },
  tool: number,
  wantedMmMin: number,
  here: { from: Position; to: Position },
  ends: { from: Position; to: Position },
  filament: FilamentThere | null,
): { mmMin: number; why: string } {
  const { printer } = to
  const toolTo = printer.tools[toolThere(to, tool) ?? 0]
  const length = Math.hypot(...spanOf(ends))
  const limits = printer.highestSpeedMmS
  const limitOf = (axis: 'x' | 'y' | 'z' | 'e') =>
    (axis === 'e' || aloneOn(here) === axis) && wantedMmMin > from.printer.highestSpeedMmS[axis] * 60
      ? Number.POSITIVE_INFINITY
      : limits[axis]
  if (length === 0) {
    if (!filament || filament.there === 0) return none
    const melts = filament.repays
      ? Number.POSITIVE_INFINITY
      : (toolTo?.highestFlowMm3S ?? Number.POSITIVE_INFINITY) / toolFilamentAreaMm2(printer, toolThere(to, tool) ?? 0)
    return melts < limitOf('e')
      ? { mmMin: melts * 60, why: meltsWhy(printer.name, toolTo?.highestFlowMm3S) }
      : { mmMin: limitOf('e') * 60, why: `The filament of ${printer.name} goes ${limits.e} mm/s at most.` }
  }
  const axis = aloneOn(ends)
  const alone = axis ? limitOf(axis) * 60 : Number.POSITIVE_INFINITY
  const flow =
    filament && filament.beadMm2 > 0
      ? ((toolTo?.highestFlowMm3S ?? Number.POSITIVE_INFINITY) / filament.beadMm2) * 60
      : Number.POSITIVE_INFINITY
  if (flow < alone) return { mmMin: flow, why: meltsWhy(printer.name, toolTo?.highestFlowMm3S) }
  return { mmMin: alone, why: `${axis?.toUpperCase()} of ${printer.name} goes ${limits[axis ?? 'x']} mm/s at most.` }
}

/** The length of a move along each axis, mm; empty if unknown. */
const spanOf = ({ from, to }: { from: Position; to: Position }): number[] =>
  axes.map(axis => to[axis] - from[axis] || 0)

/** The axis that a move almost exclusively uses. */
const aloneOn = (ends: { from: Position; to: Position }): Axis | undefined => {
  const span = spanOf(ends)
  return axes.find((_, i) => Math.abs(span[i] ?? 0) > nearlyAlone * Math.hypot(...span))
}

const none = { mmMin: Number.POSITIVE_INFINITY, why: '' }
const meltsWhy = (name: string, mm3S?: number): string =>
  `The hot end of ${name} melts no more${mm3S === undefined ? '' : ` than ${mm3S} mm³/s`}.`
