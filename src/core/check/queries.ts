// Questions that several rules ask of a rehearsed script.
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

/** A command that gives a heater a target: which, of which tool, how warm, and whether it waits. */
export type Heating = {
  row: Row
  heater: Heater
  tool: number
  targetC: number | null
  waits: boolean
  /** The word in the script that names the target as a plain number; undefined where a formula or a key does. */
  word: Word | undefined
}

/** Several rules ask the same of one script; its rows never change. */
const asked = new WeakMap<readonly Row[], Heating[]>()

export function heatings(script: Pick<Checked, 'rows' | 'stage'>): Heating[] {
  const known = asked.get(script.rows) ?? heatingsIn(script)
  asked.set(script.rows, known)
  return known
}

/** The word of a row's line that names its target, under one of these letters. */
const wordFor = ({ source }: Row, letters: readonly string[], targetC: number | null): Word | undefined =>
  letters
    .map(letter => source && sourceWord(source, letter))
    .find(each => each !== undefined && each.value !== null && each.value === targetC)

const heatingsIn = ({ rows, stage }: Pick<Checked, 'rows' | 'stage'>): Heating[] => {
  const heating = rows.filter(({ effect }) => effect?.does === 'heat' || effect?.does === 'tool-heat')
  return heating.flatMap(row => heatingsOf(row, stage))
}

/** One for each tool that a line heats: `M104` of all heads of a carriage is several. */
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

/** The most that a heater takes, °C, where a line wants more of it; null where it may have what it is given. */
export function overHighestC({ heater, targetC }: Heating, { heaters }: Printer): number | null {
  const max = heaters[heater]?.highestC ?? null
  return targetC !== null && max !== null && targetC > max ? max : null
}

/** Rows whose command homes, probes, aligns or whatever else the table says it does. */
export const rowsThat = ({ rows }: Checked, ...does: readonly NonNullable<Row['effect']>['does'][]): Row[] =>
  rows.filter(({ effect }) => effect !== null && does.includes(effect.does))

/** Steps in which the probe touches the bed, to measure its shape or one point. */
export const touches = ({ steps }: Checked): Step[] => steps.filter(({ kind }) => kind === 'probe')

export const lineOf = ({ trace }: Checked, step: Step): number => trace.rows.line[step.command] as number

/** The temperature of the nozzle in use when a step begins; null where there is none. */
export function nozzleC({ trace }: Checked, step: Step): number | null {
  const history = trace.nozzles[Math.max(0, trace.rows.modes[step.command]?.tool ?? 0)]
  return history ? temperatureAt(history, step.start) : null
}

export const printArea = ({ stage }: Checked): Rectangle => areaOn(stage.job, stage.printer)

/** The most that one step's length along X and Y comes to, mm; 0 where an end is not known. */
export const acrossMm = ({ from, to }: Step): number => Math.hypot(to.x - from.x, to.y - from.y) || 0

/** When each tool's first filament is pushed; Infinity when never. */
export const firstExtrusionS = ({ steps }: Checked): number =>
  steps.find(({ filamentMm }) => filamentMm > 0)?.start ?? Number.POSITIVE_INFINITY

/** Whether a script is more than a part of one: it homes, waits for a heater, or extrudes. */
export const isWhole = ({ rows, steps }: Checked): boolean =>
  rows.some(
    ({ effect }) =>
      effect?.does === 'home' || effect?.does === 'wait-for-heaters' || (effect?.does === 'heat' && effect.wait),
  ) || steps.some(({ filamentMm }) => filamentMm > 0)

/** The passage that a line stands in, where its lines are a person's own and not made from numbers. */
export const ownPassageOf = ({ passages }: Checked, line: number): Passage | undefined =>
  passages.find(({ firstLine, lastLine, made }) => firstLine <= line && line <= lastLine && !made)

/** A letter O typed for a zero: it stands right behind a number, and the command doesn't take it. */
export function letterZeros(line: Line, spec: CommandSpec): { at: string; meant: string; piece: Word }[] {
  if (!/\d[Oo]/.test(line.raw) || spec.letters.some(({ letter }) => letter === 'O')) return []
  return line.pieces.flatMap((piece, i) => {
    const before = line.pieces[i - 1]
    if (piece.kind !== 'word' || piece.letter !== 'O' || before?.kind !== 'word' || before.value === null) return []
    const at = before.text + piece.text
    return [{ at, meant: before.text + piece.text.replace(/^o/i, '0'), piece }]
  })
}

/** One finding for the first of several lines, telling of the others. */
export const andMore = (lines: readonly number[]): string => {
  const others = new Set(lines).size - 1
  return others > 0 ? ` The same on ${others} later ${others === 1 ? 'line' : 'lines'}.` : ''
}
