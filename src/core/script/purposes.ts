// The purpose of a line by the effect of its command, and the name of a run of such lines.
import { recordOf } from '../effects/effects.ts'
import type { PassageKind, Purpose } from '../effects/purpose.ts'
import { effectOf } from '../firmware/spec.ts'
import type { Line } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'
import { stepsOfCommand, type Trace } from '../machine/trace.ts'
import { momentFacts } from '../model/moment.ts'

export { type PassageKind, type Purpose, passageKinds } from '../effects/purpose.ts'

const kindTitles: Record<PassageKind, string> = {
  setup: 'Set-up',
  message: 'Message',
  'firmware-check': 'Firmware check',
  heat: 'Start heating',
  'heat-wait': 'Heat and wait',
  soak: 'Heat soak',
  home: 'Home',
  align: 'Align the gantry',
  probe: 'Probe the bed',
  levelling: 'Levelling',
  'z-offset': 'Z offset',
  'purge-line': 'Purge line',
  'purge-spot': 'Purge in place',
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

/** How strongly a purpose names a passage. Moves before the command that gives a passage its name belong to it. */
const weight: Record<string, number> = {
  probe: 9,
  align: 8,
  'z-offset': 3,
  mix: 4,
  'firmware-check': 4,
  present: 4.5,
  wipe: 5,
  park: 4,
  home: 8,
  'purge-line': 7,
  'purge-spot': 6.5,
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

/** The purpose of a line. `rows` are those of its own command, empty if it did not run. */
export function purposeOf(line: Line, trace: Trace | null, command: number, stage: Stage): Purpose {
  const parsed = line.command
  if (!parsed) return null
  const effect = effectOf(stage.firmware, parsed)
  if (!effect) return 'other'
  const { purpose = null } = recordOf(effect)
  if (typeof purpose !== 'function') return purpose
  const ran = trace?.ran?.[command]?.command ?? parsed
  return purpose({ command: ran, effect: effect as never, steps: trace && stepsOfCommand(trace, command), stage })
}

/** Names of macros and files that wipe the nozzle. */
const wipes = /brush|wipe|scrub/i

/** The purpose of a call: the one with most of the time, otherwise the strongest. `name` is what is called. */
export function purposeOfCall(name: string, trace: Trace, first: number, last: number, stage: Stage): Purpose {
  const spent = new Map<Purpose, number>()
  let strongest: Purpose = null
  for (let row = first; row <= last; row++) {
    const command = trace.ran?.[row]?.command
    const effect = command && effectOf(stage.firmware, command)
    if (!effect) continue
    const { purpose = null } = recordOf(effect)
    const steps = stepsOfCommand(trace, row)
    const found = typeof purpose === 'function' ? purpose({ command, effect: effect as never, steps, stage }) : purpose
    strongest = heavier(strongest, found)
    spent.set(found, (spent.get(found) ?? 0) + (trace.rows.end[row] as number) - (trace.rows.start[row] as number))
  }
  const whole = [...spent.values()].reduce((sum, seconds) => sum + seconds, 0)
  const [max] = [...spent].sort(([, a], [, b]) => b - a)
  return max && max[0] !== null && max[0] !== 'move' && max[1] > whole / 2
    ? max[0]
    : strongest === 'move'
      ? wipes.test(name)
        ? 'wipe'
        : 'other'
      : (strongest ?? 'other')
}

const moves: readonly Purpose[] = ['purge-line', 'purge-spot', 'prime', 'retract', 'move']
/** Whether a purpose belongs to a move; a mode before a move joins it. */
export const isMove = (purpose: Purpose): boolean => moves.includes(purpose)

/** A purge into a bucket and a purge line are two passages. */
const purges: readonly Purpose[] = ['purge-line', 'purge-spot']

const neighbours: readonly (readonly Purpose[])[] = [
  moves,
  ['heat', 'heat-wait'],
  ['setup', 'limits', 'fan'],
  ['cool-down', 'fan'],
  ['probe', 'levelling'],
  ['wipe', 'move', 'retract'],
  ['present', 'move', 'retract'],
]

/** The stronger of two purposes. */
export const heavier = (a: Purpose, b: Purpose): Purpose => ((weight[b ?? ''] ?? -1) > (weight[a ?? ''] ?? -1) ? b : a)

const strongestOf = (purposes: readonly Purpose[]): Purpose => purposes.reduce(heavier, null)

/**
 * Whether a line with this purpose may continue a run whose strongest purpose is `strongest`; `first` for the script's
 * first run.
 */
export function goesWith(strongest: Purpose, purpose: Purpose, first: boolean): boolean {
  if (purpose === null || purpose === 'message') return true
  if (purges.includes(strongest) && purges.includes(purpose)) return strongest === purpose
  if (strongest === null || strongest === 'message' || strongest === purpose) return true
  // A change of mode belongs to the moves around it, except for the modes at the start of a script.
  if (purpose === 'setup' && moves.includes(strongest)) return true
  if (strongest === 'setup' && !first && moves.includes(purpose)) return true
  return neighbours.some(each => each.includes(strongest) && each.includes(purpose))
}

/** The kind of a run of lines, by its strongest purpose. */
export function kindOf(purposes: readonly Purpose[], stage: Stage): PassageKind {
  const strongest = strongestOf(purposes)
  if (strongest === 'move') return momentFacts[stage.moment].rests ? 'park' : 'other'
  return strongest ?? 'other'
}

/** Our title for a run of lines without a heading. */
export const titleOf = (purposes: readonly Purpose[], kind: PassageKind): string =>
  kind === 'other' && strongestOf(purposes) === 'move' ? 'Move' : kindTitles[kind]
