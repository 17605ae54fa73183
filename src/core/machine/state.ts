// Everything that a machine remembers. A rehearsal starts from a state and ends in one, so that moments can be chained.
import * as v from 'valibot'
import type { FirmwareFamily } from '../firmware/spec.ts'
import type { Macro } from '../macros/config.ts'
import type { Value } from '../macros/values.ts'
import type { Change, Job } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import { type Moment, momentFacts } from '../model/moment.ts'
import { listOf } from '../model/pieces.ts'
import { Corner, type Printer } from '../model/printer.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { Offset, Places } from './places.ts'

const finite = v.pipe(v.number(), v.finite())
const positive = v.pipe(finite, v.gtValue(0))
const index = v.pipe(v.number(), v.integer(), v.minValue(0))
const counting = v.picklist(['absolute', 'relative'])
const AxisNumbers = v.object({ x: positive, y: positive, z: positive, e: positive })

/** A tool's active and standby temperatures, °C, and which of them its heater holds now. */
const ToolHeat = v.object({ activeC: finite, standbyC: finite, state: v.picklist(['off', 'standby', 'active']) })
export type ToolHeat = Readonly<v.InferOutput<typeof ToolHeat>>

/** Parameters of `G10` and `G11`: lengths in mm, speeds in mm/s. */
const Retraction = v.object({
  lengthMm: finite,
  speedMmS: positive,
  extraMm: finite,
  returnMmS: positive,
  liftMm: finite,
})
export type Retraction = Readonly<v.InferOutput<typeof Retraction>>

/** Everything except position and temperatures. Immutable: each change makes a new object, so modes can be shared. */
export const Modes = v.object({
  positioning: counting,
  extrusion: counting,
  units: v.picklist(['mm', 'inch']),
  /** The plane of arcs. */
  plane: v.picklist(['xy', 'zx', 'yz']),
  /** Null until the script, or the print before it, has set a feed rate. */
  feedMmMin: v.nullable(finite),
  feedPercent: finite,
  /** The override saved by `M220 B`. */
  feedPercentKept: finite,
  /** One for each tool. */
  flowPercents: listOf(finite, 200),
  /** −1 if no tool is in use. */
  tool: v.pipe(v.number(), v.integer(), v.minValue(-1)),
  /** The tool number of the blend in use; null for a plain tool. */
  blend: v.nullable(index),
  /** Saved blends, by tool number. */
  blends: listOf(v.object({ tool: index, shares: listOf(finite, 200) }), 200),
  /** The shares of a blend that is being mixed and not saved yet, by input. */
  mixing: listOf(v.nullable(finite), 200),
  nozzleTargets: listOf(finite, 200),
  toolHeats: listOf(ToolHeat, 200),
  bedTarget: finite,
  /** Null if the printer has no chamber heater. */
  chamberTarget: v.nullable(finite),
  /** From 0 to 1. */
  fan: finite,
  motorsOn: v.boolean(),
  softLimits: v.boolean(),
  /** Whether a nozzle below `leastC` may extrude; null means the firmware's own limit. */
  coldExtrusion: v.object({ allowed: v.boolean(), leastC: v.nullable(finite) }),
  levelling: v.picklist(['on', 'off', 'unknown']),
  /** Whether a mesh exists that could be switched on: saved, or probed since. */
  meshThere: v.boolean(),
  /** The loaded mesh, by name or slot; null for one just probed, or an unknown one. */
  mesh: v.nullable(v.string()),
  /** The number of probe points that a script set; null for the printer's own. */
  grid: v.nullable(v.object({ x: index, y: index })),
  homed: v.object({ x: v.boolean(), y: v.boolean(), z: v.boolean() }),
  places: Places,
  /** The sum of all shifts in `places`, mm: the reported position is the machine position minus this. */
  shift: Offset,
  /** The probe's Z offset that a script set; null for the printer's own. */
  probeZ: v.nullable(finite),
  retractions: listOf(Retraction, 200),
  /** Retracted by firmware retraction (`G10`) and not yet unretracted, mm. */
  firmwareRetractedMm: finite,
  /** For each tool the filament diameter if E counts mm³, mm; 0 if E counts mm. */
  volumetric: listOf(finite, 200),
  speedLimits: AxisNumbers,
  accelerationLimits: AxisNumbers,
  acceleration: v.object({ print: positive, travel: positive, retract: positive }),
  /** The setting for corners. */
  corner: Corner,
  /** How two carriages work together. */
  carriages: v.picklist(['single', 'auto-park', 'copied', 'mirrored']),
})
export type Modes = Readonly<v.InferOutput<typeof Modes>>

export type Position = { x: number; y: number; z: number }

const place = v.nullable(finite)

/** A saved state: modes of counting, and position. */
const Saved = v.object({
  positioning: counting,
  extrusion: counting,
  units: v.picklist(['mm', 'inch']),
  feedMmMin: v.nullable(finite),
  feedPercent: finite,
  places: Places,
  filamentMm: finite,
  /** In script coordinates; null for an unknown axis. */
  position: v.object({ x: place, y: place, z: place }),
  tool: v.pipe(v.number(), v.integer(), v.minValue(-1)),
  fan: finite,
})
export type Saved = Readonly<v.InferOutput<typeof Saved>>

