// Runs commands on the simulated printer, with the macros and files that they call.
import { effectOf } from '../firmware/spec.ts'
import { type Command, numberOf } from '../gcode/line.ts'
import { read, readIndented } from '../gcode/read.ts'
import { Recorder } from '../machine/recorder.ts'
import type { Stage } from '../machine/state.ts'
import type { PlainCommand, Trace } from '../machine/trace.ts'
import { positionOf, type Whence } from '../macros/blocks.ts'
import type { Macro } from '../macros/config.ts'
import { render } from '../macros/template/render.ts'
import type { Value } from '../macros/values.ts'
import { fileNamed, type MacroFile } from '../model/printer.ts'
import { type Run, runBlocks } from './blocks.ts'
import { recordOf } from './effects.ts'
import { namesFor } from './macro-names.ts'
import type { Call } from './record.ts'

export type { PlainCommand }

/**
 * Limit of steps: a rehearsal stops here whatever the script does. A print file that is only streamed has a higher
 * limit.
 */
const maxSteps = { kept: 500_000, passing: 4_000_000 }
const maxSeconds = 14 * 24 * 3600
/** Limit for the depth of calls. */
const deepest = 20

/** Commands in order, each resolved when it runs, given the tool in use. */
export type Commands = Iterable<PlainCommand> | ((toolInUse: () => number) => Iterable<PlainCommand>)

/**
 * Runs commands and returns the trace. Never throws: unknown commands do nothing, and numbers that can't be read count
 * as absent. Times in s, lengths in mm, temperatures in °C. Without `keep` the trace does not contain the commands, for
 * scripts of millions of lines.
 */
export function rehearse(commands: Commands, stage: Stage, { keep = true } = {}): Trace {
  const recorder = new Recorder(stage, keep)
  const runner = new Runner(recorder)
  const all = typeof commands === 'function' ? commands(() => recorder.modes.tool) : commands
  if (stage.firmware.flow) runBlocks(recorder, all, (line, command, which) => runner.command(line, command, [], which))
  else runner.straight(all)
  const trace = recorder.finish()
  return trace.stopped || trace.totalS <= maxSeconds
    ? trace
    : { ...trace, stopped: { line: lateLine(trace), why: tooLong } }
}

const tooLong = 'The rehearsal stops here: the script would take more than two weeks.'

/** The line that was running when the time limit was reached. */
const lateLine = ({ rows }: Trace): number =>
  rows.line[
    Math.max(
      0,
      rows.end.findIndex(end => end > maxSeconds),
    )
  ] ?? 1

class Runner {
  constructor(private readonly recorder: Recorder) {}

  /** Runs lines in order; a repeat marker goes back to the start of its lines. */
  straight(commands: Iterable<PlainCommand>): void {
    const { recorder } = this
    const iterator = commands[Symbol.iterator]()
    /** The lines since the outermost open repeat marker, for running them again. */
    const kept: PlainCommand[] = []
    const open: { at: number; left: number }[] = []
    let next = 0
    for (;;) {
      if (next >= kept.length) {
        const { value, done } = iterator.next()
        if (done) break
        recorder.repeating = false
        if (open.length === 0) {
          kept.length = 0
          next = 0
        }
        kept.push(value)
      } else if (!recorder.spend('repeats')) break
      const pending = kept[next++] as PlainCommand
      const command = pending.now?.() ?? pending.command
      this.command(pending.line, command, [], pending.which)
      this.delayed(pending.line)
      if (recorder.over) break
      const effect = effectOf(recorder.stage.firmware, command)
      if (effect?.does !== 'repeat') continue
      const times = numberOf(command, effect.times)
      const loop = open.at(-1)
      if (times !== null) open.push({ at: next, left: times > 0 ? times : Number.POSITIVE_INFINITY })
      else if (loop && --loop.left > 0) {
        next = loop.at
      } else open.pop()
    }
  }

