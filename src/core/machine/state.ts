// The one state: all that a machine remembers. A rehearsal begins in one and ends in one, so that moments can be strung together.
import * as v from 'valibot'
import type { FirmwareFamily } from '../firmware/spec.ts'
import type { Macro } from '../macros/config.ts'
import type { Value } from '../macros/values.ts'
import type { Change, Job } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import type { Moment } from '../model/moment.ts'
import { listOf } from '../model/pieces.ts'
import { Corner, type Printer } from '../model/printer.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { Offset, Places } from './places.ts'

const finite = v.pipe(v.number(), v.finite())
const positive = v.pipe(finite, v.gtValue(0))
const index = v.pipe(v.number(), v.integer(), v.minValue(0))
const counting = v.picklist(['absolute', 'relative'])
const AxisNumbers = v.object({ x: positive, y: positive, z: positive, e: positive })

/** What a tool is told to hold while it is in use and while it stands by, °C, and which of them its heater does now. */
const ToolHeat = v.object({ activeC: finite, standbyC: finite, state: v.picklist(['off', 'standby', 'active']) })
export type ToolHeat = Readonly<v.InferOutput<typeof ToolHeat>>

/** What `G10` and `G11` do: lengths in mm, speeds in mm/s. */
const Retraction = v.object({
  lengthMm: finite,
  speedMmS: positive,
  extraMm: finite,
  returnMmS: positive,
  liftMm: finite,
})
export type Retraction = Readonly<v.InferOutput<typeof Retraction>>

/** Everything but position and temperature. Never changed in place: each change makes a new one, so they can be shared. */
export const Modes = v.object({
  positioning: counting,
  extrusion: counting,
  units: v.picklist(['mm', 'inch']),
  /** The plane that arcs lie in. */
  plane: v.picklist(['xy', 'zx', 'yz']),
  /** Null until the script (or the print before it) has set one. */
  feedMmMin: v.nullable(finite),
  feedPercent: finite,
  /** What `M220 B` put by. */
  feedPercentKept: finite,
  /** One for each tool. */
  flowPercents: listOf(finite, 200),
  /** −1 where none is in use. */
  tool: v.pipe(v.number(), v.integer(), v.minValue(-1)),
  /** The number of the blend that is in use as a tool of its own; null where it is the plain tool. */
  blend: v.nullable(index),
  /** Blends that have been kept, by the number of the tool that each is. */
  blends: listOf(v.object({ tool: index, shares: listOf(finite, 200) }), 200),
  /** The shares of a blend that is begun and not kept yet, by input. */
  mixing: listOf(v.nullable(finite), 200),
  nozzleTargets: listOf(finite, 200),
  toolHeats: listOf(ToolHeat, 200),
  bedTarget: finite,
  /** Null where the printer has no chamber heater. */
  chamberTarget: v.nullable(finite),
  /** 0 to 1. */
  fan: finite,
  motorsOn: v.boolean(),
  softLimits: v.boolean(),
  /** Whether a nozzle colder than `leastC` may extrude; null where the firmware's own limit holds. */
  coldExtrusion: v.object({ allowed: v.boolean(), leastC: v.nullable(finite) }),
  levelling: v.picklist(['on', 'off', 'unknown']),
  /** Whether there is a mesh that could be turned on: saved, or probed since. */
  meshThere: v.boolean(),
  /** The mesh that is loaded, by its name or slot; null where it is the one just probed, or not known. */
  mesh: v.nullable(v.string()),
  /** Points of a probing that a script has asked for in place of the printer's; null for the printer's. */
  grid: v.nullable(v.object({ x: index, y: index })),
  homed: v.object({ x: v.boolean(), y: v.boolean(), z: v.boolean() }),
  places: Places,
  /** All of `places` together: the position shown is the machine's less this, mm. */
  shift: Offset,
  /** The probe's height under the nozzle that a script has set; null for the printer's own. */
  probeZ: v.nullable(finite),
  retractions: listOf(Retraction, 200),
  /** By firmware retraction (G10), still to be pushed forward, mm. */
  firmwareRetractedMm: finite,
  /** For each tool the filament's diameter where E counts mm³, mm; 0 where it counts mm. */
  volumetric: listOf(finite, 200),
  speedLimits: AxisNumbers,
  accelerationLimits: AxisNumbers,
  acceleration: v.object({ print: positive, travel: positive, retract: positive }),
  /** How sharply corners are taken. */
  corner: Corner,
  /** How two carriages work together. */
  carriages: v.picklist(['single', 'auto-park', 'copied', 'mirrored']),
})
export type Modes = Readonly<v.InferOutput<typeof Modes>>

