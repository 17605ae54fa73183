// The target's state while the carried lines run, so that each line is written for the modes that apply there.
import { beginning } from '../machine/beginning.ts'
import { knownPosition, type Modes, type Position } from '../machine/state.ts'
import type { Axis } from '../model/printer.ts'
import type { Side } from './sides.ts'

export class There {
  position: Position
  /** The shift set by `G92`, mm: machine position minus number. */
  shift: Position = { x: 0, y: 0, z: 0 }
  /** The filament counter in the target firmware's unit. */
  counter: number
  feedMmMin: number | null
  extrusion: Modes['extrusion']
  levelling: Modes['levelling']
  homed: Record<Axis, boolean>
  /** Whether a tool is in use, for printers that start without one. */
  toolTaken: boolean

  /** Starts in the usual state at the script's moment. */
  constructor({ stage }: Side) {
    const state = beginning(stage)
    this.position = knownPosition(state)
    this.counter = state.filament
    this.feedMmMin = state.modes.feedMmMin
    this.extrusion = state.modes.extrusion
    this.homed = { ...state.modes.homed }
    this.levelling = state.modes.levelling
    this.toolTaken = state.modes.tool >= 0
  }
}
