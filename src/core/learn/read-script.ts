// Learns a printer from its scripts: their extent, the spots beside the bed, assumed temperatures, and unknown
// commands.

import { unknownIn } from '../explain/unknown.ts'
import { families } from '../firmware/families.ts'
import { specNamed } from '../firmware/spec.ts'
import { plain } from '../format.ts'
import { read } from '../gcode/read.ts'
import { type Step, stepsOf } from '../machine/trace.ts'
import { job, material } from '../model/example.ts'
import type { FamilyName } from '../model/family.ts'
import type { Moment } from '../model/moment.ts'
import { axes, offBedMm, type Printer } from '../model/printer.ts'
import { type Round, rehearseScript } from '../round.ts'
import type { GivenFile, How, Notes, Place } from './findings.ts'

/** The moment of a script by its file name. */
const momentOf = (name: string): Moment => (/end|after|finish|stop/i.test(name) ? 'end' : 'start')

/** The fields known so far. If no file states the reach, scripts are believed. */
export type Known = ReadonlyMap<string, { how: How; file: string | null; line: number | null }>

/** Reach for the rehearsal if it is unknown, so that a guess does not limit it, mm. */
const beyondMm = 2000
/** An extrusion in place of this length is a purge, mm. */
const purgeMm = 5
/** This many strokes back and forth are a wipe. */
const wipeStrokes = 4

/** The family whose table has most of the scripts' commands; null in a tie. */
export function familyFor(files: readonly GivenFile[]): FamilyName | null {
  const names = files.flatMap(({ text }) => read(text).flatMap(({ command }) => (command ? [command.name] : [])))
  const counts = Object.values(families)
    .map(family => ({ family: family.family, known: names.filter(name => specNamed(family, name)).length }))
    .sort((a, b) => b.known - a.known)
  const [first, second] = counts
  return first && second && first.known > second.known ? first.family : null
}

export function readScript(file: GivenFile, printer: Printer, known: Known, notes: Notes): void {
  const wide: Printer = {
    ...printer,
    reach: {
      x: [printer.reach.x[0] - beyondMm, printer.reach.x[1] + beyondMm],
      y: [printer.reach.y[0] - beyondMm, printer.reach.y[1] + beyondMm],
      z: [printer.reach.z[0] - beyondMm, printer.reach.z[1] + beyondMm],
    },
    zones: [],
  }
  const round = rehearseScript(file.text, { printer: wide, material, job, moment: momentOf(file.name) })
  const steps = [...stepsOf(round.trace)]
  const lineOf = (step: Step): Place => ({ file: file.name, line: round.trace.rows.line[step.command] as number })
  reach(steps, lineOf, printer, known, notes)
  heat(round, file, printer, known, notes)
  places(steps, lineOf, printer, notes)
  for (const { name, lines, proposed } of unknownIn(round.lines, round.stage)) {
    notes.taught.push(proposed)
    notes.pass({ file: file.name, line: lines[0] ?? 1 }, `${name} is not known here. What it does can be taught.`)
  }
}

const saidBy = (known: Known, field: string): string | null => {
  const its = known.get(field)
  return its && its.how !== 'guessed' && its.file ? `${its.file}${its.line ? `, line ${its.line}` : ''}` : null
}

function reach(
  steps: readonly Step[],
  lineOf: (step: Step) => Place,
  printer: Printer,
  known: Known,
  notes: Notes,
): void {
  for (const axis of axes) {
    const [low, high] = printer.reach[axis]
    let [least, max]: (Step | null)[] = [null, null]
    for (const step of steps) {
      if (step.kind === 'home' || step.kind === 'probe' || step.from[axis] === step.to[axis]) continue
      if (step.to[axis] < (least?.to[axis] ?? low - 0.01)) least = step
      if (step.to[axis] > (max?.to[axis] ?? high + 0.01)) max = step
    }
    const field = `reach.${axis}`
    const by = saidBy(known, field)
    for (const step of [least, max]) {
      if (!step) continue
      const place = lineOf(step)
      if (by)
        notes.ask(
          field,
          `${place.file}, line ${place.line}, goes to ${axis.toUpperCase()} ${plain(step.to[axis])}; ${by}, says ${plain(low)} to ${plain(high)}. Which is right?`,
          [low, high],
        )
    }
    const furthest = max ?? least
    if (!by && furthest)
      notes.derive(
        field,
        [least ? least.to[axis] : low, max ? max.to[axis] : high],
        lineOf(furthest),
        'the script goes there',
      )
  }
}

