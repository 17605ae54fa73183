// Opens a config or macro file itself: puts the text among the printer's files, and finds its call and its lines.
import { type Line, textOfCommand } from '../gcode/line.ts'
import { read, readLine } from '../gcode/read.ts'
import type { Opened, Stage } from '../machine/state.ts'
import type { Trace } from '../machine/trace.ts'
import type { Macro } from '../macros/config.ts'
import { fileNamed, type Printer } from '../model/printer.ts'

/** The printer with this text instead of the open file's. */
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

/** The saved text of a config or macro file; null if the printer has no file with this name. */
export function textOfDocument(
  printer: Pick<Printer, 'macros' | 'configFiles' | 'macroFiles'>,
  file: string | null,
): string | null {
  if (file === null) return printer.macros
  return (printer.configFiles.find(({ name }) => name === file) ?? fileNamed(printer, file))?.text ?? null
}

/** The macros in this file, in order. */
export const macrosIn = ({ macros, delayed }: Pick<Stage, 'macros' | 'delayed'>, file: string | null): Macro[] =>
  [...(macros?.values() ?? []), ...(delayed?.values() ?? [])]
    .filter(macro => macro.file === file)
    .sort((a, b) => a.line - b.line)

/** Whether the file belongs to a host, where templates make the lines. */
const isTemplates = ({ firmware }: Stage): boolean => !firmware.flow

/** The line of the call: the header of the called macro if it is in the open file, otherwise the first line. */
export function callLine(stage: Stage, opened: Opened): Line {
  const line = readLine(opened.call)
  const macro = line.command && stage.macros?.get(line.command.name)
  const [first] = macrosIn(stage, opened.file)
  return readLine(opened.call, (macro?.file === opened.file ? macro : first)?.line ?? 1)
}

/** The last line of a macro's template. */
export const lastLineOf = ({ gcode, gcodeLine }: Macro): number => gcodeLine + gcode.split('\n').length - 1

/**
 * The text as lines for passages, rules and edits: all lines of a macro file; of a config, the template lines that ran,
 * each with the first command it made. The rest of a config does not send anything to the machine.
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
    // A config's comment is read like a script's, so that commented-out commands are found.
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

/** `E-{retract}`: the number is known only at run time. */
const flawed = (piece: Line['pieces'][number]): boolean =>
  piece.kind === 'stray' || ('flaw' in piece && piece.flaw !== null)

/** A line without a command. */
const quiet = (line: Line): Line => ({
  ...line,
  kind: 'blank',
  command: null,
  more: [],
  pieces: line.raw ? [{ kind: 'space', text: line.raw }] : [],
  reason: null,
})

/** The result of a template line. Its words have no place in the text, so edits must not use them. */
function asRun(line: Line, text: string): Line {
  const { command } = readLine(text)
  return command
    ? { ...quiet(line), kind: 'command', command: { ...command, words: [], keys: [], message: null } }
    : quiet(line)
}
