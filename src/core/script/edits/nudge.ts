// Shifts a passage along the bed or up: every number that belongs together moves together, or nothing does.
import { specOf } from '../../firmware/spec.ts'
import { numberOf, type Word, wordOf } from '../../gcode/line.ts'
import { modesBefore, stepsOfCommand } from '../../machine/trace.ts'
import { type Axis, axes } from '../../model/printer.ts'
import type { Edit } from '../../model/script.ts'
import type { Passage } from '../passages.ts'
import { replacePiece } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

/** How far along each axis, mm. */
export type Shift = { x: number; y: number; z: number }

const doubtMm = 1e-6

/** A number as this script writes it: with as many decimals as it had, or as the change needs, at most three. */
function written(word: Word, value: number): string {
  const had = /\.(\d+)/.exec(word.text)?.[1]?.length ?? 0
  const exact = value.toFixed(3).replace(/\.?0+$/, '')
  const needs = /\.(\d+)/.exec(exact)?.[1]?.length ?? 0
  const number = value.toFixed(Math.min(3, Math.max(had, needs)))
  return word.text.charAt(0) + (Number(number) === 0 ? number.replace('-', '') : number)
}

/**
 * Moves a passage's places by `shift`. Relative moves go along by themselves and are left as they are. Refused where the
 * passage takes a place from the lines before it, where an arc's or stroke's end would leave the reach, and for inches.
 */
export function nudge({ lines, commands, trace, stage }: Rehearsed, passage: Passage, shift: Shift): Plan {
  const wanted = axes.filter(axis => shift[axis] !== 0)
  if (wanted.length === 0) return refuse('It stays where it is: the shift is nothing.')
  const edits: Edit[] = []
  const named = new Set<Axis>()
  for (let i = 0; i < trace.rows.count; i++) {
    const { line, command } = commands[i] as (typeof commands)[number]
    if (line < passage.firstLine || line > passage.lastLine) continue
    const does = specOf(stage.firmware, command.name)?.effect.does
    if (does !== 'move' && does !== 'arc') continue
    const modes = modesBefore(trace, i)
    const source = lines[line - 1]
    for (const axis of wanted) {
      const letter = axis.toUpperCase()
      const word = wordOf(command, letter)
      const value = numberOf(command, letter)
      const relative = modes.positioning === 'relative'
      if (!named.has(axis) && lays(i) && (!word || relative))
        return refuse(
          `Line ${line} lays filament where ${letter} was left by an earlier line. Give it a ${letter} of its own first.`,
        )
      if (!word || relative || !source) continue
      if (value === null) return refuse(`Line ${line}: ${word.text} is not a number that can be shifted.`)
      if (modes.units === 'inch') return refuse(`Line ${line} counts in inches. Turn the script to millimetres first.`)
      named.add(axis)
      edits.push(replacePiece(source, word, written(word, value + shift[axis])))
    }
    const beyond = leavesReach(i)
    if (beyond) return refuse(`Line ${line} would go to ${beyond}, beyond what the head can reach.`)
  }
  if (edits.length === 0) return refuse(`No line of it names ${wanted.map(axis => axis.toUpperCase()).join(' or ')}.`)
  const told = wanted.map(axis => `${axis.toUpperCase()} ${shift[axis] > 0 ? '+' : '−'}${Math.abs(shift[axis])} mm`)
  return { ok: true, title: `Nudge “${passage.title}”: ${told.join(', ')}`, edits }

  function lays(command: number): boolean {
    return stepsOfCommand(trace, command).some(step => step.kind === 'extrude')
  }

  function leavesReach(command: number): string | null {
    for (const step of stepsOfCommand(trace, command))
      for (const axis of wanted) {
        const to = step.to[axis] + (named.has(axis) ? shift[axis] : 0)
        const [low, high] = stage.printer.reach[axis]
        if (to < low - doubtMm || to > high + doubtMm) return `${axis.toUpperCase()} ${Number(to.toFixed(3))}`
      }
    return null
  }
}
