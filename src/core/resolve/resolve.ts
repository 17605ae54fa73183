// Resolves lines to the plain commands that a machine receives: values filled in, guards decided, each with its source
// line.

import { type Commands, rehearse } from '../effects/run.ts'
import type { Unit } from '../firmware/spec.ts'
import { specOf, unitOf } from '../firmware/spec.ts'
import { evaluate, holds, type Missing, type Quantity, type Result, settingValue } from '../formula/evaluate.ts'
import { guardLine, inText, isMalformedMark, settingLine } from '../formula/marks.ts'
import { factorTo } from '../formula/units.ts'
import { scopeOf, type World } from '../formula/values.ts'
import { type Command, type Line, letterOf, type Piece } from '../gcode/line.ts'
import { indentOf, readLine } from '../gcode/read.ts'
import { beginning } from '../machine/beginning.ts'
import { materialOf, type Stage } from '../machine/state.ts'
import type { PlainCommand, Trace } from '../machine/trace.ts'
import { Placeholders } from '../vocabulary/placeholders.ts'
import { hasBranch, isForeign, wordsIn } from './foreign.ts'
import { ForeignPlaceholders } from './foreign-placeholders.ts'
import { halfGuards, noGuard } from './guards.ts'
import type { Problem, Resolution, ScriptSetting, Worth } from './resolution.ts'
import { writtenFor } from './written.ts'

type Open = {
  line: Line
  /** Whether one of its branches has been taken, and whether the present one is. */
  taken: boolean
  now: boolean
  otherwise: boolean
}

/** The values that a stage provides to its scripts. */
export const worldOf = (stage: Stage): World => ({
  printer: stage.printer,
  job: stage.job,
  moment: stage.moment,
  layer: stage.layer,
  change: stage.change,
  materialOf: tool => materialOf(stage, tool),
})

/**
 * Runs a script; each line is resolved when it runs, in the machine's state at that time. A value that can't be
 * resolved stays as written, counts as absent, and is reported in `problems`. A guard that is not closed is ignored, so
 * its lines run.
 */
export function rehearseLines(
  lines: readonly Line[],
  stage: Stage,
  options?: { keep?: boolean },
): { resolution: Resolution; trace: Trace } {
  const words = Object.keys(stage.standIns ?? {})
  const allPlain = lines.every(
    line =>
      (stage.asSent || (line.kind !== 'mark' && !line.raw.includes('@'))) &&
      !isForeign(line, stage) &&
      !words.some(word => line.raw.includes(word)),
  )
  if (allPlain) {
    const commands = lines.flatMap(line => plainOf(line, stage))
    const resolution = {
      settings: [],
      problems: [],
      guards: new Map(),
      skipped: new Set<number>(),
      worths: [],
      placeholders: [],
      absent: new Map(),
    }
    return { resolution, trace: rehearse(commands, stage, options) }
  }
  const resolver = new Resolver(lines, stage)
  const trace = rehearse(resolver.commands, stage, options)
  return { resolution: resolver.resolution(), trace }
}

/** The values, settings and guards of a script on this stage. */
export const resolve = (lines: readonly Line[], stage: Stage): Resolution => rehearseLines(lines, stage).resolution

/** A line's commands, as far as the firmware reads them, with the indentation if it matters. */
function plainOf(line: Line, { firmware }: Stage): PlainCommand[] {
  if (!line.command) return []
  const first = placed(line, line.command, firmware.flow, 0)
  if (!firmware.severalOnALine || line.more.length === 0) return [first]
  return [first, ...line.more.map((command, i) => placed(line, command, firmware.flow, i + 1))]
}

const placed = ({ number, raw }: Line, command: Command, flow: boolean, which: number): PlainCommand => ({
  line: number,
  command,
  which,
  indent: flow ? indentOf(raw) : undefined,
})

class Resolver {
  private readonly settings: ScriptSetting[] = []
  private readonly problems: Problem[] = []
  private readonly guards = new Map<number, boolean>()
  private readonly skipped = new Set<number>()
  /** By line and position; a line that runs several times has its last value. */
  private readonly worths = new Map<string, Worth>()
  private readonly world: World
  /** Null if no line has placeholders. */
  private readonly foreign: ForeignPlaceholders | null
  /** The settings at this line. A new setting makes a new map, because earlier lines may be resolved later. */
  private known: ReadonlyMap<string, Quantity> = new Map()
  private readonly open: Open[] = []
  private readonly halves: ReadonlyMap<number, string>
  private toolInUse: () => number

  constructor(
    private readonly lines: readonly Line[],
    private readonly stage: Stage,
  ) {
    this.world = worldOf(stage)
    this.foreign = lines.some(line => isForeign(line, stage))
      ? new ForeignPlaceholders(
          stage,
          new Placeholders(this.world, stage.vocabulary, wordsIn(lines)),
          this.guards,
          () => this.tool,
        )
      : null
    const { tool } = beginning(stage).modes
    this.toolInUse = () => tool
    this.halves = stage.asSent ? new Map() : halfGuards(lines.map(({ kind, raw }) => (kind === 'mark' ? raw : '')))
  }

