// Finds what can be called in a document: each macro or file with its parameters, their defaults, and the values for a
// job.
import { plain } from '../format.ts'
import { materialOf, type Stage } from '../machine/state.ts'
import type { Macro } from '../macros/config.ts'
import { type Moment, momentFacts } from '../model/moment.ts'
import { macrosIn } from './open.ts'

/** `otherwise` is the default if the call gives nothing; `proposed` is the job's value, null if unknown. */
export type Parameter = { key: string; otherwise: string | null; proposed: string | null }

/**
 * `before` precedes the parameters, `join` is between a key and its value: `M98 P"a.g"` and `R3`, or `PRELUDE` and
 * `BED=60`.
 */
export type Callable = {
  name: string
  about: string
  moment: Moment
  before: string
  join: string
  parameters: Parameter[]
}

/** The moments of macros, by what people call them; the first match counts. */
const macroNames: readonly [RegExp, Moment][] = [
  [/^T\d+$|change_?(?:tool|carriage)|tool_?change/i, 'tool-change'],
  [/cancel/i, 'cancel'],
  [/pause/i, 'pause'],
  [/resume/i, 'resume'],
  [/end|after|finish|stop|shut/i, 'end'],
  [/start|begin|before|prelude|prepare/i, 'start'],
]

/**
 * The moment when a macro with this name runs: a macro that starts from cold is a start script, all others run during a
 * print.
 */
const momentOf = (name: string, beginsCold: boolean): Moment =>
  macroNames.find(([fits]) => fits.test(name))?.[1] ?? (beginsCold ? 'start' : 'layer-change')

/** What a parameter means for a job, by its name. */
const meanings: readonly [RegExp, (stage: Stage) => number][] = [
  [/^(?:BED|BED_?TEMP(?:ERATURE)?|BT)$/, stage => materialOf(stage, stage.job.firstTool).bedC],
  [
    /^(?:NOZZLE|EXTRUDER|HOTEND|TEMP|(?:NOZZLE|EXTRUDER|HOTEND|TOOL)_?TEMP(?:ERATURE)?)$/,
    stage => materialOf(stage, stage.job.firstTool).nozzleC,
  ],
  [/^CHAMBER/, stage => materialOf(stage, stage.job.firstTool).chamberC],
  [/SOAK|^MINUTES$/, stage => materialOf(stage, stage.job.firstTool).soakMin],
  [/^FIRST(?:_?LAYER)?(?:_?HEIGHT)?$|^LAYER_?HEIGHT$/, stage => stage.job.firstLayerMm],
  [/^(?:FIRST_?|INITIAL_?)?TOOL$/, stage => stage.job.firstTool],
]

export const proposedFor = (key: string, stage: Stage): string | null => {
  const value = meanings.find(([fits]) => fits.test(key))?.[1](stage)
  return value === undefined ? null : plain(value)
}

/** Parameters of a template (`params.X`), with the default of `|default(60)`. */
function parametersOf({ gcode }: Macro, stage: Stage): Parameter[] {
  const found = new Map<string, string | null>()
  for (const [, key = '', , otherwise] of gcode.matchAll(
    /params\.([A-Za-z_]\w{0,60})(\s{0,4}\|\s{0,4}default\(([^()]{0,80})\))?/g,
  )) {
    const upper = key.toUpperCase()
    found.set(upper, found.get(upper) ?? otherwise?.trim() ?? null)
  }
  return [...found].map(([key, otherwise]) => ({ key, otherwise, proposed: proposedFor(key, stage) }))
}

/** Parameters of a macro file (`param.X`, one letter each), with the default after the `:` of its `exists(…)`. */
function parametersIn(text: string): Parameter[] {
  const found = new Map<string, string | null>()
  for (const [, key = ''] of text.matchAll(/param\.([A-Za-z])(?!\w)/g)) {
    const upper = key.toUpperCase()
    const otherwise = new RegExp(`exists\\(param\\.${key}\\)\\s{0,4}\\?[^:\\n]{0,80}:\\s{0,4}([^\\n;{}]{1,40})`).exec(
      text,
    )?.[1]
    found.set(upper, found.get(upper) ?? otherwise?.trim() ?? null)
  }
  return [...found].map(([key, otherwise]) => ({ key, otherwise, proposed: null }))
}

const rank = ({ inner, moment }: { inner: boolean; moment: Moment }): number =>
  inner ? 2 : momentFacts[moment].runs === 'before' ? 0 : 1

/** Whether a macro homes, as start macros do. */
const homes = ({ gcode }: Macro): boolean => firstWords(gcode).includes('G28')

/** The first words of a template's lines. */
const firstWords = (gcode: string): string[] =>
  gcode
    .toUpperCase()
    .split('\n')
    .map(line => line.trim().split(/\s/, 1)[0] ?? '')

