// Makes random scripts with guards, loops, settings and macros, edits and exports them, and checks each result for
// every job.
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import { exportScript, type Form } from '../core/export/export.ts'
import { read } from '../core/gcode/read.ts'
import { partingOf } from '../core/machine/same-run.ts'
import { counterAfter, type Step, stepAt, stepsOf, type Trace } from '../core/machine/trace.ts'
import { applyEdits } from '../core/model/script.ts'
import { halfGuards } from '../core/resolve/guards.ts'
import { type RehearsalInput, rehearseScript } from '../core/round.ts'
import { type EditRequest, planEdit } from '../core/script/edits/edit.ts'
import { keptLines } from '../core/script/edits/plan.ts'
import type { Passage } from '../core/script/passages.ts'
import { type Chance, oneOf } from './texts.ts'

const between = (chance: Chance, low: number, high: number, digits = 0): number =>
  Number((low + chance() * (high - low)).toFixed(digits))

const printers = ['Dunlin', 'Curlew', 'Avocet']
  .map(name => demoPrinters().find(each => each.name === name))
  .filter(each => each !== undefined)

/** The same script for several materials, so that its branches differ. */
export function settingsFor(chance: Chance): [RehearsalInput, ...RehearsalInput[]] {
  const printer = oneOf(chance, printers)
  const jobs = demoJobs().filter(({ materials }) => materials.length === 1)
  const all = demoMaterials()
    .slice(0, 4)
    .map((material, i): RehearsalInput => {
      const job = jobs[i % jobs.length] as (typeof jobs)[number]
      return {
        printer,
        material,
        job: { ...job, name: `${material.name}`, materials: [material.name], firstTool: 0 },
        moment: 'start',
      }
    })
  return all as [RehearsalInput, ...RehearsalInput[]]
}

const conditions = ['bed > 60', 'nozzle > 220', 'not has chamber', 'bed > 60 and nozzle > 220', 'bed is 60', 'top > 20']

/** Lines of a passage that move and extrude, some with our values. */
function moves(chance: Chance): string[] {
  const [x, y] = [between(chance, 20, 60), between(chance, 10, 40)]
  const lines = [`G1 X${x} Y${y} Z0.3 F3000`]
  const count = between(chance, 1, 4)
  for (let i = 0; i < count; i++) {
    const end = y + between(chance, 20, 90)
    const amount = between(chance, 2, 9, 1)
    lines.push(
      oneOf(chance, [
        `G1 Y${end} E${amount} F1200`,
        `G1 X${x + i} Y${end} E${amount}`,
        `G1 Y@(${y} + 40) E${amount} F900`,
        `G1 X${x + 1} F6000`,
        `G1Y${end}E${amount}`,
        'G92 E0',
        `G1 E-0.8 F2400`,
        '; a note of mine',
      ]),
    )
  }
  return lines
}

const inGuard = (chance: Chance, one: readonly string[], other: readonly string[]): string[] => [
  `;? when ${oneOf(chance, conditions)}`,
  ...one,
  ...(chance() < 0.6 ? [';? otherwise', ...other] : []),
  ';? end',
]

function inLoop(chance: Chance, family: string, lines: readonly string[]): string[] {
  if (family === 'board') return ['M808 L2', ...lines, 'M808']
  if (family !== 'macro-file') return [...lines]
  const opener = oneOf(chance, ['while iterations < 2', 'if heat.heaters[0].current < 500', 'if move.axes[0].homed'])
  return [opener, ...lines.map(line => `  ${line}`)]
}

