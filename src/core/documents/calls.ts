// How what stands in a document can be called: each macro or file with its parameters, what they are where none is given, and what
// a job and its material would give.
import { plain } from '../format.ts'
import { materialOf, type Stage } from '../machine/state.ts'
import type { Macro } from '../macros/config.ts'
import type { Moment } from '../model/moment.ts'
import { macrosIn } from './open.ts'

/** `otherwise` is what is taken where the call gives nothing; `proposed` what the job would give, null where that can't be told. */
export type Parameter = { key: string; otherwise: string | null; proposed: string | null }

/** `before` stands before the parameters, `join` between each key and its value: `M98 P"a.g"` and `R3`, or `PRELUDE` and `BED=60`. */
export type Callable = {
  name: string
  about: string
  moment: Moment
  before: string
  join: string
  parameters: Parameter[]
}

const momentWords: readonly [RegExp, Moment][] = [
  [/^T\d+$|change_?(?:tool|carriage)|tool_?change/i, 'tool-change'],
  [/cancel/i, 'cancel'],
  [/pause/i, 'pause'],
  [/resume/i, 'resume'],
  [/end|after|finish|stop|shut/i, 'end'],
  [/start|begin|before|prelude|prepare/i, 'start'],
]

/** When something of this name runs; what begins with nothing ready is a start, all else runs in a print that is under way. */
const momentOf = (name: string, beginsCold: boolean): Moment =>
  momentWords.find(([fits]) => fits.test(name))?.[1] ?? (beginsCold ? 'start' : 'layer-change')

/** What a parameter's name says that it is, for a job. */
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

/** `params.X` of a template, with `|default(60)` where it has one. */
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

/** `param.X` of a macro file, a letter each; what it takes where none is given stands behind `:` of its `exists(…)`. */
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

const rank = ({ inner, moment }: { inner: boolean; moment: Moment }): number => (inner ? 2 : moment === 'start' ? 0 : 1)

/** Whether a macro homes by itself, as what begins a print does. */
const homes = ({ gcode }: Macro): boolean => firstWords(gcode).includes('G28')

/** The words that the lines of a template begin with, as a command would. */
const firstWords = (gcode: string): string[] =>
  gcode
    .toUpperCase()
    .split('\n')
    .map(line => line.trim().split(/\s/, 1)[0] ?? '')

/** The first words of what macros run, each but its own name: whichever of them is a macro is called by another. */
function calledByOthers({ macros, delayed }: Stage): Set<string> {
  const all = [...(macros?.values() ?? []), ...(delayed?.values() ?? [])]
  return new Set(all.flatMap(({ name, gcode }) => firstWords(gcode).filter(word => word !== name)))
}

/** What can be called in a document: those that nothing else calls first, as a script would call them. */
export function callablesIn(stage: Stage, file: string | null): Callable[] {
  if (stage.firmware.flow) return file === null ? [] : [ofFile(stage, file)]
  const calls = calledByOthers(stage)
  const own = macrosIn({ macros: stage.macros, delayed: undefined }, file)
  // What reads the numbers of a macro here shows what they do, wherever it stands.
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
      // What begins a print first, what others call last.
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

/** A macro file is called as the machine calls it: for homing, for a tool, or by its name. */
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
    // A tool is changed in a print that is under way.
    moment: tool ? 'tool-change' : momentOf(bare, homed !== undefined || bare.startsWith('config')),
    before,
    join: '',
    parameters: parametersIn(text),
  }
}

/** The line that calls it with these values; a parameter without a value is left out. */
export const callOf = ({ before, join, parameters }: Callable, values: Readonly<Record<string, string>>): string =>
  [
    before,
    ...parameters.flatMap(({ key, proposed }) => {
      const value = (key in values ? (values[key] ?? '') : (proposed ?? '')).trim()
      return value === '' ? [] : [key + join + (/[\s"]/.test(value) ? `"${value.replaceAll('"', '')}"` : value)]
    }),
  ].join(' ')

/** Files that the machine runs by itself, or that only set it up. */
const machinesOwn =
  /^(?:config.*|home(?:all|[xyz])|bed|mesh|t(?:pre|post|free)\d+|(?:deploy|retract)probe\d*|daemon|trigger\d+)\.g$/i

/** What people call of all that the printer's files have: macros that no other calls first, files that the machine does not run itself. */
export function calledByPeople(stage: Stage): Callable[] {
  const { printer } = stage
  if (stage.firmware.flow)
    return printer.macroFiles
      .filter(({ name }) => !machinesOwn.test(name.slice(name.lastIndexOf('/') + 1)))
      .map(({ name }) => ofFile(stage, name))
  const inner = calledByOthers(stage)
  // What only keeps numbers sends nothing.
  const sends = ({ gcode }: Macro) => firstWords(gcode).some(word => /^[A-Z_]/.test(word))
  const called = [...(stage.macros?.values() ?? [])].filter(macro => !inner.has(macro.name) && sends(macro))
  return called.map(macro => ofMacro(stage, macro, momentOf(macro.name, homes(macro))))
}

/** What a document is called with at first: its first callable, as the job gives it; null where nothing in it can be called. */
export function usualCall(stage: Stage, file: string | null): { call: string; moment: Moment } | null {
  const [first] = callablesIn(stage, file)
  return first ? { call: callOf(first, {}), moment: first.moment } : null
}
