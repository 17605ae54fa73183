// What the other printer is in as the carried lines run there: kept along, so that each line is written for what holds then.
import { beginning } from '../machine/beginning.ts'
import { knownPosition, type Modes, type Position } from '../machine/state.ts'
import type { Axis } from '../model/printer.ts'
import type { Side } from './sides.ts'

export class There {
  position: Position
  /** What `G92` called otherwise: the machine's place less the word, mm. */
  shift: Position = { x: 0, y: 0, z: 0 }
  /** The filament as its firmware counts it. */
  counter: number
  feedMmMin: number | null
  extrusion: Modes['extrusion']
  levelling: Modes['levelling']
  homed: Record<Axis, boolean>
  /** Whether a tool is in use, where a printer has none when it is switched on. */
  toolTaken: boolean

  /** As a script of its moment finds it. */
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