const Variable: v.GenericSchema<unknown, Value> = v.union([
  v.number(),
  v.string(),
  v.boolean(),
  v.null(),
  v.array(v.lazy(() => Variable)),
  v.record(
    v.string(),
    v.lazy(() => Variable),
  ),
]) as v.GenericSchema<unknown, Value>

/** The whole state as plain JSON. Unknown axes are null. Temperatures in °C, lengths in mm, volumes in mm³. */
export const MachineState = v.object({
  position: v.object({ x: place, y: place, z: place }),
  /** The firmware's filament counter: mm, or mm³ if E counts volume. */
  filament: finite,
  modes: Modes,
  heat: v.object({
    /** One for each tool. */
    nozzlesC: listOf(finite, 200),
    bedC: finite,
    /** The followers of the bed: its surface, and the air above it. */
    bedFollowsC: listOf(finite, 200),
    chamberC: v.nullable(finite),
  }),
  /** For each tool: retraction from the tip, what hangs from it, and what is missing behind it. */
  tips: listOf(v.object({ backMm: finite, hangingMm3: finite, lostMm3: finite }), 200),
  remembered: v.record(v.string(), Saved),
  globals: v.record(v.string(), Variable),
  variables: v.record(v.string(), v.record(v.string(), Variable)),
})
export type MachineState = v.InferOutput<typeof MachineState>
export type Tip = MachineState['tips'][number]

/** The machine position as numbers; NaN for an unknown axis. */
export const knownPosition = ({ position: { x, y, z } }: Pick<MachineState, 'position'>): Position => ({
  x: x ?? Number.NaN,
  y: y ?? Number.NaN,
  z: z ?? Number.NaN,
})

/** A coordinate as JSON has it: null instead of NaN. */
export const coordinateOrNull = (value: number): number | null => (Number.isFinite(value) ? value : null)

/**
 * An opened config or macro file. `file` is its name, null for the main config; `call` is the line that is rehearsed, such as
 * `PRELUDE BED=60`. Findings and sentences then refer to the lines of this file.
 */
export type Opened = { file: string | null; call: string }

export type Stage = {
  printer: Printer
  firmware: FirmwareFamily
  /** The material of the tool that begins, and of every tool that `materials` does not cover. */
  material: Material
  /** One material for each tool, if the job prints with several tools. */
  materials?: readonly Material[] | undefined
  job: Job
  moment: Moment
  /** The machine's state when the script begins; if absent, the usual state at this moment. */
  from?: MachineState | undefined
  /** The layer of the print that the script runs in, from 1; half way up when absent. */
  layer?: number | undefined
  /** The tools of a tool change, and the positions where it leaves the print and returns; if absent, the job's first two tools. */
  change?: Change | undefined
  /** Whether the print continues right after this script; false if a further script of the same tool change follows. */
  goesOn?: boolean | undefined
  /** Macros that scripts may call, by name in upper case. */
  macros?: ReadonlyMap<string, Macro> | undefined
  /** Macros that run by themselves when their time comes, by the name that sets it. */
  delayed?: ReadonlyMap<string, Macro> | undefined
  /** The placeholders of this printer's slicer, if the person has said which slicer it is. */
  vocabulary?: Vocabulary | undefined
  /** Numbers that stand in for unknown placeholders, by the placeholder with its brackets, such as `{mood}`. */
  standIns?: Readonly<Record<string, number>> | undefined
  /** Conditions whose result is fixed, by their text: used to rehearse the script's other branches. */
  branches?: ReadonlyMap<string, boolean> | undefined
  /** Set if the text is a config or a macro file instead of a script; see `Opened`. */
  opened?: Opened | undefined
  /** Reads the text as the machine does: without our values, settings and guards. */
  asSent?: boolean | undefined
}

/** Whether the slicer adds its own heating lines before a start script that has none. */
export const heatedBySlicer = ({ moment, vocabulary }: Pick<Stage, 'moment' | 'vocabulary'>): boolean =>
  momentFacts[moment].runs === 'before' && vocabulary?.addsHeating === true

/** The material that a tool prints with. */
export const materialOf = ({ material, materials }: Pick<Stage, 'material' | 'materials'>, tool: number): Material =>
  materials && materials.length > 1 ? (materials[tool] ?? material) : material

/** The flow of the tool in use, %. */
export const flowPercent = ({ flowPercents, tool }: Modes): number => flowPercents[Math.max(0, tool)] ?? 100

/** The tool number as scripts and answers show it: a blend's number if one is in use. */
export const toolShown = ({ tool, blend }: Pick<Modes, 'tool' | 'blend'>): number => blend ?? tool

/** Describes why a state does not fit this printer; null if it fits. */
export function fitsPrinter({ modes, heat, tips }: MachineState, { name, tools, heaters }: Printer): string | null {
  const counts = [
    modes.nozzleTargets,
    modes.toolHeats,
    modes.flowPercents,
    modes.retractions,
    modes.volumetric,
    heat.nozzlesC,
    tips,
  ]
  const other = counts.find(({ length }) => length !== tools.length)
  if (other) return `The initial state has ${other.length} tools, and ${name} has ${tools.length}.`
  if (modes.tool >= tools.length) return `The initial state has T${modes.tool} in use, which ${name} doesn’t have.`
  if ((heaters.chamber === null) !== (modes.chamberTarget === null))
    return `The initial state ${heaters.chamber ? 'has no chamber' : 'has a chamber'}, and ${name} ${heaters.chamber ? 'has one' : 'has none'}.`
  return null
}
