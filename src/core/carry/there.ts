// What the other printer is in as the carried lines run there: kept along, so that each line is written for what holds then.
import type { Modes, Position } from '../machine/state.ts'
import type { Axis } from '../model/printer.ts'
import type { Side } from './sides.ts'

export class There {
  position: Position = { x: Number.NaN, y: Number.NaN, z: Number.NaN }
  /** What `G92` called otherwise: the machine's place less the word, mm. */
  shift: Position = { x: 0, y: 0, z: 0 }
  /** The filament as its firmware counts it. */
  counter = 0
  feedMmMin: number | null = null
  extrusion: Modes['extrusion'] = 'absolute'
  levelling: Modes['levelling'] = 'unknown'
  homed: Record<Axis, boolean> = { x: false, y: false, z: false }
  /** Whether a tool is in use, where a printer has none when it is switched on. */
  toolTaken: boolean

  constructor(to: Side, at: { position: Position; counter: number; modes: Modes }) {
    this.position = { ...at.position }
    this.counter = at.counter
    this.feedMmMin = at.modes.feedMmMin
    this.extrusion = at.modes.extrusion
    this.homed = { ...at.modes.homed }
    this.levelling = at.modes.levelling
    this.toolTaken = !to.family.noToolAtStart || to.printer.tools.length === 1 || to.stage.moment !== 'start'
  }
}