  /**
   * Runs a command, the lines of a macro and the files that it calls. `within` are the running calls, `which` is the
   * command's index in its line.
   */
  command(line: number, command: Command, within: readonly string[], which?: number, whence?: Whence): void {
    const { recorder } = this
    const { stage } = recorder
    const renamed = recorder.renamed.get(command.name)
    const macro = renamed ? undefined : stage.macros?.get(command.name)
    if (macro) {
      this.row(line, command, which, `Runs the macro ${macro.name}.`, whence)
      this.macro(line, command, macro, within, whence)
      return
    }
    const meant = renamed ? { ...command, name: renamed } : command
    const effect = effectOf(stage.firmware, meant)
    const record = effect && recordOf(effect)
    const { before = [], after = [] } = (effect && record?.calls?.(recorder, meant, effect as never)) ?? {}
    if (effect?.does === 'macro' && within.includes(meant.name)) {
      recorder.line = line
      recorder.stop(endless('The stored macros call each other', [...within, meant.name]))
      return
    }
    const inside = effect?.does === 'macro' ? [...within, meant.name] : within
    const byFile = this.calls(line, before, within, false, whence)
    if (recorder.over) return
    recorder.beginCommand(line)
    if (byFile) recorder.byFile.set(recorder.rows.count, byFile)
    recorder.ran?.push({ line, command: meant, which, whence })
    const over = recorder.over
    if (effect) record?.run?.(recorder, meant, effect as never, byFile !== null)
    if (!over && recorder.ended && whence && !isOpen(stage, whence.file))
      recorder.ended = { ...recorder.ended, why: positionOf(whence) + recorder.ended.why }
    recorder.endCommand()
    const max = recorder.ran ? maxSteps.kept : maxSteps.passing
    if (recorder.steps.count > max || recorder.rows.count > max)
      recorder.stop(`The rehearsal stops here: the script makes more than ${max.toLocaleString('en')} moves.`)
    if (recorder.now > maxSeconds) recorder.stop(tooLong)
    const row = recorder.rows.count - 1
    const ran = recorder.over ? null : this.calls(line, after, inside, effect?.does === 'macro-file', whence)
    if (ran) recorder.byFile.set(row, byFile ? { ...ran, ...byFile, tookS: byFile.tookS + ran.tookS } : ran)
  }

  /** Runs delayed macros that are due. They run between two lines. */
  private delayed(line: number): void {
    const { recorder } = this
    if (recorder.timers.size === 0) return
    recorder.comeToRest()
    const due = [...recorder.timers].filter(([, at]) => at <= recorder.now).sort(([, a], [, b]) => a - b)
    for (const [name] of due) {
      const macro = recorder.stage.delayed?.get(name)
      recorder.timers.delete(name)
      if (!macro || recorder.over || !recorder.spend('repeats')) continue
      const command: Command = { name, words: [], keys: [], message: null }
      this.row(line, command, undefined, `The delayed macro ${name} is due and runs now.`)
      this.macro(line, command, macro, [])
    }
  }

  /** Adds a row for a command without an effect of its own. */
  private row(line: number, command: Command, which: number | undefined, note: string, whence?: Whence): void {
    const { recorder } = this
    recorder.beginCommand(line)
    recorder.notes.set(recorder.rows.count, note)
    recorder.ran?.push({ line, command, which, whence })
    recorder.endCommand()
  }

  /** Runs the files and commands around a command; returns the first file's name and a summary, null without any. */
  private calls(line: number, calls: readonly Call[], within: readonly string[], asked: boolean, whence?: Whence) {
    const { recorder } = this
    if (calls.length === 0) return null
    recorder.comeToRest()
    const [rows, began] = [recorder.rows.count, recorder.now]
    let name: string | null = null
    for (const call of calls) {
      if (recorder.over) break
      if ('command' in call) this.command(line, call.command, within, undefined, whence)
      else if ((asked || !within.includes(call.file)) && this.file(line, call.file, call.params ?? {}, within, whence))
        name ??= call.file
    }
    recorder.comeToRest()
    return name === null ? null : { name, commands: recorder.rows.count - rows, tookS: recorder.now - began }
  }

