// A config or a macro file that is open itself: put among the printer's files, its call, and its text as lines to look at.
import { type Line, textOfCommand } from '../gcode/line.ts'
import { read, readLine } from '../gcode/read.ts'
import type { Opened, Stage } from '../machine/state.ts'
import type { Trace } from '../machine/trace.ts'
import type { Macro } from '../macros/config.ts'
import { fileNamed, type Printer } from '../model/printer.ts'

/** The printer with this text in place of the file that is open. */
export function withText<P extends Pick<Printer, 'macros' | 'configFiles' | 'macroFiles'>>(
  printer: P,
  { file }: Opened,
  text: string,
): P {
  if (file === null) return { ...printer, macros: text }
  const put = <F extends { name: string; text: string }>(files: readonly F[]) =>
    files.map(each => (each.name === file ? { ...each, text } : each))
  return { ...printer, configFiles: put(printer.configFiles), macroFiles: put(printer.macroFiles) }
}

/** The text of a config or macro file as the printer keeps it; null where it has none of this name. */
export function textOfDocument(
  printer: Pick<Printer, 'macros' | 'configFiles' | 'macroFiles'>,
  file: string | null,
): string | null {
  if (file === null) return printer.macros
  return (printer.configFiles.find(({ name }) => name === file) ?? fileNamed(printer, file))?.text ?? null
}

/** The macros that stand in this file, in the order of their lines. */
export const macrosIn = ({ macros, delayed }: Pick<Stage, 'macros' | 'delayed'>, file: string | null): Macro[] =>
  [...(macros?.values() ?? []), ...(delayed?.values() ?? [])]
    .filter(macro => macro.file === file)
    .sort((a, b) => a.line - b.line)

/** Whether it is a host's: what runs in it is made by templates. */
const isTemplates = ({ firmware }: Stage): boolean => !firmware.flow

/** The call as a line: of a macro in the open file its own, where it is headed; else the first. */
export function callLine(stage: Stage, opened: Opened): Line {
  const line = readLine(opened.call)
  const macro = line.command && stage.macros?.get(line.command.name)
  const [first] = macrosIn(stage, opened.file)
  return readLine(opened.call, (macro?.file === opened.file ? macro : first)?.line ?? 1)
}

/** Where a macro's template ends. */
export const lastLineOf = ({ gcode, gcodeLine }: Macro): number => gcodeLine + gcode.split('\n').length - 1

/**
 * The text as lines that passages, rules and edits can look at: all lines of a macro file; of a config those in the templates that
 * ran, each with the command that came of it first. What else stands in a config says nothing to the machine while it prints.
 */
export function documentLines(text: string, opened: Opened, stage: Stage, trace: Trace): Line[] {
  const lines = read(text)
  if (!isTemplates(stage)) return lines
  const ran = new Map<number, number>()
  for (let row = 0; row < trace.rows.count; row++) {
    const line = trace.rows.line[row] as number
    if (!ran.has(line)) ran.set(line, row)
  }
  const within = new Set<number>()
  for (const macro of macrosIn(stage, opened.file))
    if ([...ran.keys()].some(line => line > macro.line && line <= lastLineOf(macro)))
      for (let line = macro.gcodeLine; line <= lastLineOf(macro); line++) within.add(line)
  return lines.map(line => {
    const { number, raw } = line
    if (!within.has(number) || raw.trim() === '' || /^\w/.test(raw)) return quiet(line)
    // A note of the config, as one of a script: what is commented out is seen as such.
    if (/^\s*#/.test(raw)) return readLine(raw.replace('#', ';'), number, line.from, line.ending)
    if (!raw.includes('{') && !raw.includes('#')) return line
    const row = ran.get(number)
    const command = row === undefined ? undefined : trace.ran?.[row]?.command
    if (!command) return quiet(line)
    const name = line.command?.name
    const asWritten = name === command.name && !raw.includes('#') && !line.pieces.some(flawed)
    return asWritten ? line : asRun(line, textOfCommand(command))
  })
}

/** `E-{retract}`: what stands there is a number only when it runs. */
const flawed = (piece: Line['pieces'][number]): boolean =>
  piece.kind === 'stray' || ('flaw' in piece && piece.flaw !== null)

/** A line that says nothing by itself. */
const quiet = (line: Line): Line => ({
  ...line,
  kind: 'blank',
  command: null,
  more: [],
  pieces: line.raw ? [{ kind: 'space', text: line.raw }] : [],
  reason: null,
})

/** What a template's line came to. Its words stand elsewhere in the text, so that no edit may be made of them. */
function asRun(line: Line, text: string): Line {
  const { command } = readLine(text)
  return command
    ? { ...quiet(line), kind: 'command', command: { ...command, words: [], keys: [], message: null } }
    : quiet(line)
}
