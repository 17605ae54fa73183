// Makes a plain sentence for each line from its command's effect, its words and the state in which it ran.
import { recordOf } from '../effects/effects.ts'
import type { CommandContext } from '../effects/record.ts'
import { lowerFirst, sayFromTable } from '../effects/table-words.ts'
import type { Effect } from '../firmware/effect.ts'
import { effectOf, specOf } from '../firmware/spec.ts'
import { duration, plural } from '../format.ts'
import type { Command, Line, LineKind } from '../gcode/line.ts'
import { commentedOutCommand, startsCommand } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import { modesAfter, modesBefore, type PlainCommand, stepsOfCommand, type Trace } from '../machine/trace.ts'
import { momentFacts } from '../model/moment.ts'
import type { Resolution } from '../resolve/resolution.ts'
import { sayMark } from './mark.ts'

/** `moves` is true for a command that moves the head, or would if it were not commented out. */
export type Explained = { line: number; kind: LineKind; says: string; moves: boolean }

/**
 * One entry for each line. Comments and blank lines have none, except commented-out commands, which say what they would
 * do.
 */
export function explain(lines: readonly Line[], resolution: Resolution, trace: Trace, stage: Stage): Explained[] {
  const commands = trace.ran ?? []
  const runs = new Map<number, number[]>()
  for (let i = 0; i < trace.rows.count; i++) {
    const line = trace.rows.line[i] as number
    const before = runs.get(line)
    if (before) before.push(i)
    else runs.set(line, [i])
  }
  const seen = new Set<string>()
  return lines.map(line => {
    const command = line.command ?? commentedOutCommand(line)?.command
    const rows = runs.get(line.number) ?? []
    return { line: line.number, kind: line.kind, says: say(line, rows), moves: movesHead(command, rows) }
  })

  function movesHead(command: Command | null | undefined, rows: readonly number[]): boolean {
    const effect = command && effectOf(stage.firmware, command)
    if (!effect || !recordOf(effect).movesHead) return false
    return rows.length === 0 || effect.does === 'move' || rows.some(row => stepsOfCommand(trace, row).length > 0)
  }

  function say(line: Line, rows: readonly number[]): string {
    if (line.kind === 'unreadable') return line.reason ?? ''
    if (line.kind === 'mark') return sayMark(line, resolution)
    if (line.kind === 'comment') {
      const out = commentedOutCommand(line)?.command
      return out ? `Commented out. It would: ${lowerFirst(sayFromTable(out, stage))}` : ''
    }
    if (!line.command) return ''
    if (resolution.skipped.has(line.number))
      return `Not run this time: ${lowerFirst(sayFromTable(line.command, stage))}`
    if (rows.length === 0) return sayNotRun(line, line.command)
    const first = rows[0] as number
    const macro = stage.macros?.get(line.command.name)
    if (macro) return sayMacro(`macro ${macro.name}`, macro.description, rows, trace, stage.opened !== undefined)
    // The line's own commands, without those of files that ran for them.
    const own = ownRows(line, withoutCalled(rows), commands)
    const says = own.map(row => {
      const command = (commands[row] as PlainCommand).command
      const does = effectOf(stage.firmware, command)?.does ?? ''
      // Before a start script the modes are unknown, so the first command that sets one has an effect.
      const modesKnown = momentFacts[stage.moment].runs !== 'before' || seen.has(does)
      seen.add(does)
      return explainRow(row, commands, trace, stage, modesKnown, rows)
    })
    return (says.length ? says : [explainRow(first, commands, trace, stage, true, rows)]).join(' ') + tailOf(line)
  }

  /** The rows that no called file or macro ran, if there are any. */
  function withoutCalled(rows: readonly number[]): readonly number[] {
    const own = rows.filter(row => {
      const whence = commands[row]?.whence
      return whence === undefined || (stage.opened !== undefined && whence.file === stage.opened.file)
    })
    return own.length > 0 ? own : rows
  }

  /** Why a line did not run, and what it would have done. */
  function sayNotRun(line: Line, command: Command): string {
    if (trace.ended?.line === line.number) return trace.ended.why
    const table = sayFromTable(command, stage)
    if (trace.ended) return `Not reached: ${lowerFirst(table)}`
    return (
      (stage.firmware.flow && trace.stopped === null ? `Not run this time: ${lowerFirst(table)}` : table) + tailOf(line)
    )
  }

  function tailOf(line: Line): string {
    if (stage.firmware.severalOnALine) return ''
    const more = line.pieces.find(startsCommand)
    return more ? ` Only this much: “${more.text.trim()}” begins a second command on the same line.` : ''
  }
}

/** The rows of a line's own commands, each at its last run. */
function ownRows(line: Line, rows: readonly number[], commands: readonly PlainCommand[]): readonly number[] {
  if (rows.length === 1 && commands[rows[0] as number]?.command.name === line.command?.name) return rows
  const own: number[] = []
  for (const command of [line.command, ...line.more]) {
    if (!command) continue
    const name = command.name === 'T' ? /^T/ : null
    const row = rows.findLast(each => {
      const ran = commands[each]?.command.name ?? ''
      return !own.includes(each) && (ran === command.name || name?.test(ran))
    })
    if (row !== undefined) own.push(row)
  }
  return own
}

/** Describes what one command did, in the script or from a macro. */
export function explainRow(
  row: number,
  commands: readonly PlainCommand[],
  trace: Trace,
  stage: Stage,
  modesKnown = true,
  ofLine: readonly number[] = [],
): string {
  const { command } = commands[row] as PlainCommand
  const spec = specOf(stage.firmware, command)
  if (!spec) return trace.notes.get(row) ?? sayFromTable(command, stage)
  const { effect } = spec
  const byFile = trace.byFile.get(row) ?? null
  if (effect.does === 'macro-file')
    return byFile
      ? sayMacro(`file ${byFile.name}`, '', ofLine.length ? ofLine : [row], trace)
      : sayFromTable(command, stage)
  const context: CommandContext = {
    command,
    spec,
    effect,
    row,
    before: modesBefore(trace, row),
    after: modesAfter(trace, row),
    steps: stepsOfCommand(trace, row),
    tookS: (trace.rows.end[row] as number) - (trace.rows.start[row] as number),
    trace,
    commands,
    stage,
    modesKnown,
    byFile,
  }
  return recordOf(effect).says?.(context as CommandContext<Effect & { does: never }>) ?? sayFromTable(command, stage)
}

/** Describes a macro of this printer: how much it does, and how long it takes. */
function sayMacro(
  name: string,
  description: string,
  rows: readonly number[],
  trace: Trace,
  inDocument = false,
): string {
  const about = description ? ` (“${description}”)` : ''
  const [first, last] = [rows[0], rows.at(-1)]
  // In an open document the lines describe themselves.
  if (first === undefined || last === undefined || (rows.length === 1 && inDocument)) return `Runs the ${name}${about}.`
  const took = (trace.rows.end[last] as number) - (trace.rows.start[first] as number)
  return `Runs the ${name}${about}: ${plural(rows.length - 1, 'command')}${took > 0 ? `, ${duration(took)}` : ''}.`
}
