// Queries that several rules make on a rehearsed script.
import { heatedTools, heaterOf, heatTarget } from '../effects/heating.ts'
import type { CommandSpec } from '../firmware/spec.ts'
import { type Line, numberOf, type Word } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'
import { temperatureAt } from '../machine/temperature.ts'
import type { Step } from '../machine/trace.ts'
import { areaOn, type Rectangle } from '../model/job.ts'
import type { Printer } from '../model/printer.ts'
import { sourceWord } from '../script/edits/lines.ts'
import type { Passage } from '../script/passages.ts'
import type { Checked, Row } from './finding.ts'

export type Heater = 'nozzle' | 'bed' | 'chamber'

/** A command that sets a heater's target: heater, tool, temperature, and whether it waits. */
export type Heating = {
  row: Row
  heater: Heater
  tool: number
  targetC: number | null
  waits: boolean
  /** The word with the target as a plain number; undefined for a formula or a key. */
  word: Word | undefined
}

/** Cache by a script's rows, which never change. */
const heatingsOfRows = new WeakMap<readonly Row[], Heating[]>()

export function heatings(script: Pick<Checked, 'rows' | 'stage'>): Heating[] {
  const known = heatingsOfRows.get(script.rows) ?? heatingsIn(script)
  heatingsOfRows.set(script.rows, known)
  return known
}

/** The word with a line's target, under one of these letters. */
const wordFor = ({ source }: Row, letters: readonly string[], targetC: number | null): Word | undefined =>
  letters
    .map(letter => source && sourceWord(source, letter))
    .find(each => each !== undefined && each.value !== null && each.value === targetC)

const heatingsIn = ({ rows, stage }: Pick<Checked, 'rows' | 'stage'>): Heating[] => {
  const heating = rows.filter(({ effect }) => effect?.does === 'heat' || effect?.does === 'tool-heat')
  return heating.flatMap(row => heatingsOf(row, stage))
}

/** One for each tool that a line heats: `M104` for all heads of a carriage is several. */
function heatingsOf(row: Row, stage: Stage): Heating[] {
  const { effect, command, before } = row
  if (effect?.does === 'tool-heat') {
    const targetC = numberOf(command, effect.active)
    const tool = numberOf(command, effect.tool) ?? Math.max(0, before.tool)
    if (targetC === null) return []
    return [{ row, heater: 'nozzle', tool, targetC, waits: false, word: wordFor(row, [effect.active], targetC) }]
  }
  if (effect?.does !== 'heat') return []
  const heater = heaterOf(command, effect)
  if (heater === 'other') return []
  const targetC = heatTarget(command, effect)?.targetC ?? null
  const word = wordFor(row, [...effect.coolingToo, ...effect.targets], targetC)
  const tools = heater === 'nozzle' ? heatedTools(command, effect, before.tool, stage) : [Math.max(0, before.tool)]
  return tools.map(tool => ({ row, heater, tool, targetC, waits: effect.wait, word }))
}

/** The heater's limit, °C, if a line exceeds it; null otherwise. */
export function overHighestC({ heater, targetC }: Heating, { heaters }: Printer): number | null {
  const max = heaters[heater]?.highestC ?? null
  return targetC !== null && max !== null && targetC > max ? max : null
}

/** Rows whose command has one of these effects. */
export const rowsThat = ({ rows }: Checked, ...does: readonly NonNullable<Row['effect']>['does'][]): Row[] =>
  rows.filter(({ effect }) => effect !== null && does.includes(effect.does))

/** Steps that probe the bed, its shape or one point. */
export const touches = ({ steps }: Checked): Step[] => steps.filter(({ kind }) => kind === 'probe')

export const lineOf = ({ trace }: Checked, step: Step): number => trace.rows.line[step.command] as number

/** The temperature of the nozzle in use when a step begins; null without a tool. */
export function nozzleC({ trace }: Checked, step: Step): number | null {
  const history = trace.nozzles[Math.max(0, trace.rows.modes[step.command]?.tool ?? 0)]
  return history ? temperatureAt(history, step.start) : null
}

export const printArea = ({ stage }: Checked): Rectangle => areaOn(stage.job, stage.printer)

/** The length of a step along X and Y, mm; 0 if an end is unknown. */
export const acrossMm = ({ from, to }: Step): number => Math.hypot(to.x - from.x, to.y - from.y) || 0

/** When each tool first extrudes; Infinity if never. */
export const firstExtrusionS = ({ steps }: Checked): number =>
  steps.find(({ filamentMm }) => filamentMm > 0)?.start ?? Number.POSITIVE_INFINITY

/** Whether a script is more than a fragment: it homes, waits for a heater, or extrudes. */
export const isWhole = ({ rows, steps }: Checked): boolean =>
  rows.some(
    ({ effect }) =>
      effect?.does === 'home' || effect?.does === 'wait-for-heaters' || (effect?.does === 'heat' && effect.wait),
  ) || steps.some(({ filamentMm }) => filamentMm > 0)

/** The passage at a line, unless it was made by a maker. */
export const ownPassageOf = ({ passages }: Checked, line: number): Passage | undefined =>
  passages.find(({ firstLine, lastLine, made }) => firstLine <= line && line <= lastLine && !made)

/** A letter O typed instead of a zero: it follows a number, and the command does not have that letter. */
export function letterZeros(line: Line, spec: CommandSpec): { at: string; meant: string; piece: Word }[] {
  if (!/\d[Oo]/.test(line.raw) || spec.letters.some(({ letter }) => letter === 'O')) return []
  return line.pieces.flatMap((piece, i) => {
    const before = line.pieces[i - 1]
    if (piece.kind !== 'word' || piece.letter !== 'O' || before?.kind !== 'word' || before.value === null) return []
    const at = before.text + piece.text
    return [{ at, meant: before.text + piece.text.replace(/^o/i, '0'), piece }]
  })
}

/** Mentions the other lines in the finding for the first one. */
export const andMore = (lines: readonly number[]): string => {
  const others = new Set(lines).size - 1
  return others > 0 ? ` The same on ${others} later ${others === 1 ? 'line' : 'lines'}.` : ''
}
