// A plain sentence for each line, from its command's table entry, its words and the state it ran in.
import { type CommandSpec, type Effect, type Letter, mayBeMacro, specOf } from '../firmware/spec.ts'
import { celsius, duration, listed, mm, plain, plural, speed } from '../format.ts'
import { type Command, hasLetter, type Line, type LineKind, numberOf, textOf } from '../gcode/line.ts'
import { sleeping, startsCommand } from '../gcode/read.ts'
import { targetAt } from '../machine/heat.ts'
import { heatedTool, heaterOf, heatTarget } from '../machine/heaters.ts'
import type { PlainCommand } from '../machine/rehearse.ts'
import type { Stage } from '../machine/state.ts'
import { modesAfter, modesBefore, type Step, stepsOfCommand, type Trace } from '../machine/trace.ts'
import { axes, fileNamed } from '../model/printer.ts'
import type { Resolution } from '../resolve/resolve.ts'
import { sayMark } from './mark.ts'
import { sayMove } from './move.ts'

/** `moves` tells a command that moves the head, or would if it were awake, from every other. */
export type Explained = { line: number; kind: LineKind; says: string; moves: boolean }

/** One entry for each line. Comments and blanks say nothing, but for a command put to sleep, which says what it would do. */
export function explain(lines: readonly Line[], resolution: Resolution, trace: Trace, stage: Stage): Explained[] {
  const commands = trace.ran ?? resolution.commands
  const runs = new Map<number, number[]>()
  for (let i = 0; i < trace.rows.count; i++) {
    const line = trace.rows.line[i] as number
    const before = runs.get(line)
    if (before) before.push(i)
    else runs.set(line, [i])
  }
  const seen = new Set<string>()
  return lines.map(line => {
    const command = line.command ?? sleeping(line)?.command
    const run = runs.get(line.number)?.at(-1)
    return { line: line.number, kind: line.kind, says: say(line, run), moves: movesHead(command, run) }
  })

  function movesHead(command: Command | null | undefined, run: number | undefined): boolean {
    const does = command && specOf(stage.firmware, command.name)?.effect.does
    if (does === 'probe-or-mesh') return run === undefined || stepsOfCommand(trace, run).length > 0
    return does !== undefined && does !== null && motions.has(does)
  }

  function say(line: Line, run: number | undefined): string {
    if (line.kind === 'unreadable') return line.reason ?? ''
    if (line.kind === 'mark') return sayMark(line, resolution)
    if (line.kind === 'comment') {
      const asleep = sleeping(line)?.command
      return asleep ? `Asleep. Awake it means: ${lowerFirst(sayFromTable(asleep, stage))}` : ''
    }
    if (!line.command) return ''
    if (resolution.skipped.has(line.number)) return `Not this time: ${lowerFirst(sayFromTable(line.command, stage))}`
    const macro = stage.macros?.get(line.command.name)
    if (macro) return sayMacro(`macro ${macro.name}`, macro.description, runs.get(line.number) ?? [], trace)
    const effect = specOf(stage.firmware, line.command.name)?.effect
    const file =
      effect?.does === 'macro-file' ? fileNamed(stage.printer, textOf(line.command, effect.by) ?? '') : undefined
    if (file && run !== undefined) return sayMacro(`file ${file.name}`, '', runs.get(line.number) ?? [], trace)
    const more = line.pieces.find(startsCommand)
    const tail = more ? ` Only this much: “${more.text}” begins a second command on the same line.` : ''
    const command = run === undefined ? undefined : commands[run]?.command
    if (!command || run === undefined) {
      const passedOver = stage.firmware.flow && trace.stopped === null
      return (
        (passedOver
          ? `Not this time: ${lowerFirst(sayFromTable(line.command, stage))}`
          : sayFromTable(line.command, stage)) + tail
      )
    }
    const does = specOf(stage.firmware, command.name)?.effect.does ?? ''
    // Before a start script nobody knows the modes, so the first command that sets one does something.
    const modesKnown = stage.moment !== 'start' || seen.has(does)
    seen.add(does)
    return sayRun(command, run, commands, trace, stage, modesKnown) + tail
  }
}

