// What the machine holds in mind between two commands: modes, targets, what it has homed, its limits.

import type { FirmwareFamily } from '../firmware/spec.ts'
import type { Macro } from '../macros/config.ts'
import { areaOn, type Job, topOn } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import type { Printer } from '../model/printer.ts'
import type { Moment } from '../model/script.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { roomC } from './heat.ts'
import type { AxisLimits } from './motion.ts'
import type { Corner } from './planner.ts'

/** Everything but position and temperature. Never changed in place: each change makes a new one, so they can be shared. */
export type Modes = Readonly<{
  positioning: 'absolute' | 'relative'
  extrusion: 'absolute' | 'relative'
  units: 'mm' | 'inch'
  /** Null until the script (or the print before it) has set one. */
  feedMmMin: number | null
  feedPercent: number
  flowPercent: number
  tool: number
  nozzleTargets: readonly number[]
  bedTarget: number
  /** Null where the printer has no chamber heater. */
  chamberTarget: number | null
  /** 0 to 1. */
  fan: number
  motorsOn: boolean
  softLimits: boolean
  levelling: 'on' | 'off' | 'unknown'
  homed: Readonly<{ x: boolean; y: boolean; z: boolean }>
  /** What G92 added: the position shown is the machine's less this, mm. */
  shift: Readonly<{ x: number; y: number; z: number }>
  /** By firmware retraction (G10), still to be pushed forward, mm. */
  firmwareRetractedMm: number
  speedLimits: Readonly<AxisLimits>
  accelerationLimits: Readonly<AxisLimits>
  acceleration: Readonly<{ print: number; travel: number; retract: number }>
  /** How sharply corners are taken. */
  corner: Corner
}>

export type Position = { x: number; y: number; z: number }

export type Beginning = {
  modes: Modes
  /** Machine position in mm; NaN where it is not known. */
  position: Position
  /** The firmware's filament counter, mm. */
  filamentMm: number
  nozzleC: number
  bedC: number
}

export type Stage = {
  printer: Printer
  firmware: FirmwareFamily
  /** Of the tool that begins, and of every tool where `materials` says nothing else. */
  material: Material
  /** One for each tool, where the job prints with several. */
  materials?: readonly Material[] | undefined
  job: Job
  moment: Moment
  /** The tools that a tool change goes between; the job's first and the next that it uses when absent. */
  change?: { from: number; to: number } | undefined
  /** Macros that scripts may call, by name in upper case. */
  macros?: ReadonlyMap<string, Macro> | undefined
  /** How the program that makes this printer's print files writes values, where the person has said which it is. */
  vocabulary?: Vocabulary | undefined
  /** Numbers for words of another program that have no meaning here, by the word with its signs, as `{mood}`. */
  standIns?: Readonly<Record<string, number>> | undefined
}

/** Whether the slicing program puts heating lines of its own before a start script that has none. */
export const heatedByProgram = ({ moment, vocabulary }: Pick<Stage, 'moment' | 'vocabulary'>): boolean =>
  moment === 'start' && vocabulary?.addsHeating === true

/** What a tool prints with. */
export const materialOf = ({ material, materials }: Pick<Stage, 'material' | 'materials'>, tool: number): Material =>
  materials && materials.length > 1 ? (materials[tool] ?? material) : material

/**
 * The machine as a script of this moment finds it: cold, unhomed and with motors off before a start script; otherwise as a
 * print leaves it, hot, with the head on the top layer at the print's back right corner, filament counted absolutely.
 */
export function beginning({ printer, material, job, moment }: Stage): Beginning {
  const printing = moment !== 'start'
  const tools = printer.tools.map(() => 0)
  const modes: Modes = {
    positioning: 'absolute',
    extrusion: 'absolute',
    units: 'mm',
    feedMmMin: printing ? printer.highestSpeedMmS.x * 60 : null,
    feedPercent: 100,
    flowPercent: 100,
    tool: printing ? job.firstTool : 0,
    nozzleTargets: printing ? tools.map((_, tool) => (tool === job.firstTool ? material.nozzleLaterC : 0)) : tools,
    bedTarget: printing ? material.bedLaterC : 0,
    chamberTarget: printer.heaters.chamber ? 0 : null,
    fan: printing ? 1 : 0,
    motorsOn: printing,
    softLimits: true,
    levelling: printing ? 'on' : 'unknown',
    homed: { x: printing, y: printing, z: printing },
    shift: { x: 0, y: 0, z: 0 },
    firmwareRetractedMm: 0,
    speedLimits: { ...printer.highestSpeedMmS },
    accelerationLimits: { ...printer.highestAccelerationMmS2 },
    acceleration: { ...printer.accelerationMmS2 },
    corner: printer.corner,
  }
  const area = areaOn(job, printer)
  return {
    modes,
    position: printing
      ? { x: area.right, y: area.back, z: topOn(job, printer) }
      : { x: Number.NaN, y: Number.NaN, z: Number.NaN },
    filamentMm: 0,
    nozzleC: printing ? material.nozzleLaterC : roomC,
    bedC: printing ? material.bedLaterC : roomC,
  }
}
