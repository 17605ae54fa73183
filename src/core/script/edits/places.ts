// Rewrites the coordinates in a passage by one rule, or refuses. Shared by nudging, mirroring and changing edges.
import type { Does } from '../../firmware/effect.ts'
import { effectOf } from '../../firmware/spec.ts'
import { plain } from '../../format.ts'
import { type Command, numberOf, type Word, wordOf } from '../../gcode/line.ts'
import { modesAfter, modesBefore, stepsOfCommand } from '../../machine/trace.ts'
import { type Axis, beyondRadiusMm } from '../../model/printer.ts'
import type { Edit } from '../../model/script.ts'
import { isForeignFormula } from '../../resolve/foreign.ts'
import type { Passage } from '../passages.ts'
import { notANumber, replacePiece } from './lines.ts'
import type { Rehearsed } from './plan.ts'
import { onEveryPath, type Reach, sourceOf } from './ways.ts'

/** Maps a coordinate on an axis to a new axis and value, in machine coordinates, mm. */
export type Rule = (axis: Axis, value: number) => { axis: Axis; value: number }

const doubtMm = 1e-6

/** Writes a number in the script's style: with as many decimals as it had, or as needed, at most three. */
export function writtenLike(word: Word, letter: string, value: number): string {
  const had = /\.(\d+)/.exec(word.text)?.[1]?.length ?? 0
  const exact = plain(value, 3)
  const needs = /\.(\d+)/.exec(exact)?.[1]?.length ?? 0
  const number = value.toFixed(Math.min(3, Math.max(had, needs)))
  const sign = word.text.charAt(0) === word.letter ? letter : letter.toLowerCase()
  return sign + (Number(number) === 0 ? number.replace('-', '') : number)
}

/** The commands of a passage that move the head, each with its row in the trace. */
export function movesIn({ commands, trace, stage }: Rehearsed, passage: Passage) {
  const rows: { row: number; line: number; command: Rehearsed['commands'][number]['command'] }[] = []
  for (let row = 0; row < trace.rows.count; row++) {
    const { line, command } = commands[row] as Rehearsed['commands'][number]
    if (line < passage.firstLine || line > passage.lastLine) continue
    const does = effectOf(stage.firmware, command)?.does
    if (does === 'move' || does === 'arc') rows.push({ row, line, command })
  }
  return rows
}

export const laysFilament = (script: Rehearsed, row: number): boolean =>
  stepsOfCommand(script.trace, row).some(step => step.kind === 'extrude')

/** The shift along each axis, mm. */
export type Shift = Readonly<Record<Axis, number>>

/** A formula with a distance added, merged with a number at its end; null if the text is not a formula of ours. */
function shifted(formula: string, by: number, { stage }: Rehearsed): string | null {
  const brackets = formula.startsWith('{')
  if (brackets ? isForeignFormula(formula, stage) : !formula.startsWith('@')) return null
  const inner = brackets || formula.startsWith('@(') ? formula.slice(brackets ? 1 : 2, -1) : formula.slice(1)
  const [, before = inner, sign = '+', had = '0'] = /^(.*\S)\s*([+-])\s*(\d+(?:\.\d+)?)$/.exec(inner) ?? []
  const now = Number(((sign === '-' ? -Number(had) : Number(had)) + by).toFixed(3))
  // Anything but sums and products is put in brackets.
  const first = /^[\w.\s+*/()-]*$/.test(before) ? before : `(${before})`
  const sum = now === 0 ? before : `${first} ${now < 0 ? '-' : '+'} ${Math.abs(now)}`
  return brackets ? `{${sum}}` : `@(${sum})`
}

const moves = (does: Does | undefined): boolean => does === 'move' || does === 'arc'

/**
 * Edits that apply `rule` to every coordinate of the passage on the given axes. For a pure `shift`, relative moves stay
 * as they are and formulas get an addition; otherwise both are refused, and so are arcs. Inches are always refused.
 * Returns a sentence if refused.
 */