/** What one command that ran did, whether it stands in the script or a macro made it. */
export function explainRow(row: number, commands: readonly PlainCommand[], trace: Trace, stage: Stage): string {
  const { command } = commands[row] as PlainCommand
  const ownWords = specOf(stage.firmware, command.name)?.effect.does === 'flow'
  const note = ownWords ? undefined : trace.notes.get(row)
  return note ?? sayRun(command, row, commands, trace, stage, true)
}

/** A macro of this printer: how much it does, and how long that takes. */
function sayMacro(name: string, description: string, rows: readonly number[], trace: Trace): string {
  const about = description ? ` (“${description}”)` : ''
  const [first, last] = [rows[0], rows.at(-1)]
  if (first === undefined || last === undefined) return `Runs the ${name}${about}.`
  const took = (trace.rows.end[last] as number) - (trace.rows.start[first] as number)
  return `Runs the ${name}${about}: ${plural(rows.length - 1, 'command')}${took > 0 ? `, ${duration(took)}` : ''}.`
}

const motions: ReadonlySet<Effect['does']> = new Set([
  'move',
  'arc',
  'home',
  'probe',
  'probe-point',
  'align',
  'park',
  'wipe',
])

type Heat = Extract<Effect, { does: 'heat' }>

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

/** The sentence that needs no state: title and letters, from the table alone. */
export function sayFromTable(command: Command, stage: Stage): string {
  const spec = specOf(stage.firmware, command.name)
  if (!spec && mayBeMacro(stage.firmware, command.name))
    return `Runs “${command.name}”, which may be a macro of this printer; what it does is not known here.`
  if (!spec) return `“${command.name}” is not a command that we know for this firmware.`
  if (spec.text)
    return command.message ? `${spec.title}: “${command.message.replace(/^"|"$/g, '')}”.` : `${spec.title}.`
  const words = command.words.map(word => sayWord(word.letter, word.value, word.formula ?? word.quoted, spec))
  const keys = command.keys.map(({ key, value }) =>
    sayWord(key, numberOf(command, key), numberOf(command, key) === null ? value : null, spec),
  )
  const told = [...words, ...keys].filter(Boolean)
  const tool = /^T\d+$/.test(command.name) ? ` ${command.name.slice(1)}` : ''
  return `${spec.title}${tool}${told.length ? `: ${told.join(', ')}` : ''}.`
}

function sayWord(letter: string, value: number | null, formula: string | null, spec: CommandSpec): string {
  const known = spec.letters.find(each => each.letter === letter)
  if (formula) return `${known?.means ?? letter} ${formula}`
  if (!known) return value === null ? letter : `${letter} ${plain(value, 3)}`
  if (known.unit === 'switch') return value === null || known.number === 'optional' ? known.means : value ? 'on' : 'off'
  return value === null ? known.means : `${known.means} ${withUnit(value, known)}`
}

function withUnit(value: number, letter: Letter): string {
  if (letter.unit === 'mm/min') return speed(value / 60)
  if (letter.unit === 'of 255') return `${plain((value / 255) * 100, 0)} %`
  if (letter.unit === 'of 1') return `${plain(value * 100, 0)} %`
  return letter.unit === 'number' ? plain(value, 3) : `${plain(value, 3)} ${letter.unit}`
}

const already = (same: boolean, text: string): string =>
  same ? `Does nothing: ${lowerFirst(text)}, already.` : `${text}.`