export type Position = { x: number; y: number; z: number }

const place = v.nullable(finite)

/** What a machine put by when it was told to remember, under a name: how it counted, and where it was. */
const Saved = v.object({
  positioning: counting,
  extrusion: counting,
  units: v.picklist(['mm', 'inch']),
  feedMmMin: v.nullable(finite),
  feedPercent: finite,
  places: Places,
  filamentMm: finite,
  /** In words, as the script would say it; null for an axis that was not known. */
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

/** The whole of it, as plain JSON: null where an axis is not known. Temperatures in °C, lengths in mm, volumes in mm³. */
export const MachineState = v.object({
  position: v.object({ x: place, y: place, z: place }),
  /** The firmware's filament counter, as it counts: mm, or mm³ where E is a volume. */
  filament: finite,
  modes: Modes,
  heat: v.object({
    /** One for each tool. */
    nozzlesC: listOf(finite, 200),
    bedC: finite,
    /** What follows the bed: its surface, and the air over it. */
    bedFollowsC: listOf(finite, 200),
    chamberC: v.nullable(finite),
  }),
  /** For each tool how far its filament is back from the tip, what hangs from it, and what is missing behind the tip. */
  tips: listOf(v.object({ backMm: finite, hangingMm3: finite, lostMm3: finite }), 200),
  remembered: v.record(v.string(), Saved),
  globals: v.record(v.string(), Variable),
  variables: v.record(v.string(), v.record(v.string(), Variable)),
})
export type MachineState = v.InferOutput<typeof MachineState>
export type Tip = MachineState['tips'][number]

/** The machine's place as numbers to reckon with: NaN where it is not known. */
export const knownPosition = ({ position: { x, y, z } }: Pick<MachineState, 'position'>): Position => ({
  x: x ?? Number.NaN,
  y: y ?? Number.NaN,
  z: z ?? Number.NaN,
})

/** A place as JSON holds it. */
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

/** Whether the program that makes the print files puts heating lines of its own before a start script that has none. */
export const heatedBySlicer = ({ moment, vocabulary }: Pick<Stage, 'moment' | 'vocabulary'>): boolean =>
  moment === 'start' && vocabulary?.addsHeating === true

/** What a tool prints with. */
export const materialOf = ({ material, materials }: Pick<Stage, 'material' | 'materials'>, tool: number): Material =>
  materials && materials.length > 1 ? (materials[tool] ?? material) : material

/** The flow of the tool in use, %. */
export const flowPercent = ({ flowPercents, tool }: Modes): number => flowPercents[Math.max(0, tool)] ?? 100

/** The tool's number as scripts and answers say it: a blend's own where one is in use. */
export const toolShown = ({ tool, blend }: Pick<Modes, 'tool' | 'blend'>): number => blend ?? tool

/** Why a state can't be one of this printer, in a sentence; null where it can. */
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
  if (other) return `The state to begin in has ${other.length} tools, and ${name} has ${tools.length}.`
  if (modes.tool >= tools.length) return `The state to begin in has T${modes.tool} in use, which ${name} doesn’t have.`
  if ((heaters.chamber === null) !== (modes.chamberTarget === null))
    return `The state to begin in ${heaters.chamber ? 'has no chamber' : 'has a chamber'}, and ${name} ${heaters.chamber ? 'has one' : 'has none'}.`
  return null
}
