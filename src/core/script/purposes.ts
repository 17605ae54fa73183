// What a line is for, told from what its command does to the machine; and what a run of such lines is then called.
import { specOf } from '../firmware/spec.ts'
import type { Line } from '../gcode/line.ts'
import { heatTarget } from '../machine/heaters.ts'
import type { Stage } from '../machine/state.ts'
import { type Step, stepsOfCommand, type Trace } from '../machine/trace.ts'

export const passageKinds = [
  'setup',
  'message',
  'firmware-check',
  'heat',
  'heat-wait',
  'soak',
  'home',
  'align',
  'probe',
  'levelling',
  'z-offset',
  'purge-line',
  'purge-spot',
  'wipe',
  'prime',
  'retract',
  'park',
  'present',
  'cool-down',
  'motors-off',
  'fan',
  'limits',
  'tool',
  'mix',
  'origin',
  'other',
] as const
export type PassageKind = (typeof passageKinds)[number]

const kindTitles: Record<PassageKind, string> = {
  setup: 'Set-up',
  message: 'Message',
  'firmware-check': 'Firmware check',
  heat: 'Start heating',
  'heat-wait': 'Heat and wait',
  soak: 'Soak',
  home: 'Find zero',
  align: 'Align the gantry',
  probe: 'Probe the bed',
  levelling: 'Levelling',
  'z-offset': 'Z offset',
  'purge-line': 'Purge line',
  'purge-spot': 'Purge on the spot',
  wipe: 'Wipe',
  prime: 'Prime',
  retract: 'Retract',
  park: 'Park',
  present: 'Present the print',
  'cool-down': 'Cool down',
  'motors-off': 'Motors off',
  fan: 'Fan',
  limits: 'Limits',
  tool: 'Tool',
  mix: 'Mix',
  origin: 'Origin',
  other: 'Other',
}

/** What one line is for, or null for a line that goes along with its neighbours (a mode, a report, a filament reset). */
export type Purpose = PassageKind | 'move' | null

/** Moves that come before what a passage is named after belong to it; this is how strongly a purpose names a passage. */
const weight: Record<string, number> = {
  probe: 9,
  align: 8,
  'z-offset': 3,
  mix: 4,
  wipe: 5,
  park: 4,
  home: 8,
  'purge-line': 7,
  'purge-spot': 6,
  'heat-wait': 6,
  soak: 6,
  levelling: 5,
  'cool-down': 5,
  tool: 5,
  heat: 4,
  'motors-off': 3,
  prime: 3,
  retract: 2,
  fan: 2,
  limits: 2,
  move: 1,
  message: 1,
  origin: 1,
  setup: 0,
}

export function purposeOf(line: Line, trace: Trace | null, command: number, stage: Stage): Purpose {
  const parsed = line.command
  if (!parsed) return null
  const effect = specOf(stage.firmware, parsed.name)?.effect
  if (!effect) return 'other'
  switch (effect.does) {
    case 'heat':
      return heatTarget(parsed, effect)?.targetC === 0 ? 'cool-down' : effect.wait ? 'heat-wait' : 'heat'
    case 'home':
      return 'home'
    case 'probe':
      return 'probe'
    case 'levelling':
      return 'levelling'
    case 'motors':
      return effect.on ? 'setup' : 'motors-off'
    case 'fan':
      return 'fan'
    case 'message':
      return 'message'
    case 'limits':
    case 'move-acceleration':
    case 'soft-limits':
      return 'limits'
    case 'overall-limits':
    case 'corners':
      return 'limits'
    case 'tool':
    case 'change-filament':
      return 'tool'
    case 'probe-or-mesh':
      return trace && stepsOfCommand(trace, command).length === 0 ? 'levelling' : 'probe'
    case 'probe-point':
      return 'probe'
    case 'align':
      return 'align'
    case 'wait-for-heaters':
      return 'heat-wait'
    case 'heaters-off':
      return 'cool-down'
    case 'park':
      return 'park'
    case 'wipe':
      return 'wipe'
    case 'z-offset':
      return 'z-offset'
    case 'mix':
      return 'mix'
    case 'origin':
      return 'origin'
    case 'dwell': {
      const seconds = trace ? stepsOfCommand(trace, command).reduce((sum, step) => sum + step.end - step.start, 0) : 0
      return seconds >= 60 ? 'soak' : null
    }
    case 'firmware-retract':
      return effect.back ? 'retract' : 'prime'
    case 'units':
    case 'positioning':
    case 'extrusion-mode':
      return 'setup'
    case 'move':
    case 'arc':
      return trace ? purposeOfMove(stepsOfCommand(trace, command)) : 'move'
    default:
      return null
  }
}

/** A move that pushes along a way is a purge line, one that pushes on the spot a purge there, a small one a prime. */
function purposeOfMove(steps: readonly Step[]): Purpose {
  const pushed = steps.reduce((sum, step) => sum + Math.max(0, step.filamentMm), 0)
  const drawn = steps.some(step => step.filamentMm < 0)
  if (pushed > 0) {
    if (steps.some(step => step.kind === 'extrude' && Math.hypot(step.to.x - step.from.x, step.to.y - step.from.y) > 5))
      return 'purge-line'
    return pushed >= 5 ? 'purge-spot' : 'prime'
  }
  return drawn ? 'retract' : 'move'
}

const moves: readonly Purpose[] = ['purge-line', 'purge-spot', 'prime', 'retract', 'move']
const neighbours: readonly (readonly Purpose[])[] = [
  moves,
  ['heat', 'heat-wait'],
  ['setup', 'limits', 'fan'],
  ['cool-down', 'fan', 'motors-off'],
  ['probe', 'levelling'],
]

/** The weightier of two purposes. */
export const heavier = (a: Purpose, b: Purpose): Purpose => ((weight[b ?? ''] ?? -1) > (weight[a ?? ''] ?? -1) ? b : a)

const strongestOf = (purposes: readonly Purpose[]): Purpose => purposes.reduce(heavier, null)

/** Whether a line of this purpose may go on in a run whose weightiest is `strongest`; `first` for the script's first run. */
export function goesWith(strongest: Purpose, purpose: Purpose, first: boolean): boolean {
  if (purpose === null || purpose === 'message') return true
  if (strongest === null || strongest === 'message' || strongest === purpose) return true
  // A change of mode belongs to the moves around it, but for the modes that a script sets first of all.
  if (purpose === 'setup' && moves.includes(strongest)) return true
  if (strongest === 'setup' && !first && moves.includes(purpose)) return true
  return neighbours.some(each => each.includes(strongest) && each.includes(purpose))
}

/** The kind of a run of lines: that of its weightiest purpose. */
export function kindOf(purposes: readonly Purpose[], stage: Stage): PassageKind {
  const strongest = strongestOf(purposes)
  if (strongest === 'move') return stage.moment === 'end' ? 'park' : 'other'
  return strongest ?? 'other'
}

/** Our word for a run of lines that has no heading. */
export const titleOf = (purposes: readonly Purpose[], kind: PassageKind): string =>
  kind === 'other' && strongestOf(purposes) === 'move' ? 'Move' : kindTitles[kind]
