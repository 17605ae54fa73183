// Rewrites the places that a passage names, all by one rule, or refuses: what nudging, mirroring and changing edges share.
import { effectOf } from '../../firmware/spec.ts'
import { plain } from '../../format.ts'
import { numberOf, type Word, wordOf } from '../../gcode/line.ts'
import { modesBefore, stepsOfCommand } from '../../machine/trace.ts'
import type { Axis } from '../../model/printer.ts'
import type { Edit } from '../../model/script.ts'
import type { Passage } from '../passages.ts'
import { notANumber, replacePiece, sourceWord } from './lines.ts'
import type { Rehearsed } from './plan.ts'

/** Where a place on an axis goes: to which axis, and to what value, mm in the machine's coordinates. */
export type Rule = (axis: Axis, value: number) => { axis: Axis; value: number }

const doubtMm = 1e-6

/** A number as this script writes it: with as many decimals as it had, or as the change needs, at most three. */
export function writtenLike(word: Word, letter: string, value: number): string {
  const had = /\.(\d+)/.exec(word.text)?.[1]?.length ?? 0
  const exact = plain(value, 3)
  const needs = /\.(\d+)/.exec(exact)?.[1]?.length ?? 0
  const number = value.toFixed(Math.min(3, Math.max(had, needs)))
  const sign = word.text.charAt(0) === word.letter ? letter : letter.toLowerCase()
  return sign + (Number(number) === 0 ? number.replace('-', '') : number)
}

/** Commands that move the head within a passage, with the row each has in the trace. */
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

/** How far along each axis, mm. */
export type Shift = Readonly<Record<Axis, number>>

/** A formula with a distance added, put together with one that it ends in already. */
function shifted(formula: string, by: number): string {
  const inner = formula.startsWith('@(') ? formula.slice(2, -1) : formula.slice(1)
  const [, before = inner, sign = '+', had = '0'] = /^(.*\S)\s*([+-])\s*(\d+(?:\.\d+)?)$/.exec(inner) ?? []
  const now = Number(((sign === '-' ? -Number(had) : Number(had)) + by).toFixed(3))
  return now === 0 ? `@(${before})` : `@(${before} ${now < 0 ? '-' : '+'} ${Math.abs(now)})`
}

/**
 * Edits that put every place of the passage on the named axes where `rule` says. Where that is a mere `shift`, relative moves
 * are left as they are (they follow by themselves) and formulas are added to; otherwise they, and arcs, are refused, as inches
 * always are. A sentence says why it won't.
 */
export function replace(
  script: Rehearsed,
  passage: Passage,
  wanted: readonly Axis[],
  rule: Rule,
  shift: Shift | null,
): Edit[] | string {
  const { lines, trace, stage } = script
  const edits: Edit[] = []
  const named = new Set<Axis>()
  for (const { row, line, command } of movesIn(script, passage)) {
    const modes = modesBefore(trace, row)
    const relative = modes.positioning === 'relative'
    const source = lines[line - 1]
    if (!source) continue
    const arc = effectOf(stage.firmware, command)?.does === 'arc'
    if (!shift && (arc || (relative && wanted.some(axis => wordOf(command, axis.toUpperCase())))))
      return `Line ${line} is ${arc ? 'an arc' : 'a relative move'}, which can’t be turned.`
    for (const axis of wanted) {
      const letter = axis.toUpperCase()
      const word = sourceWord(source, letter)
      if (!named.has(axis) && laysFilament(script, row) && (!word || relative))
        return `Line ${line} lays filament where ${letter} was left by an earlier line. Give it a ${letter} of its own first.`
      if (!word || relative) continue
      const value = numberOf(command, letter)
      if (value === null || (word.formula && !shift)) return notANumber(source, word)
      if (modes.units === 'inch') return `Line ${line} counts in inches. Turn the script to millimetres first.`
      named.add(axis)
      const to = rule(axis, value)
      const written =
        word.formula && shift
          ? word.text.charAt(0) + shifted(word.formula, shift[axis])
          : writtenLike(word, to.axis.toUpperCase(), to.value)
      edits.push(replacePiece(source, word, written))
    }
    for (const step of stepsOfCommand(trace, row))
      for (const axis of wanted) {
        if (!named.has(axis)) continue
        const to = rule(axis, step.to[axis])
        const [low, high] = stage.printer.reach[to.axis]
        if (to.value < low - doubtMm || to.value > high + doubtMm)
          return `Line ${line} would go to ${to.axis.toUpperCase()} ${Number(to.value.toFixed(3))}, beyond what the head can reach.`
      }
  }
  return edits.length ? edits : `No line of it names ${wanted.map(axis => axis.toUpperCase()).join(' or ')}.`
}