/** The first words of all macros' lines, except each macro's own name: macros among them are called by others. */
function calledByOthers({ macros, delayed }: Stage): Set<string> {
  const all = [...(macros?.values() ?? []), ...(delayed?.values() ?? [])]
  return new Set(all.flatMap(({ name, gcode }) => firstWords(gcode).filter(word => word !== name)))
}

/** What can be called in a document: first those that nothing else calls. */
export function callablesIn(stage: Stage, file: string | null): Callable[] {
  if (stage.firmware.flow) return file === null ? [] : [ofFile(stage, file)]
  const calls = calledByOthers(stage)
  const own = macrosIn({ macros: stage.macros, delayed: undefined }, file)
  // A macro that reads the numbers of a macro in this file shows their effect, wherever it is.
  const reads = ({ gcode }: Macro) => own.some(({ name }) => gcode.toUpperCase().includes(`GCODE_MACRO ${name}`))
  const readers = [...(stage.macros?.values() ?? [])].filter(macro => macro.file !== file && reads(macro))
  const numbersAlone = own.every(macro => Object.keys(macro.variables).length > 0)
  const found = [...(numbersAlone ? [] : own), ...readers, ...(numbersAlone ? own : [])].map(macro => ({
    macro,
    inner: calls.has(macro.name) || (macro.file === file && numbersAlone),
  }))
  const elsewhere = found.length
    ? found
    : [...(stage.macros?.values() ?? [])].map(macro => ({ macro, inner: calls.has(macro.name) }))
  return (
    elsewhere
      .map(each => ({ ...each, moment: momentOf(each.macro.name, !each.inner && homes(each.macro)) }))
      // Start macros first, macros called by others last.
      .sort((a, b) => rank(a) - rank(b))
      .map(({ macro, moment }) => ofMacro(stage, macro, moment))
  )
}

const ofMacro = (stage: Stage, macro: Macro, moment: Moment): Callable => ({
  name: macro.name,
  about: macro.description,
  moment,
  before: macro.name,
  join: '=',
  parameters: parametersOf(macro, stage),
})

/** A macro file is called as the machine calls it: by homing, by a tool change, or by name. */
function ofFile({ printer }: Stage, file: string): Callable {
  const bare = file.slice(file.lastIndexOf('/') + 1).toLowerCase()
  const [, tool] = /^t(?:pre|post|free)(\d+)\.g$/.exec(bare) ?? []
  const homed = /^home(all|[xyz])\.g$/.exec(bare)?.[1]
  const text = printer.macroFiles.find(({ name }) => name === file)?.text ?? ''
  const byName = `M98 P"${file}"`
  const before = homed ? `G28${homed === 'all' ? '' : ` ${homed.toUpperCase()}`}` : bare === 'bed.g' ? 'G32' : byName
  return {
    name: file,
    about: '',
    // A tool changes during a print.
    moment: tool ? 'tool-change' : momentOf(bare, homed !== undefined || bare.startsWith('config')),
    before,
    join: '',
    parameters: parametersIn(text),
  }
}

/** The line that calls it with these values; parameters without a value are left out. */
export const callOf = ({ before, join, parameters }: Callable, values: Readonly<Record<string, string>>): string =>
  [
    before,
    ...parameters.flatMap(({ key, proposed }) => {
      const value = (key in values ? (values[key] ?? '') : (proposed ?? '')).trim()
      return value === '' ? [] : [key + join + (/[\s"]/.test(value) ? `"${value.replaceAll('"', '')}"` : value)]
    }),
  ].join(' ')

/** Files that the machine runs by itself, or that only configure it. */
const machinesOwn =
  /^(?:config.*|home(?:all|[xyz])|bed|mesh|t(?:pre|post|free)\d+|(?:deploy|retract)probe\d*|daemon|trigger\d+)\.g$/i

/** What people call: macros that no other macro calls, and files that the machine does not run by itself. */
export function calledByPeople(stage: Stage): Callable[] {
  const { printer } = stage
  if (stage.firmware.flow)
    return printer.macroFiles
      .filter(({ name }) => !machinesOwn.test(name.slice(name.lastIndexOf('/') + 1)))
      .map(({ name }) => ofFile(stage, name))
  const inner = calledByOthers(stage)
  // A macro that only stores numbers sends nothing.
  const sends = ({ gcode }: Macro) => firstWords(gcode).some(word => /^[A-Z_]/.test(word))
  const called = [...(stage.macros?.values() ?? [])].filter(macro => !inner.has(macro.name) && sends(macro))
  return called.map(macro => ofMacro(stage, macro, momentOf(macro.name, homes(macro))))
}

/** The default call of a document: its first callable, with the job's values; null if nothing in it can be called. */
export function usualCall(stage: Stage, file: string | null): { call: string; moment: Moment } | null {
  const [first] = callablesIn(stage, file)
  return first ? { call: callOf(first, {}), moment: first.moment } : null
}