/** The sentence for a command that ran, from what it did to the machine. */
function sayRun(
  command: Command,
  run: number,
  commands: readonly PlainCommand[],
  trace: Trace,
  stage: Stage,
  modesKnown: boolean,
): string {
  const spec = specOf(stage.firmware, command.name)
  if (!spec) return sayFromTable(command, stage)
  const before = modesBefore(trace, run)
  const after = modesAfter(trace, run)
  const steps = stepsOfCommand(trace, run)
  const took = (trace.rows.end[run] as number) - (trace.rows.start[run] as number)
  const effect = spec.effect
  switch (effect.does) {
    case 'move':
    case 'arc': {
      const how =
        effect.does === 'move' ? '' : effect.clockwise ? 'clockwise along an arc ' : 'anticlockwise along an arc '
      return sayMove(command, before, after, steps, stage.printer, how)
    }
    case 'dwell':
      return took > 0 ? `Stands still for ${duration(took)}.` : 'Stands still for no time.'
    case 'wait-for-moves':
      return 'Waits until all moves are done.'
    case 'firmware-retract':
      return steps.length ? sayFilament(steps, effect.back) : 'Does nothing: the filament is there already.'
    case 'units':
      return already(
        modesKnown && before.units === after.units,
        effect.units === 'mm' ? 'Lengths in millimetres' : 'Lengths in inches',
      )
    case 'positioning': {
      const same = modesKnown && before.positioning === after.positioning && before.extrusion === after.extrusion
      const text =
        effect.positioning === 'absolute' ? 'Positions count from the origin' : 'Positions count from where the head is'
      return already(same, text)
    }
    case 'extrusion-mode':
      return already(
        modesKnown && before.extrusion === after.extrusion,
        effect.extrusion === 'absolute' ? 'Filament counts from its zero' : 'Filament counts from the last move',
      )
    case 'set-position':
      return saySetPosition(command)
    case 'home':
      return sayHome(command, steps, took, before.levelling !== 'off' && after.levelling === 'off')
    case 'probe':
      return steps.length === 0
        ? 'Measures nothing: this printer has no probe.'
        : `Probes ${plural(steps.length, 'point')}, ${duration(took)}.${effect.turnsLevellingOn ? ' Levelling is on after it.' : ''}`
    case 'levelling':
      if (typeof effect.set !== 'string' && !hasLetter(command, effect.set.by)) return sayFromTable(command, stage)
      return after.levelling === 'on' ? 'Bed levelling on, from the kept mesh.' : 'Bed levelling off.'
    case 'motors':
      if (hasLetter(command, 'S')) return sayFromTable(command, stage)
      if (effect.on) return 'Motors on.'
      return after.motorsOn
        ? sayFromTable(command, stage)
        : 'Motors off: the head can be moved by hand and its position is lost.'
    case 'heat':
      return sayHeat(command, effect, run, trace, took, startedOn(command, effect, run, commands, trace, stage))
    case 'fan':
      if ((numberOf(command, 'P') ?? 0) > 0) return sayFromTable(command, stage)
      return after.fan === 0 ? 'Part fan off.' : `Part fan on, ${plain(after.fan * 100, 0)} %.`
    case 'message': {
      const shown = effect.key ? textOf(command, effect.key) : command.message
      return shown ? `Shows “${shown}” on the display.` : 'Clears the message on the display.'
    }
    case 'probe-or-mesh':
      if (steps.length) return `Probes ${plural(steps.length, 'point')}, ${duration(took)}. Levelling is on after it.`
      return after.levelling === 'on'
        ? 'Bed levelling on, from the kept mesh.'
        : after.levelling === 'off'
          ? 'Bed levelling off.'
          : sayFromTable(command, stage)
    case 'align':
      return took > 0 ? `${spec.title}: about ${duration(took)}.` : sayFromTable(command, stage)
    case 'wait-for-heaters':
      return took > 0
        ? `Waits until what was told to heat is warm, ${duration(took)}.`
        : 'Everything is warm already: no wait.'
    case 'opaque':
      return took > 0
        ? `${sayFromTable(command, stage).replace(/\.$/, '')}; about ${duration(took)}.`
        : sayFromTable(command, stage)
    case 'flow': {
      const note = trace.notes.get(run)
      return `${spec.title}${command.message ? `: ${command.message}` : ''}.${note ? ` ${note}` : ''}`
    }
    case 'soft-limits':
      if (numberOf(command, effect.by) === null) return 'Reports the soft limits.'
      return after.softLimits ? 'Soft limits on.' : 'Soft limits off: moves beyond the reach are no longer stopped.'
    case 'tool':
      if (command.name === 'T-1') return 'Puts the tool back in its dock; none is taken.'
      return before.tool === after.tool ? `Takes tool ${after.tool}, the one in use.` : `Takes tool ${after.tool}.`
    default:
      return sayFromTable(command, stage)
  }
}

