// Finds what kind of file a text is, by its content; by its name only if the content is ambiguous.

import { rawLines, read } from '../gcode/read.ts'
import { looksLikeConfig } from '../macros/config.ts'
import type { GivenFile } from './findings.ts'

export type Kind = 'config' | 'macro-file' | 'report' | 'mesh' | 'script' | 'export'
export type Sorted = { kind: Kind } | { kind: null; why: string }

/** Sections that only a host's config has. */
const hostSection =
  /^\[(?:printer|include |mcu\b|stepper_|extruder|heater_bed|probe|bed_mesh|gcode_macro |delayed_gcode )/
/** Lines of a host's log. */
const hostLog = /^(?:Stats \d|MCU '|=+ Config file =+|Start printer at )/

/** Commands that configure a machine, which identify the files of macro-file firmware. */
const settingUp = /^\s*(?:M(?:208|307|350|558|563|569|574|584|669|671|906|950)\b|G31\b)/
/** File names with a fixed meaning on such a machine. */
export const knownMacroFile =
  /^(?:config|homeall|home[xyz]|bed|mesh|deployprobe|retractprobe|tpre\d+|tpost\d+|tfree\d+|pause|resume|cancel|stop|sleep|start)\.g$/i

/** A terminal's prefix for lines from the machine. */
const fromMachine =
  /^\s*(?:\d{4}-\d{2}-\d{2}[ T])?(?:\[?\d{1,2}:\d{2}:\d{2}[\d.,]*\]?\s*(?:[-:|]\s*)?)?(?:(?:Recv|Send|echo):\s*|(?:>>>|<<<|<|>)\s*|\/\/\s*)*/i
/** A line of a report without the terminal's prefix. */
export const plainReportLine = (raw: string): string => raw.replace(fromMachine, '').trim()

const settingOfReport = /^(?:M(?:92|200|201|203|204|205|206|207|218|301|304|420|851|900)\b|G29 W\b)/
const wordOfReport = /^(?:FIRMWARE_(?:NAME|VERSION):|Cap:[A-Z_]+:|Soft endstops|area:\{|M203:)/i

/** A row of mesh heights: two or more signed decimals. */
export const meshRow = (raw: string): number[] | null => {
  const words = raw
    .trim()
    .split(/[\s,|]+/)
    .filter(Boolean)
  const [first, ...others] = words
  const counted = first !== undefined && /^\d+$/.test(first) ? others : words
  if (counted.length < 2 || !counted.every(word => /^[+-]?\d+\.\d+$/.test(word))) return null
  return counted.map(Number)
}

const bare = (name: string): string => name.slice(name.lastIndexOf('/') + 1)

/** Never throws. If the kind is unclear, the reason is a sentence. */
export function kindOf({ name, text }: GivenFile): Sorted {
  if (text.trim() === '') return { kind: null, why: 'The file is empty.' }
  const raws = rawLines(text)
  if (/^\s*\{/.test(text)) return { kind: 'export' }
  if (raws.some(raw => hostLog.test(raw)))
    return {
      kind: null,
      why: 'This is a host’s log, not its config. Add the config file itself, usually printer.cfg.',
    }
  if (raws.some(raw => hostSection.test(raw)) || looksLikeConfig(raws)) return { kind: 'config' }
  const plain = raws.map(plainReportLine)
  const fromTerminal = raws.filter(raw => /(?:Recv:|echo:)/i.test(raw)).length
  if (
    plain.some(line => wordOfReport.test(line)) ||
    (fromTerminal > 1 && plain.some(line => settingOfReport.test(line)))
  )
    return { kind: 'report' }
  if (knownMacroFile.test(bare(name)) || raws.filter(raw => settingUp.test(raw)).length >= 3)
    return { kind: 'macro-file' }
  if (raws.filter(raw => meshRow(plainReportLine(raw))).length >= 2) return { kind: 'mesh' }
  const lines = read(text).filter(({ kind }) => kind !== 'blank' && kind !== 'comment')
  // A settings report without prefixes: settings, and no moves.
  const moves = lines.some(({ command }) => command && /^G(?:[0-3]|28)$/.test(command.name))
  if (!moves && plain.filter(line => settingOfReport.test(line)).length > 2) return { kind: 'report' }
  const commands = lines.filter(({ command }) => command && /^(?:[GMT]-?\d|[A-Z]+_[A-Z])/.test(command.name))
  if (commands.length > 0 && /\.g$/i.test(name)) return { kind: 'macro-file' }
  if (commands.length > lines.length / 2) return { kind: 'script' }
  return { kind: null, why: 'Nothing in it describes a printer: no config, no settings report, no G-code.' }
}

/** Whether a file describes a machine and is not a script. */
export function describesMachine(file: GivenFile): boolean {
  const { kind } = kindOf(file)
  return (
    kind === 'config' ||
    kind === 'report' ||
    kind === 'mesh' ||
    (kind === 'macro-file' && /^config/i.test(bare(file.name)))
  )
}