/** A plausible start script: headings, heating, homing, probing, one or two purges. */
export function madeScript(chance: Chance, { printer: { firmware } }: RehearsalInput): string {
  const { family } = firmware
  const part = (title: string, lines: readonly string[]) => [
    ...(chance() < 0.7 ? [`; --- ${title} ---`] : []),
    ...(chance() < 0.1 ? ['; kept below', ';! as the maker has it'] : []),
    ...lines,
    '',
  ]
  const wrapped = (lines: string[]): string[] => {
    const way = chance()
    if (way < 0.3) return inGuard(chance, lines, moves(chance))
    if (way < 0.45) return inLoop(chance, family, lines)
    return lines
  }
  const probe = family === 'host' ? 'BED_MESH_CALIBRATE' : 'G29'
  const settings =
    chance() < 0.4 ? [`;= lift = ${between(chance, 2, 9)} mm   up`, `;= fast = ${between(chance, 40, 120)} mm/s`] : []
  const uses = settings.length ? ['G1 Z@lift F600', 'G1 X30 F@fast'] : ['G1 Z5 F600']
  return [
    ...settings,
    ...part(
      'warm',
      wrapped([
        `M140 S${oneOf(chance, ['@bed', '60'])}`,
        `M109 S${oneOf(chance, ['@nozzle', '205', '@(nozzle - 5)'])}`,
      ]),
    ),
    ...part('zero', [...(chance() < 0.5 ? ['G90'] : []), 'G28', ...uses]),
    ...part('level', chance() < 0.5 ? inGuard(chance, [probe], ['M420 S1']) : [probe]),
    ...part('bed', ['M190 S@bed', ...(chance() < 0.3 ? ['M109 S@nozzle'] : [])]),
    ...part('purge', [
      oneOf(chance, ['M83', 'M82', 'M83']),
      'G92 E0',
      ...wrapped(moves(chance)),
      ...(chance() < 0.4 ? wrapped(moves(chance)) : []),
      'G92 E0',
    ]),
    ...part('tidy', ['M107 ; fan', 'G4 P20  ; a moment', 'M400']),
    ...part('done', ['G1 Z2 F600', ...(chance() < 0.5 ? [`M117 Ready at @nozzle`] : [])]),
  ].join(oneOf(chance, ['\n', '\n', '\r\n']))
}

type Rehearsal = ReturnType<typeof rehearseScript>

function madeRequest(chance: Chance, { passages }: Rehearsal): EditRequest {
  const all = passages.flatMap(each => [each, ...each.parts])
  const at = (all.length ? oneOf(chance, all) : { firstLine: 1 }).firstLine
  const laying = all.filter(({ extrudedMm }) => extrudedMm > 0)
  const purge = (laying.length ? oneOf(chance, laying) : { firstLine: at }).firstLine
  const shift = { x: oneOf(chance, [0, 3, -2]), y: oneOf(chance, [0, 4.5]), z: oneOf(chance, [0, 0, 0.1]) }
  return oneOf<EditRequest>(chance, [
    { do: 'units', to: 'inch' },
    { do: 'count-filament', to: oneOf(chance, ['absolute', 'relative'] as const) },
    { do: 'line-up' },
    { do: 'nudge', at, shift },
    { do: 'nudge', at: purge, shift },
    { do: 'amount', at: purge, percent: oneOf(chance, [50, 120, 80]) },
    { do: 'speed', at: purge, speedMmS: oneOf(chance, [10, 25]) },
    { do: 'remove', at },
    { do: 'move-up', at },
    { do: 'move-down', at },
    { do: 'duplicate', at },
    { do: 'sleep', at },
    { do: 'rename', at, title: 'another name' },
    { do: 'make-refrain', at, name: 'ours' },
    { do: 'probe-without-ooze', how: { cornerLiftMm: 0, settleS: 0 } },
    { do: 'edge', at: purge, to: oneOf(chance, ['left', 'right', 'front', 'back'] as const) },
  ])
}

/** Steps in which anything happens, ignoring rounding. */
const telling = (trace: Trace): Step[] =>
  [...stepsOf(trace)].filter(
    ({ start, end, filamentMm, from, to }) =>
      end - start > 1e-6 || Math.abs(filamentMm) > 1e-6 || Math.abs(to.x - from.x) > 1e-6,
  )

/** The head's position after a command. */
function endOf(trace: Trace, row: number): Step['to'] {
  const next = row + 1 < trace.rows.count ? (trace.rows.firstStep[row + 1] as number) : trace.steps.count
  return next > 0 ? stepAt(trace, next - 1).to : { x: Number.NaN, y: Number.NaN, z: Number.NaN }
}

const near = (one: number, other: number, by = 2e-3): boolean => Object.is(one, other) || Math.abs(one - other) <= by

/** Edits that change only the notation, and what may differ at the end. */
const writing: Partial<Record<EditRequest['do'], readonly ('units' | 'extrusion')[]>> = {
  units: ['units'],
  'count-filament': ['extrusion'],
  'line-up': [],
  rename: [],
  'make-refrain': [],
}

