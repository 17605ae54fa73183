// What a command can do to a machine: one tagged union. The firmware tables name an effect; core/effects runs and
// explains it.

export type Heater = 'nozzle' | 'bed' | 'chamber'
export type LimitKind = 'speed' | 'acceleration'

export type FlowStep =
  | 'branch'
  | 'loop'
  | 'leave'
  | 'again'
  | 'return'
  | 'variable'
  | 'global'
  | 'change'
  | 'say'
  | 'abort'

/** Which part of the bed is probed. */
export type ProbeExtent = 'whole' | 'print' | 'three-points' | 'one-point' | 'named-area'

export type Effect =
  // Moves and how their numbers are read
  /**
   * `radius` is false if the firmware rejects arcs by radius; `endStops` is the letter that makes the move a homing
   * move.
   */
  | { does: 'move'; endStops?: string; restorePoint?: string }
  | { does: 'arc'; clockwise: boolean; byRadius: boolean }
  | { does: 'plane'; plane: 'xy' | 'zx' | 'yz' }
  | { does: 'dwell'; seconds: string | null; milliseconds: string | null }
  | { does: 'wait-for-moves' }
  | { does: 'units'; units: 'mm' | 'inch' }
  | { does: 'positioning'; positioning: 'absolute' | 'relative'; filamentToo: boolean }
  | { does: 'extrusion-mode'; extrusion: 'absolute' | 'relative' }
  | { does: 'set-position' }
  // Coordinates
  | { does: 'machine-places' }
  | { does: 'workspace'; number: number }
  | { does: 'set-workspace' }
  | { does: 'homed-offset'; here: boolean }
  | { does: 'tool-offset'; tool: string }
  /** Moves at once and does not change the reported position. `byLetter` distinguishes “by” from “to”. */
  | { does: 'small-shift'; also: string | null }
  | { does: 'probe-offset' }
  | { does: 'host-offset' }
  // Homing, probing, levelling
  | { does: 'home'; turnsLevellingOff: boolean; file: string | null }
  | {
      does: 'probe'
      turnsLevellingOn: boolean
      extent: ProbeExtent
      /** The key whose value 1 limits probing to the print area, and the key for the number of points. */
      adaptive: string | null
      count: string | null
      file: string | null
      /** Set if it touches the bed to clean the tip, and measures nothing. */
      cleansTip?: true
    }
  /** Probes one point, as often as the letter says (`times` is the number without it). */
  | { does: 'probe-point'; by: string | null; times: number }
  | { does: 'probe-grid' }
  | { does: 'align'; file: string | null }
  /** Always on or off, or by a letter (0 off, otherwise on). `mesh` is the key of a mesh's name. */
  | { does: 'levelling'; set: 'on' | 'off' | { by: string }; mesh: string | null }
  /** Motors on or off. With `byName`, one motor: its name is under one key, on or off under a second. */
  | { does: 'motors'; on: boolean; axesApart: boolean; byName?: { motor: string; on: string } }
  // Temperatures and fans
  /**
   * The target is the first of `targets` on the line. A target in `coolingToo` waits for cooling too; with `both` all
   * do.
   */
  | {
      does: 'heat'
      heater: Heater
      wait: boolean
      targets: readonly string[]
      coolingToo: readonly string[]
      both: boolean
      tool: string | null
      /** The letter of the standby temperature. */
      standby: string | null
    }
  /** A tool's active and standby temperatures; `state` is the letter for 0 off, 1 standby, 2 active. */
  | { does: 'tool-heat'; tool: string; active: string; standby: string; state: string | null }
  | { does: 'wait-for-heaters' }
  | { does: 'heaters-off' }
  /** The power supply. */
  | { does: 'power'; on: boolean }
  /** `full` is the number that means full speed. */
  | { does: 'fan'; on: boolean; speed: string; full: number }
  // Filament
  | { does: 'firmware-retract'; back: boolean }
  | { does: 'retraction-settings'; of: 'retract' | 'return' | 'both'; keys: boolean }
  | { does: 'volumetric'; diameter: string; switch: string | null; zeroIsOn: boolean }
  | { does: 'cold-extrusion'; least: string; any: string }
  | { does: 'change-filament'; part: 'change' | 'load' | 'unload'; file: string | null }
  | { does: 'mix'; step: 'part' | 'keep' | 'whole' | 'gradient' | 'tool' }
  /** Pressure advance: the letter or key of the value, s, and of the extruder. */
  | { does: 'pressure-advance'; factor: string; of: string | null }
  | { does: 'flow-override'; unit: 'percent' | 'share' }
  // Limits
  | { does: 'feed-override' }
  /** `perSecond` converts the written number to mm/s or mm/s². */
  | { does: 'limits'; of: LimitKind; perSecond: number }
  | { does: 'move-acceleration'; together: boolean }
  | { does: 'overall-limits'; speed: string; acceleration: string; corners: string | null }
  /** How sharply corners are taken: by letters, or by a speed under this key. */
  | { does: 'corners'; speed: string | null }
  | { does: 'soft-limits'; by: string }
  | { does: 'settings'; act: 'save' | 'load' | 'reset' }
  // Tools
  | { does: 'tool'; by: string | null; staysStill: string | null; files: boolean }
  | { does: 'carriages'; by: string }
  // The course of the print
  | { does: 'pause'; file: string | null; parks: boolean; seconds: string | null; milliseconds: string | null }
  | { does: 'resume'; file: string | null }
  /**
   * Ends the job, or stops the machine; `file` runs before. `program`: ends the job too, and is the usual last line of a
   * complete program (M30).
   */
  | { does: 'finish'; file: string | null; stops: 'job' | 'program' | 'machine' }
  | { does: 'park'; retract: string | null; waits: boolean }
  | { does: 'wipe' }
  | { does: 'message'; key: string | null }
  | { does: 'save-state'; by: string | null }
  | { does: 'restore-state'; by: string | null; axes: boolean; move: string | null }
  | { does: 'set-variable' }
  | { does: 'macro' }
  /** Runs a delayed macro: the keys for its name and for the delay in seconds. */
  | { does: 'run-later'; id: string; seconds: string }
  /** Runs a file of the printer; its name is under this letter. */
  | { does: 'macro-file'; by: string }
  /** Branches, loops and variables of the firmware. */
  | { does: 'flow'; step: FlowStep }
  /** Starts a block that runs several times; without the letter, ends it. */
  | { does: 'repeat'; times: string }
  /** Takes this long and has no other known effect; taught by the person. */
  | { does: 'opaque'; seconds: number }
  /** No effect on a rehearsal: reports, sounds, tuning, checks of the firmware. */
  | { does: 'nothing-shown'; kind: 'report' | 'sound' | 'tuning' | 'housekeeping' | 'check' | 'configuration' }

export type Does = Effect['does']
export type EffectOf<D extends Does> = Extract<Effect, { does: D }>