  /** The commands in order; each line is resolved when it runs. */
  readonly commands: Commands = toolInUse => {
    this.toolInUse = toolInUse
    return this.lineByLine()
  }

  private *lineByLine(): Generator<PlainCommand> {
    for (const line of this.lines) {
      const half = this.halves.get(line.number)
      if (half !== undefined) this.tell('guard', line, 0, line.raw.length, half)
      else if (line.kind === 'mark' && !this.stage.asSent && this.guard(line)) continue
      else if (line.kind === 'mark' && !this.stage.asSent && isMalformedMark(line.raw))
        this.tell('guard', line, 0, line.raw.length, noGuard)
      else if (this.open.some(({ now }) => !now)) {
        if (line.command) this.skipped.add(line.number)
      } else if (this.foreign && isForeign(line, this.stage)) yield* this.foreignLine(line, this.foreign)
      else if (this.foreign?.runs === false) {
        if (line.command) this.skipped.add(line.number)
      } else if (line.kind === 'mark') {
        if (!this.stage.asSent) this.setting(line)
      } else if (line.command) yield* this.command(line)
    }
  }

  resolution(): Resolution {
    const { settings, problems, guards, skipped, worths } = this
    return {
      settings,
      problems: withoutRepeats(problems),
      guards,
      skipped,
      worths: [...worths.values()],
      placeholders: this.foreign?.placeholders.all ?? [],
      absent: this.foreign?.placeholders.absent ?? new Map(),
    }
  }

  private get tool(): number {
    return Math.max(0, this.toolInUse())
  }

  private scope() {
    return scopeOf(this.world, this.tool, this.known)
  }

  private tell(kind: Problem['kind'], line: Line, from: number, to: number, why: string): void {
    this.problems.push({ kind, line: line.number, from: line.from + from, to: line.from + to, why, standIn: null })
  }

  /** Returns a result's value, or reports its error and returns null. `at` is the offset of the text in its line. */
  private value<T>(line: Line, at: number, result: Result<T>): T | null {
    if (result.ok) return result.value
    const kinds: Record<Missing['missing'], Problem['kind']> = { unknown: 'unknown', 'not-now': 'not-now' }
    this.tell(result.missing ? kinds[result.missing] : 'unreadable', line, at + result.from, at + result.to, result.why)
    return null
  }

  private guard(line: Line): boolean {
    const guard = guardLine(line.raw)
    if (!guard) return false
    if (guard.kind === 'end') {
      this.open.pop()
      return true
    }
    if (guard.kind === 'when') {
      const runs = this.open.every(({ now }) => now) && this.condition(line, guard.condition, guard.from)
      this.open.push({ line, taken: runs, now: runs, otherwise: false })
      this.guards.set(line.number, runs)
      return true
    }
    const at = this.open.at(-1) as Open
    if (at.otherwise)
      this.tell('guard', line, 0, line.raw.length, 'An “otherwise” without a condition came before this one.')
    if (guard.odd)
      this.tell(
        'guard',
        line,
        guard.from,
        line.raw.length,
        `“${guard.odd}” behind “otherwise” is passed over. A condition stands behind “otherwise when”.`,
      )
    const outside = this.open.slice(0, -1).every(({ now }) => now)
    const wanted = !at.taken && outside && !at.otherwise
    at.now = wanted && (guard.condition === null || this.condition(line, guard.condition, guard.from))
    at.taken ||= at.now
    at.otherwise ||= guard.condition === null
    this.guards.set(line.number, at.now)
    return true
  }

  /** A condition that can't be evaluated counts as true, so that its lines are checked. */
  private condition(line: Line, text: string, at: number): boolean {
    const so = this.value(line, at, holds(text, this.scope())) ?? true
    return this.stage.branches?.get(text) ?? so
  }

  private setting(line: Line): void {
    const setting = settingLine(line.raw)
    if (!setting) return
    const { name, body, bodyFrom, note } = setting
    const found = this.value(line, bodyFrom, settingValue(body, this.scope()))
    if (!found) return
    const { value, unit, range } = found
    this.settings.push({ line: line.number, name, body, note, value, unit, range })
    this.known = new Map(this.known).set(name, { value, unit })
    if (range && (value < range[0] || value > range[1]))
      this.tell(
        'unreadable',
        line,
        bodyFrom,
        bodyFrom + body.length,
        `${name} is to be from ${range[0]} to ${range[1]}.`,
      )
  }

  private command(line: Line): PlainCommand[] {
    const pending = plainOf(line, this.stage)
    const own = !this.stage.asSent && line.raw.includes('@')
    if (!own && this.withStandIns(line.raw) === line.raw) return pending
    // Evaluated again each time the line runs: in a loop the tool may differ. Settings are those above the line.
    const { known } = this
    const now = (which: number) => (): Command => {
      const filled = readLine(this.withStandIns(own ? this.above(known, () => this.plainText(line)) : line.raw))
      const commands = [filled.command, ...filled.more]
      return commands[which] ?? (pending[which] as PlainCommand).command
    }
    return pending.map((each, which) => ({ ...each, now: now(which) }))
  }