function heat({ trace }: Round, file: GivenFile, printer: Printer, known: Known, notes: Notes): void {
  const highest = (of: (row: number) => readonly (number | null)[]) => {
    let [value, row] = [0, 0]
    for (let i = 0; i < trace.rows.count; i++)
      for (const each of of(i)) if ((each ?? 0) > value) [value, row] = [each ?? 0, i]
    return { value, place: { file: file.name, line: trace.rows.line[row] ?? 1 } }
  }
  const wanted = [
    [
      'heaters.nozzle.highestC',
      highest(i => trace.rows.modes[i]?.nozzleTargets ?? []),
      printer.heaters.nozzle.highestC,
      'nozzle',
    ],
    ['heaters.bed.highestC', highest(i => [trace.rows.modes[i]?.bedTarget ?? 0]), printer.heaters.bed.highestC, 'bed'],
  ] as const
  for (const [field, { value, place }, max, what] of wanted) {
    if (value <= max) continue
    const by = saidBy(known, field)
    if (by)
      notes.ask(
        field,
        `${place.file}, line ${place.line}, heats the ${what} to ${plain(value)} °C; ${by}, says ${plain(max)} °C at most. Which is right?`,
        max,
      )
    else notes.derive(field, value, place, `the script heats the ${what} so far`)
  }
}

/** Spots beside the bed: an extrusion in place is into a bucket, strokes back and forth are over a brush. */
function places(steps: readonly Step[], lineOf: (step: Step) => Place, printer: Printer, notes: Notes): void {
  const off = ({ to }: Step) => offBedMm(printer, to.x, to.y) > 0.5
  const named = new Set(printer.spots.map(({ name }) => name.split('_')[0]))
  const found: Printer['spots'] = []
  let first: Place | null = null
  const add = (name: string, step: Step) => {
    if (named.has(name)) return
    named.add(name)
    first ??= lineOf(step)
    const { x, y, z } = step.to
    found.push({ name, x, y, z })
  }
  let strokes = 0
  steps.forEach((step, i) => {
    const before = steps[i - 1]
    const still = step.from.x === step.to.x && step.from.y === step.to.y
    if (step.kind === 'push' || (step.kind === 'extrude' && still)) {
      if (off(step) && step.filamentMm >= purgeMm) add('bucket', step)
      return
    }
    if (step.kind !== 'travel' || still) return
    const turned = before && !straightOn(before, step)
    strokes = off(step) && off({ ...step, to: step.from }) && turned ? strokes + 1 : 0
    if (strokes >= wipeStrokes) add('brush', step)
  })
  if (!first || found.length === 0) return
  notes.guess('spots', [...printer.spots, ...found], 'the script extrudes or wipes there, beside the bed', first)
  for (const { name, x, y } of found)
    notes.ask(
      `spots.${name}`,
      `The script ${name === 'bucket' ? 'extrudes' : 'wipes'} at X ${plain(x)} Y ${plain(y)}, beside the bed. Is there a ${name === 'bucket' ? 'purge bucket' : 'brush'}?`,
      true,
    )
}

/** Whether the second move continues the direction of the first. */
function straightOn(a: Step, b: Step): boolean {
  const dot = (a.to.x - a.from.x) * (b.to.x - b.from.x) + (a.to.y - a.from.y) * (b.to.y - b.from.y)
  return dot > 0
}