  /** Runs a file of the printer; returns false if it has none with this name. */
  private file(
    line: number,
    name: string,
    params: Readonly<Record<string, Value>>,
    within: readonly string[],
    by?: Whence,
  ): boolean {
    const { recorder } = this
    const file = fileNamed(recorder.stage.printer, name)
    if (!file) {
      const why = `The macro file “${name}” is not among this printer’s files. The rehearsal leaves it out.`
      recorder.troubles.push({ kind: 'file', line, why })
      return false
    }
    if (within.length >= deepest || within.includes(file.name)) {
      recorder.line = line
      recorder.stop(endless('The macro files call each other', [...within, file.name]))
      return false
    }
    const inside = [...within, file.name]
    const open = isOpen(recorder.stage, file.name)
    const run: Run = (at, command, which, own) =>
      this.command(at, command, inside, which, { file: file.name, line: own, macro: null, by: by ?? null })
    runBlocks(recorder, commandsOf(file), run, { file: file.name, params, callingLine: open ? null : line })
    return true
  }

  private macro(line: number, command: Command, macro: Macro, within: readonly string[], by?: Whence): void {
    const { recorder } = this
    const open = isOpen(recorder.stage, macro.file)
    if (within.length >= deepest || within.includes(macro.name)) {
      recorder.line = line
      recorder.stop(endless('The macros call each other', [...within, macro.name]))
      return
    }
    const rendered = render(macro.gcode, namesFor(recorder, command, macro), recorder.budget)
    if (recorder.budget.why !== null) {
      recorder.line = line
      recorder.stop(recorder.budget.why)
      return
    }
    const tell = (at: number, why: string, unknown: string | null) => {
      // A template starts on the line of its key.
      const inConfig = { macro: macro.name, line: macro.gcodeLine + at - 1, why, unknown }
      const sentence = open ? why : positionOf({ file: macro.file, line: inConfig.line, macro: macro.name }) + why
      return {
        kind: unknown === null ? 'macro' : 'unseen',
        line: open ? inConfig.line : line,
        why: sentence,
        inConfig,
      } as const
    }
    if (!rendered.ok) {
      const trouble = tell(rendered.line, rendered.why, null)
      recorder.line = trouble.line
      if (rendered.by === 'author') recorder.end('error', trouble.why)
      else if (rendered.by === 'caller' || rendered.by === 'host')
        recorder.end(
          rendered.by === 'caller' ? 'call' : 'refused',
          `${trouble.why} The host stops with an error and runs nothing of the macro.`,
        )
      else recorder.troubles.push(trouble)
      return
    }
    for (const { line: at, why, unknown } of rendered.flaws) recorder.troubles.push(tell(at, why, unknown))
    if (open) for (const { line: at, says } of rendered.decided) recorder.decide(macro.gcodeLine + at - 1, says)
    const inside = [...within, macro.name]
    for (const made of read(rendered.text)) {
      if (recorder.over || !recorder.spend('repeats')) return
      const own = rendered.from[made.number - 1] ?? 1
      const at = macro.gcodeLine + own - 1
      const unpassed = rendered.unpassed.filter(({ line }) => line === own).map(({ name }) => name)
      const whence = {
        file: macro.file,
        line: at,
        macro: macro.name,
        by: by ?? null,
        ...(unpassed.length > 0 && { unpassed }),
      }
      if (made.command) this.command(open ? at : line, made.command, inside, undefined, whence)
    }
  }
}

/** Whether the rehearsed text is this file itself: then its lines are reported as its own, not as the caller's. */
const isOpen = ({ opened }: Stage, file: string | null): boolean => opened !== undefined && opened.file === file

/** Cache of files that were read: a file may be called often. */
const knownFiles = new WeakMap<MacroFile, ReturnType<typeof readIndented>>()

function commandsOf(file: MacroFile): ReturnType<typeof readIndented> {
  const commands = knownFiles.get(file) ?? readIndented(file.text)
  knownFiles.set(file, commands)
  return commands
}

const endless = (what: string, way: readonly string[]): string =>
  `${what} without end (${way.slice(-4).join(' → ')}). The rehearsal stops here.`