/** What is wrong with a run after an edit, compared with the run before; null if nothing is. */
function broken(request: EditRequest, passage: Passage | undefined, before: Trace, after: Trace): string | null {
  const but = writing[request.do]
  if (but) {
    const parting = partingOf(before, after, { but })
    return parting && `line ${parting.line}: ${parting.what}`
  }
  const [was, is] = [telling(before), telling(after)]
  const lineOf = (step: Step) => before.rows.line[step.command] as number
  const inside = (step: Step) =>
    passage !== undefined && lineOf(step) >= passage.firstLine && lineOf(step) <= passage.lastLine
  if (request.do === 'nudge') {
    if (before.rows.count !== after.rows.count) return `${before.rows.count} commands before, ${after.rows.count} after`
    for (let row = 0; row < before.rows.count; row++) {
      const [line, one, other] = [before.rows.line[row], endOf(before, row), endOf(after, row)]
      for (const axis of ['x', 'y', 'z'] as const) {
        const moved = other[axis] - one[axis]
        if (Number.isNaN(one[axis]) && Number.isNaN(other[axis])) continue
        if (!near(moved, 0) && !near(moved, request.shift[axis])) return `line ${line}: ${axis} moved by ${moved}`
      }
      if (!near(counterAfter(before, row), counterAfter(after, row))) return `line ${line}: other filament`
    }
  }
  if (request.do === 'amount') {
    if (was.length !== is.length) return `${was.length} steps before, ${is.length} after`
    for (const [i, step] of was.entries()) {
      const now = is[i] as Step
      const wanted =
        inside(step) && step.kind === 'extrude' ? (step.filamentMm * request.percent) / 100 : step.filamentMm
      if (!near(now.filamentMm, wanted, 0.011))
        return `line ${lineOf(step)}: ${step.filamentMm} became ${now.filamentMm}`
    }
  }
  if (request.do === 'speed') {
    if (was.length !== is.length) return `${was.length} steps before, ${is.length} after`
    for (const [i, step] of was.entries()) {
      const now = is[i] as Step
      if (!near(step.filamentMm, now.filamentMm) || !near(step.to.x, now.to.x) || !near(step.to.y, now.to.y))
        return `line ${lineOf(step)}: it goes elsewhere`
      if (
        !inside(step) &&
        (step.kind === 'travel' || step.kind === 'extrude') &&
        !near(now.end - now.start, step.end - step.start, 0.35)
      )
        return `line ${lineOf(step)}: another speed outside of the passage`
    }
  }
  return null
}

export type Proven = { request: string; refused: boolean; wrong: string | null }

/** Makes one edit of a script and rehearses the result for every job. */
export function proveEdit(chance: Chance): Proven & { text: string } {
  const settings = settingsFor(chance)
  const text = madeScript(chance, settings[0])
  const round = rehearseScript(text, settings[0])
  const request = madeRequest(chance, round)
  const passage =
    'at' in request
      ? round.passages.flatMap(each => [each, ...each.parts]).find(each => each.firstLine === request.at)
      : undefined
  const plan = planEdit(text, round, request)
  const input = { request: JSON.stringify(request), text }
  if (!plan.ok) return { ...input, refused: true, wrong: null }
  const after = applyEdits(text, plan.edits)
  const [lines, now] = [read(text), read(after)]
  const whole = new Set(now.map(({ raw }) => raw))
  for (const [number] of keptLines(lines))
    if (!whole.has(lines[number - 1]?.raw ?? '') && request.do !== 'remove')
      return { ...input, refused: false, wrong: `the kept line ${number} was changed` }
  const halves = (of: typeof lines) => halfGuards(of.map(({ kind, raw }) => (kind === 'mark' ? raw : ''))).size
  if (halves(now) > halves(lines)) return { ...input, refused: false, wrong: 'a guard was parted' }
  for (const setting of settings) {
    const wrong = broken(request, passage, rehearseScript(text, setting).trace, rehearseScript(after, setting).trace)
    if (wrong) return { ...input, refused: false, wrong: `${setting.job.name}: ${wrong}` }
  }
  return { ...input, refused: false, wrong: null }
}

/** Makes one export of a script, and checks its proof independently. */
export function proveExport(chance: Chance): Proven & { text: string } {
  const settings = settingsFor(chance)
  const text = madeScript(chance, settings[0])
  const { family } = settings[0].printer.firmware
  const form: Form =
    chance() < 0.5 || family === 'board'
      ? { kind: 'plain' }
      : family === 'host'
        ? { kind: 'host-macro', vocabularies: [] }
        : { kind: 'macro-files', vocabularies: [] }
  const input = { request: form.kind, text }
  const files = exportScript(text, settings, {
    form,
    comments: chance() < 0.7,
    ending: oneOf(chance, ['as-it-is', 'lf'] as const),
  })
  const refused = files.some(({ otherwise }) => otherwise.length > 0)
  if (refused || form.kind !== 'plain') return { ...input, refused, wrong: null }
  for (const [i, setting] of settings.entries()) {
    const parting = partingOf(rehearseScript(text, setting).trace, rehearseScript(files[i]?.text ?? '', setting).trace)
    if (parting) return { ...input, refused, wrong: `${setting.job.name}, line ${parting.line}: ${parting.what}` }
  }
  return { ...input, refused, wrong: null }
}
