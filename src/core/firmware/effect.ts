// What a command can do to a machine: one tagged union, which the tables name and core/effects runs, explains and sorts.

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

/** What of a bed a probing covers. */
export type ProbeExtent = 'whole' | 'print' | 'three-points' | 'one-point' | 'named-area'

export type Effect =
  // Moves and how they are counted
  /** `radius` is false where arcs by radius are an error; `endStops` is the letter that makes it a homing move. */
  | { does: 'move'; endStops?: string; restorePoint?: string }
  | { does: 'arc'; clockwise: boolean; byRadius: boolean }
  | { does: 'plane'; plane: 'xy' | 'zx' | 'yz' }
  | { does: 'dwell'; seconds: string | null; milliseconds: string | null }
  | { does: 'wait-for-moves' }
  | { does: 'units'; units: 'mm' | 'inch' }
  | { does: 'positioning'; positioning: 'absolute' | 'relative'; filamentToo: boolean }
  | { does: 'extrusion-mode'; extrusion: 'absolute' | 'relative' }
  | { does: 'set-position' }
  // Places
  | { does: 'machine-places' }
  | { does: 'workspace'; number: number }
  | { does: 'set-workspace' }
  | { does: 'homed-offset'; here: boolean }
  | { does: 'tool-offset'; tool: string }
  /** Moved at once and not counted; `byLetter` tells “by” from “to”. */
  | { does: 'small-shift'; also: string | null }
  | { does: 'probe-offset' }
  | { does: 'host-offset' }
  // Where the machine is
  | { does: 'home'; turnsLevellingOff: boolean; file: string | null }
  | {
      does: 'probe'
      turnsLevellingOn: boolean
      extent: ProbeExtent
      /** The key whose 1 asks for the print's area only, and the one that says how many points. */
      adaptive: string | null
      count: string | null
      file: string | null
    }
  /** One touch, as often as the letter says (`times` is how often without it). */
  | { does: 'probe-point'; by: string | null; times: number }
  | { does: 'probe-grid' }
  | { does: 'align'; file: string | null }
  /** On or off always, or as the letter says (0 off, more on); the mesh's own name stands under `mesh`. */
  | { does: 'levelling'; set: 'on' | 'off' | { by: string }; mesh: string | null }
  /** One motor by its name under a key, on or off by another, where `byName` says which. */
  | { does: 'motors'; on: boolean; axesApart: boolean; byName?: { motor: string; on: string } }
  // Heat and air
  /** The target is the first of `targets` that the line has; one in `coolingToo` waits for cooling as well, and all do where `both`. */
  | {
      does: 'heat'
      heater: Heater
      wait: boolean
      targets: readonly string[]
      coolingToo: readonly string[]
      both: boolean
      tool: string | null
      /** The letter of what is held while it stands by. */
      standby: string | null
    }
  /** What a tool holds in use and standing by; `state` is the letter of 0 off, 1 standing by, 2 in use. */
  | { does: 'tool-heat'; tool: string; active: string; standby: string; state: string | null }
  | { does: 'wait-for-heaters' }
  | { does: 'heaters-off' }
  /** The power supply as a whole. */
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
  /** Pressure advance: under this letter or key how much, s, and of which extruder. */
  | { does: 'pressure-advance'; factor: string; of: string | null }
  | { does: 'flow-override'; unit: 'percent' | 'share' }
  // Limits
  | { does: 'feed-override' }
  /** `perSecond` turns the number as written into mm/s or mm/s². */
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
  /** The script, or the print with it, ends here; the file that runs before that. */
  | { does: 'finish'; file: string | null; stops: 'script' | 'machine' }
  | { does: 'park'; retract: string | null; waits: boolean }
  | { does: 'wipe' }
  | { does: 'message'; key: string | null }
  | { does: 'save-state'; by: string | null }
  | { does: 'restore-state'; by: string | null; axes: boolean; move: string | null }
  | { does: 'set-variable' }
  | { does: 'macro' }
  /** Runs a macro that waits for its time: under these keys which, and in how many seconds. */
  | { does: 'run-later'; id: string; seconds: string }
  /** Runs a file of the printer's own, whose name stands under this letter. */
  | { does: 'macro-file'; by: string }
  /** Branches, loops and variables of the machine's own. */
  | { does: 'flow'; step: FlowStep }
  /** Begins a stretch that runs so many times, or ends it where the letter is missing. */
  | { does: 'repeat'; times: string }
  /** Something that takes this long and is otherwise not known; what a person taught. */
  | { does: 'opaque'; seconds: number }
  /** Nothing that a rehearsal shows: reports, sounds, fine tuning, checks of the firmware. */
  | { does: 'nothing-shown'; kind: 'report' | 'sound' | 'tuning' | 'housekeeping' | 'check' | 'configuration' }

export type Does = Effect['does']
export type EffectOf<D extends Does> = Extract<Effect, { does: D }>