  /** Evaluates with the settings above a line, although later settings may be known already. */
  private above<T>(known: ReadonlyMap<string, Quantity>, work: () => T): T {
    const now = this.known
    this.known = known
    const found = work()
    this.known = now
    return found
  }

  /**
   * A line with a slicer's placeholders. Its branches are decided when it runs; an unknown condition counts as true.
   */
  private foreignLine(line: Line, foreign: ForeignPlaceholders): PlainCommand[] {
    const text = this.withStandIns(line.raw)
    if (!hasBranch(line)) {
      if (!foreign.runs) {
        if (line.command) this.skipped.add(line.number)
        return []
      }
      if (!line.command) foreign.assign(text)
      const pending = plainOf(line, this.stage)
      const { known } = this
      const { placeholders } = foreign
      const { own } = placeholders
      const now = (which: number) => (): Command => {
        const work = () => foreign.filled(line, this.ownValues(line, text))
        const filled = readLine(placeholders.withOwn(own, () => this.above(known, work)))
        return [filled.command, ...filled.more][which] ?? (pending[which] as PlainCommand).command
      }
      return pending.map((each, which) => ({ ...each, now: now(which) }))
    }
    const kept = foreign.afterBranches(line, text)
    const left = readLine(foreign.filled(line, kept), line.number, line.from)
    if (line.command && !left.command) this.skipped.add(line.number)
    return plainOf({ ...line, command: left.command, more: left.more }, this.stage)
  }

  private ownValues(line: Line, text: string): string {
    return !this.stage.asSent && line.raw.includes('@') && text === line.raw ? this.plainText(line) : text
  }

  /** The line with the person's numbers in place of words without a meaning. */
  private withStandIns(text: string): string {
    return Object.entries(this.stage.standIns ?? {}).reduce(
      (now, [word, number]) => (now.includes(word) ? now.replaceAll(word, String(number)) : now),
      text,
    )
  }

  /** The line with numbers in place of its values, rounded for the letters that take them. */
  private plainText(line: Line): string {
    const spec = line.command ? specOf(this.stage.firmware, line.command) : undefined
    let at = 0
    let text = ''
    for (const piece of line.pieces) {
      text += this.filledIn(line, piece, at, unitOf(spec, piece))
      at += piece.text.length
    }
    return text
  }

  /**
   * A replacement for a temperature that can't be resolved: the material's, marked as a stand-in. Null for other units.
   */
  private standIn(line: Line, unit: Unit | null): Quantity | null {
    const effect = line.command ? specOf(this.stage.firmware, line.command)?.effect : undefined
    const problem = this.problems.at(-1)
    if (unit !== '°C' || effect?.does !== 'heat' || !problem) return null
    const { bedC, nozzleC, chamberC } = materialOf(this.stage, this.tool)
    const value = { bed: bedC, nozzle: nozzleC, chamber: chamberC }[effect.heater]
    problem.standIn = `${value} °C`
    return { value, unit: '°C' }
  }

  /** Converts a value to its letter's unit; reports a mismatch and returns null. */
  private inUnit(
    line: Line,
    at: number,
    part: { text: string; from: number },
    result: Result<Quantity>,
    piece: Piece,
    unit: Unit | null,
  ): Quantity | null {
    const found = this.value(line, at + part.from, result)
    if (found === null) return null
    const factor = factorTo(unit, found.unit)
    if (typeof factor === 'number') return { value: found.value * factor, unit: found.unit }
    const why = `“${part.text}” is ${factor.is}, and ${letterOf(piece)} takes ${factor.takes}.`
    this.tell('unreadable', line, at + part.from, at + part.from + part.text.length, why)
    return null
  }

  private filledIn(line: Line, piece: Piece, at: number, unit: Unit | null): string {
    if (piece.kind === 'comment' || !piece.text.includes('@')) return piece.text
    let text = ''
    for (const part of inText(piece.text)) {
      if (part.kind === 'plain') text += part.text
      else {
        const found = this.inUnit(line, at, part, evaluate(part.text, this.scope()), piece, unit)
        const worth = found ?? this.standIn(line, unit)
        if (!worth) return piece.text
        const written = writtenFor(worth, unit)
        text += written
        const from = line.from + at + part.from
        const to = from + part.text.length + (piece.text[part.from - 1] === '(' ? 1 : 0)
        if (found)
          this.worths.set(`${line.number}:${from}`, {
            line: line.number,
            from,
            to,
            formula: part.text,
            text: written,
            unit: found.unit,
          })
      }
    }
    return text
  }
}

/** Reports each problem once, even if its line ran several times. */
function withoutRepeats(problems: readonly Problem[]): Problem[] {
  const known = new Map(problems.map(problem => [`${problem.kind} ${problem.from} ${problem.to}`, problem]))
  return [...known.values()].sort((a, b) => a.line - b.line || a.from - b.from)
}