export function replace(
  script: Rehearsed,
  passage: Passage,
  wanted: readonly Axis[],
  rule: Rule,
  shift: Shift | null,
): Edit[] | string {
  const names = (command: Command) => wanted.some(axis => wordOf(command, axis.toUpperCase()))
  const reach: Reach = {
    first: passage.firstLine,
    last: passage.lastLine,
    concerns: (effect, command) => moves(effect?.does) && names(command),
  }
  const edits = onEveryPath(script, reach, way => replaced(way, { passage, wanted, rule, shift }))
  if (typeof edits === 'string' || edits.length > 0) return edits
  return `No line of it names ${wanted.map(axis => axis.toUpperCase()).join(' or ')} as a place that could change.`
}

type Asked = { passage: Passage; wanted: readonly Axis[]; rule: Rule; shift: Shift | null }

/** The edits for one path through the script. */
function replaced(script: Rehearsed, { passage, wanted, rule, shift }: Asked): Edit[] | string {
  const { commands, trace, stage } = script
  const { printer } = stage
  const edits: Edit[] = []
  const named = new Set<Axis>()
  for (let row = 0; row < trace.rows.count; row++) {
    const { line, command } = commands[row] as Rehearsed['commands'][number]
    if (line < passage.firstLine || line > passage.lastLine) continue
    const does = effectOf(stage.firmware, command)?.does
    const modes = modesBefore(trace, row)
    const turned = wanted.find(axis => modesAfter(trace, row).shift[axis] !== modes.shift[axis])
    if (does !== 'home' && turned && (!shift || named.has(turned)))
      return `Line ${line} (${command.name}) sets where ${turned.toUpperCase()} is counted from. What comes after it would no longer be where it was.`
    if (!moves(does)) continue
    const relative = modes.positioning === 'relative'
    const source = sourceOf(script, row)
    if (!source) {
      if (!relative && wanted.some(axis => wordOf(command, axis.toUpperCase())))
        return `Line ${line} calls what moves by itself. Its places can’t be changed from here.`
      continue
    }
    const arc = does === 'arc'
    if (!shift && (arc || (relative && wanted.some(axis => wordOf(command, axis.toUpperCase())))))
      return `Line ${line} is ${arc ? 'an arc' : 'a relative move'}, which can’t be turned.`
    for (const axis of wanted) {
      const letter = axis.toUpperCase()
      const word = wordOf(source.command, letter)
      if (!named.has(axis) && laysFilament(script, row) && (!word || relative))
        return `Line ${line} lays filament where ${letter} was left by an earlier line. Give it a ${letter} of its own first.`
      if (!word) continue
      if (relative) {
        edits.push(replacePiece(source.line, word, word.text))
        continue
      }
      const value = numberOf(command, letter)
      if (value === null || (word.formula && !shift)) return notANumber(source.line, word)
      if (modes.units === 'inch') return `Line ${line} counts in inches. Turn the script to millimetres first.`
      named.add(axis)
      const from = (of: Axis) => (command.machine ? 0 : modes.shift[of])
      const to = rule(axis, value + from(axis))
      const written =
        word.formula && shift
          ? shifted(word.formula, shift[axis], script)
          : writtenLike(word, to.axis.toUpperCase(), to.value - from(to.axis))
      if (written === null) return notANumber(source.line, word)
      edits.push(replacePiece(source.line, word, word.formula ? word.text.charAt(0) + written : written))
    }
    for (const step of stepsOfCommand(trace, row)) {
      const { x, y } = step.to
      const end = { x, y }
      for (const axis of wanted) {
        if (!named.has(axis)) continue
        const to = rule(axis, step.to[axis])
        if (to.axis !== 'z') end[to.axis] = to.value
        const [low, high] = printer.reach[to.axis]
        if (to.value < low - doubtMm || to.value > high + doubtMm)
          return `Line ${line} would go to ${to.axis.toUpperCase()} ${Number(to.value.toFixed(3))}, beyond what the head can reach.`
      }
      const beyond = beyondRadiusMm(printer, end.x, end.y)
      if (beyond > doubtMm && beyond > beyondRadiusMm(printer, x, y) + doubtMm)
        return `Line ${line} would go to X ${Number(end.x.toFixed(3))} Y ${Number(end.y.toFixed(3))}, beyond the circle that the head can reach.`
    }
  }
  return edits
}
