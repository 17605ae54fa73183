// Removes what only the source printer can run: writes out calls, decides the firmware's own conditions, converts
// inches to mm.
import { effectOf } from '../firmware/spec.ts'
import type { Command, Line } from '../gcode/line.ts'
import { numberOf, textOfCommand } from '../gcode/line.ts'
import { indentOf, read } from '../gcode/read.ts'
import { applyEdits } from '../model/script.ts'
import { rehearseLines } from '../resolve/resolve.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { writeIn } from '../script/edits/units.ts'
import type { Questions } from './questions.ts'
import type { Side } from './sides.ts'
import { callWithGuards } from './template.ts'
import { takenAsItIs } from './unchanged.ts'

/** The text to carry; for each of its lines the source line, and for changed lines the reason. */
export type Flat = {
  text: string
  origins: readonly number[]
  whys: ReadonlyMap<number, string>
  gone: ReadonlyMap<number, string>
  /** For each call that was written out, the numbers that were values in the call. */
  given: ReadonlyMap<number, readonly number[]>
}

export function rehearsed(text: string, side: Side): Rehearsed {
  const lines = read(text)
  const { resolution, trace } = rehearseLines(lines, side.stage)
  return { text, lines, commands: trace.ran ?? [], resolution, trace, stage: side.stage }
}

/** The script with a different text; the same object if the text is the same. */
export const rehearsedAs = (script: Rehearsed, text: string, side: Side): Rehearsed =>
  text === script.text ? script : rehearsed(text, side)

export function flatten(script: Rehearsed, from: Side, to: Side, questions: Questions): Flat {
  const made = written(script, from, to, questions)
  const inches = to.family.phrases.units('inch') === null ? inMillimetres(rehearsedAs(script, made.text, from)) : null
  if (inches === null) return made
  const whys = new Map(made.whys)
  const before = read(made.text)
  read(inches).forEach((line, i) => {
    const origin = made.origins[i]
    if (origin !== undefined && before[i]?.raw !== line.raw && !whys.has(origin))
      whys.set(origin, `${to.printer.name} has no inches.`)
  })
  return { ...made, text: inches, whys }
}

/** The script in millimetres; null if it has no inches, or they can't be converted. */
function inMillimetres(script: Rehearsed): string | null {
  const hasInches = script.trace.rows.modes.some(({ units }) => units === 'inch')
  if (!hasInches) return null
  const plan = writeIn(script, 'mm')
  const made = plan.ok ? applyEdits(script.text, plan.edits) : null
  return made !== null && read(made).length === script.lines.length ? made : null
}

/** A line of the text; `ending` is the source line's own. */
type Piece = { text: string; origin: number; ending?: string }

function written(script: Rehearsed, from: Side, to: Side, questions: Questions): Flat {
  const pieces: Piece[] = []
  const whys = new Map<number, string>()
  const gone = new Map<number, string>()
  const given = new Map<number, number[]>()
  const runs = new Map<number, number[]>()
  script.commands.forEach(({ line }, row) => {
    if (row < script.trace.rows.count) runs.set(line, [...(runs.get(line) ?? []), row])
  })
  const { lines } = script
  for (let at = 0; at < lines.length; at++) {
    const line = lines[at] as Line
    const block = from.family.flow && !to.family.flow ? blockAt(lines, at, from) : 0
    if (block > 0) {
      const numbers = lines.slice(at, at + block).map(({ number }) => number)
      const rows = numbers.flatMap(number => runs.get(number) ?? []).sort((a, b) => a - b)
      const texts = rows.flatMap(row => ranTexts(script, row, from))
      const [first = line.number] = numbers
      pieces.push(...texts.map(text => ({ text, origin: first })))
      const why = `${to.printer.name} has no conditions: decided for “${script.stage.job.name}”.`
      whys.set(first, why)
      for (const number of numbers.slice(1)) gone.set(number, why)
      at += block - 1
      continue
    }
    const rows = runs.get(line.number) ?? []
    const calls = rows.some(row => script.commands[row]?.whence !== undefined)
    const own = line.command
    if (calls && own && !isStandard(own, from) && asksForCall(own, from, to, questions)) {
      const guarded = callWithGuards(line, from, to)
      const texts = guarded ?? rows.flatMap(row => ranTexts(script, row, from))
      const name = own.name
      const call = script.commands[rows[0] ?? -1]?.command
      if (call) given.set(line.number, givenAsValues(own, call))
      pieces.push(...texts.map(text => ({ text, origin: line.number })))
      whys.set(
        line.number,
        guarded
          ? `${name} is a macro of ${from.printer.name}: what it runs is written out.`
          : `${name} runs commands that only ${from.printer.name} has: written out for “${script.stage.job.name}”.`,
      )
      continue
    }
    if (from.family.flow && !to.family.flow && own && hasExpression(line) && rows[0] !== undefined) {
      pieces.push(
        ...rows.slice(0, Math.max(1, 1 + line.more.length)).map(row => ({
          text: textOfCommand((script.commands[row] as { command: Command }).command),
          origin: line.number,
        })),
      )
      whys.set(line.number, `${to.printer.name} can’t calculate: the number is the one for “${script.stage.job.name}”.`)
      continue
    }
    pieces.push({ text: line.raw, origin: line.number, ending: line.ending })
  }
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  return {
    text: pieces.map(({ text, ending: own }) => text + (own ?? ending)).join(''),
    origins: pieces.map(({ origin }) => origin),
    whys,
    gone,
    given,
  }
}

