// Rehearses one script for many jobs: the list of jobs, and the result of each.
import { countsOf, type Severity } from '../check/finding.ts'
import type { Line } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import { readinessOf } from '../machine/readiness.ts'
import { type Job, nothingBetween, ofFirstTool } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import type { TaughtCommand } from '../model/taught.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { rehearseAndCheck } from '../round.ts'
import { type Run, tooHotFor } from './fits.ts'

/** The result of a run: s, g; findings by severity, worst first; missing properties of the final state. */
export type RunOutcome = {
  job: string
  materials: string[]
  durationS: number
  heatingS: number
  massG: number
  counts: Record<Severity, number>
  worst: { rule: string; severity: Severity; line: number; message: string }[]
  /** Properties of the final state that the print does not expect, in a few words each. */
  lacking: string[]
  /** The purge to draw, mm. */
  strokes: [number, number][][]
  stopped: string | null
}

export type Script = {
  text: string
  printer: Printer
  moment: Moment
  taught?: readonly TaughtCommand[]
  vocabulary?: Vocabulary | undefined
  standIns?: Readonly<Record<string, number>>
}

const maxWorst = 3
const maxStrokes = 40

/** Rehearses and checks a script for each of the jobs. */
export function runAll(script: Script, runs: readonly Run[]): RunOutcome[] {
  const lines = read(script.text)
  return runs.map(run => runOne(script, run, lines))
}

function roundOf({ text, ...setting }: Script, { job, materials }: Run, lines: Line[]) {
  const material = ofFirstTool(job, materials) as Material
  return rehearseAndCheck(text, { ...setting, material, materials, job }, lines)
}

/** Rehearses and checks a script for one job, without results that only the Desk shows. */
export function runOne(script: Script, run: Run, lines = read(script.text)): RunOutcome {
  const { job, materials } = run
  const round = roundOf(script, run, lines)
  const { trace, findings, durations, filament, strokes } = round
  const counts = countsOf(findings)
  return {
    job: job.name,
    materials: materials.map(({ name }) => name),
    durationS: durations.totalS,
    heatingS: durations.heatingS,
    massG: filament.massG,
    counts,
    worst: findings.slice(0, maxWorst).map(({ rule, severity, line, message }) => ({ rule, severity, line, message })),
    lacking: readinessOf(round).flatMap(({ good, says, name }) => (good ? [] : [says ?? name])),
    strokes: strokes.slice(0, maxStrokes).map(({ path }) => path),
    stopped: trace.stopped?.why ?? null,
  }
}

/** Whether nothing would go wrong: no error, no warning, and the final state is as the print expects. */
export const isRight = ({ counts, lacking }: Pick<RunOutcome, 'counts' | 'lacking'>): boolean =>
  counts.error + counts.warning + lacking.length === 0

/** The names of the jobs that a script fits: no error, and the right temperatures. */
export function fitting(script: Script, runs: readonly Run[]): string[] {
  const lines = read(script.text)
  return runs.flatMap(run => {
    const { findings } = roundOf(script, run, lines)
    const wrong = findings.some(({ rule, severity }) => severity === 'error' || rule === 'temperature-differs')
    return wrong ? [] : [run.job.name]
  })
}

/** Size of a plate by an edge of the bed, and its distance from the edge, mm. */
const plateMm = 40
const edgeMm = 8

type Shape = Pick<Job, 'name' | 'area' | 'top'>

function shapes({ bed }: Printer): Shape[] {
  const [[left, right], [front, back]] = [bed.x, bed.y]
  const [x, y] = [(left + right) / 2, (front + back) / 2]
  const low = { kind: 'height', mm: 5 } as const
  const size = Math.min(plateMm, (right - left) / 3, (back - front) / 3)
  const at = (name: string, middleX: number, middleY: number): Shape => ({
    name,
    area: {
      kind: 'at',
      left: middleX - size / 2,
      right: middleX + size / 2,
      front: middleY - size / 2,
      back: middleY + size / 2,
    },
    top: low,
  })
  const half = size / 2 + edgeMm
  return [
    at('small', x, y),
    { ...at('tall', x, y), top: { kind: 'below-reach', mm: 5 } },
    { name: 'full-bed', area: { kind: 'whole-bed', marginMm: 6 }, top: low },
    at('near the left', left + half, y),
    at('near the right', right - half, y),
    at('near the front', x, front + half),
    at('near the back', x, back - half),
  ]
}

/** The sets of tools that a job may use: each alone, neighbours, and all. */
function toolSets({ tools }: Printer): number[][] {
  const alone = tools.map((_, tool) => [tool])
  const first = tools.length > 1 ? [tools.slice(0, 2).map((_, tool) => tool)] : []
  const all = tools.length > 2 ? [tools.map((_, tool) => tool)] : []
  return [...alone, ...first, ...all]
}

/** All combinations of material, area (small, tall, full-bed, near each edge) and set of tools. */
export function everythingCombined(printer: Printer, materials: readonly Material[]): Run[] {
  const fitting = materials.filter(material => tooHotFor(material, printer) === null)
  return toolSets(printer).flatMap(set =>
    shapes(printer).flatMap(shape =>
      fitting.map((material, i): Run => {
        // Tools that print together print different materials: the next ones in the list.
        const own =
          set.length === 1 ? [material] : set.map((_, tool) => fitting[(i + tool) % fitting.length] as Material)
        const which = printer.tools.length === 1 ? '' : `, ${set.map(tool => `T${tool}`).join(' + ')}`
        return {
          materials: own,
          job: {
            ...shape,
            name: `${shape.name}, ${own.map(({ name }) => name).join(' + ')}${which}`,
            about: '',
            materials: own.map(({ name }) => name),
            firstTool: set[0] as number,
            firstLayerMm: 0.2,
            layerMm: 0.2,
            tower: null,
            takes: null,
            ...nothingBetween,
          },
        }
      }),
    ),
  )
}

/** Worst first: by errors, then warnings, then missing properties, then time. */
export const byWorst = (a: RunOutcome, b: RunOutcome): number =>
  b.counts.error - a.counts.error ||
  b.counts.warning - a.counts.warning ||
  b.lacking.length - a.lacking.length ||
  b.durationS - a.durationS