function sayFilament(steps: readonly Step[], back: boolean): string {
  const filament = Math.abs(steps.reduce((sum, step) => sum + step.filamentMm, 0))
  return back ? `Draws ${mm(filament)} of filament back.` : `Pushes ${mm(filament)} of filament forward again.`
}

function saySetPosition(command: Command): string {
  const places = axes.filter(axis => numberOf(command, axis.toUpperCase()) !== null)
  const filament = numberOf(command, 'E')
  const parts: string[] = []
  if (places.length)
    parts.push(
      `Calls this place ${listed(places.map(axis => `${axis.toUpperCase()} ${plain(numberOf(command, axis.toUpperCase()) as number)}`))}`,
    )
  if (filament !== null)
    parts.push(filament === 0 ? 'Filament counts from zero here' : `Filament counts from ${mm(filament)} here`)
  return parts.length ? `${parts.join('. ')}.` : 'Calls this place the origin, filament at zero.'
}

function sayHome(command: Command, steps: readonly Step[], took: number, levellingWentOff: boolean): string {
  if (steps.length === 0) return 'Does nothing: zero is known on every axis.'
  const named = axes.filter(axis => hasLetter(command, axis.toUpperCase()))
  const which = named.length && steps.length < 3 ? named : [...axes]
  const order = listed(which.map(axis => axis.toUpperCase())).replace(' and ', ', then ')
  return `Finds zero on ${order}, ${duration(took)}.${levellingWentOff ? ' Levelling is off after it.' : ''}`
}

/** The earlier line that started this heater for the same temperature without waiting; null when none did. */
function startedOn(
  command: Command,
  effect: Heat,
  run: number,
  commands: readonly PlainCommand[],
  trace: Trace,
  stage: Stage,
): number | null {
  const [heater, tool] = [heaterOf(command, effect), heatedTool(command, effect, modesAfter(trace, run).tool)]
  const target = heatTarget(command, effect)?.targetC
  for (let row = run - 1; row >= 0; row--) {
    const earlier = commands[row] as PlainCommand
    const before = specOf(stage.firmware, earlier.command.name)?.effect
    if (before?.does !== 'heat' || heaterOf(earlier.command, before) !== heater) continue
    if (heatedTool(earlier.command, before, modesAfter(trace, row).tool) !== tool) continue
    return !before.wait && heatTarget(earlier.command, before)?.targetC === target ? earlier.line : null
  }
  return null
}

function sayHeat(
  command: Command,
  effect: Heat,
  run: number,
  trace: Trace,
  took: number,
  started: number | null,
): string {
  const heater = heaterOf(command, effect)
  const tool = heatedTool(command, effect, modesAfter(trace, run).tool)
  const history = { nozzle: trace.nozzles[tool], bed: trace.bed, chamber: trace.chamber }[heater]
  const name = heater === 'nozzle' && trace.nozzles.length > 1 ? `nozzle ${tool}` : heater
  const Name = name.charAt(0).toUpperCase() + name.slice(1)
  if (!history)
    return `Speaks of ${heater === 'nozzle' ? `nozzle ${tool}` : `a heated ${heater}`}, which this printer doesn’t have.`
  const formula = command.words.find(word => word.formula)?.formula
  if (formula) return effect.wait ? `Waits for the ${name}: ${formula}.` : `${Name} on its way to ${formula}; goes on.`
  const target = targetAt(history, trace.rows.end[run] as number)
  if (target <= 0) return `${Name} heater off.`
  if (!effect.wait) return `${Name} on its way to ${celsius(target)}; goes on.`
  return took > 0
    ? `Waits for the ${name}: ${celsius(target)}, ${duration(took)}${started === null ? '' : `; heating since line ${started}`}.`
    : `${Name} is already at ${celsius(target)}: no wait.`
}