/** The numbers of a call that were written as values or placeholders. */
const givenAsValues = (own: Command, ran: Command): number[] =>
  own.keys
    .filter(({ value }) => Number.isNaN(Number(value)))
    .map(({ key }) => ran.keys.find(each => each.key === key)?.value)
    .concat(own.words.filter(({ formula }) => formula !== null).map(({ letter }) => `${numberOf(ran, letter)}`))
    .map(Number)
    .filter(Number.isFinite)

/** Whether a command belongs to the family, whatever files or macros of the printer run for it. */
const isStandard = (own: Command, from: Side): boolean => {
  const effect = effectOf(from.family, own)
  return (
    effect !== undefined &&
    effect.does !== 'macro-file' &&
    effect.does !== 'macro' &&
    !from.family.commands.get(own.name)?.taught
  )
}

/** Whether a call is written out: always, unless the target has the macro too and the person wants the call. */
function asksForCall(own: Command, from: Side, to: Side, questions: Questions): boolean {
  const known = to.stage.macros?.has(own.name) ?? false
  const sameFile = effectOf(from.family, own)?.does === 'macro-file' && takenAsItIs(own, from, to)
  if (!known && !sameFile) return true
  return (
    questions.choose({
      key: `call:${own.name}`,
      question: `${to.printer.name} has “${own.name}” too. Call it there, or write out what it runs on ${from.printer.name}?`,
      proposed: 'call',
      choices: ['call', 'write out'],
      changes: `the lines that call ${own.name}`,
    }) === 'write out'
  )
}

/** The commands of a row as a line; empty for calls, branches and variables. */
function ranTexts(script: Rehearsed, row: number, from: Side): string[] {
  const { command } = script.commands[row] as Rehearsed['commands'][number]
  const does = effectOf(from.family, command)?.does
  const calls =
    script.stage.macros?.has(command.name) ||
    does === 'macro-file' ||
    does === 'flow' ||
    does === 'set-variable' ||
    does === 'run-later'
  const next = script.commands[row + 1]
  // A file that ran instead of a command is the command's effect.
  const byFile = script.trace.byFile.has(row) && does !== 'tool' && next !== undefined
  return calls || byFile ? [] : [textOfCommand(command)]
}

const hasExpression = (line: Line): boolean =>
  [line.command, ...line.more].some(
    command => command?.words.some(({ formula }) => formula?.startsWith('{')) || (command?.message ?? '').includes('{'),
  )

/** The number of lines of a firmware block starting here, with all branches; 0 if none starts. */
function blockAt(lines: readonly Line[], at: number, from: Side): number {
  const line = lines[at] as Line
  const isFlow = (each: Line | undefined): boolean =>
    each?.command !== null &&
    each !== undefined &&
    each.command !== null &&
    effectOf(from.family, each.command)?.does === 'flow'
  if (!isFlow(line)) return 0
  const depth = indentOf(line.raw)
  let last = at
  for (let next = at + 1; next < lines.length; next++) {
    const each = lines[next] as Line
    if (each.kind === 'blank' || each.kind === 'comment') continue
    const goesOn = indentOf(each.raw) > depth || (indentOf(each.raw) === depth && /^\s*(?:elif|else)\b/i.test(each.raw))
    if (!goesOn) break
    last = next
  }
  return last - at + 1
}
