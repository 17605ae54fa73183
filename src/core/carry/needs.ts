// Adds what the target needs and the script lacks: gantry alignment, a mesh, a tool in use, heat, a heat soak.
import { effectOf } from '../firmware/spec.ts'
import { hasLetter } from '../gcode/line.ts'
import { melts } from '../machine/heaters.ts'
import { lastModes, stepsOfCommand } from '../machine/trace.ts'
import { hasFeature } from '../model/feature.ts'
import { momentFacts } from '../model/moment.ts'
import { axes } from '../model/printer.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { sourceOf } from '../script/edits/ways.ts'
import type { Addition, Walked } from './outcomes.ts'
import { heldIn } from './rewrite-bed.ts'
import { dwellBy } from './rewrite-dwell.ts'
import type { Side } from './sides.ts'

/** Lines to add, in their order after the same line. Only for start scripts, which prepare the machine. */
export function needs(script: Rehearsed, from: Side, to: Side, walked: Walked): Addition[] {
  if (momentFacts[script.stage.moment].runs !== 'before') return []
  const rows = rowsIn(script)
  const homing =
    rows.filter(({ does, all }) => does === 'home' && all).at(0) ?? rows.filter(({ does }) => does === 'home').at(-1)
  const additions: Addition[] = []
  const prints =
    rows.some(({ does }) => does === 'heat' || does === 'tool-heat') || script.trace.steps.filament.some(mm => mm > 0)
  if (homing && prints) additions.push(...afterHoming(script, rows, homing.line, from, to))
  const firstProbe = rows.find(({ does }) => does === 'probe')
  if (firstProbe && settlesFor(from, to) && !soaks(script)) additions.push(soak(firstProbe.line, to))
  if (!from.family.heatsToExtrude && to.family.heatsToExtrude && homing)
    additions.push(...(melts(to.stage) ? [heat(homing.line, to)] : allowCold(homing.line, to)))
  const had = new Set(walked.additions.flatMap(({ lines }) => lines))
  return additions.filter(({ lines }) => !lines.every(line => had.has(line)))
}

type Row = { line: number; does: string | undefined; all: boolean }

const rowsIn = (script: Rehearsed): Row[] =>
  script.commands.flatMap((command, row): Row[] => {
    if (row >= script.trace.rows.count || !sourceOf(script, row)) return []
    const effect = effectOf(script.stage.firmware, command.command)
    return [
      {
        line: command.line,
        does: effect?.does,
        all: axes.every(axis => !hasLetter(command.command, axis.toUpperCase())),
      },
    ]
  })

function afterHoming(script: Rehearsed, rows: readonly Row[], line: number, from: Side, to: Side): Addition[] {
  const { printer, family } = to
  const { phrases } = family
  const additions: Addition[] = []
  const aligns = rows.some(({ does }) => does === 'align')
  const align =
    hasFeature(printer, 'gantry_alignment') && !aligns ? phrases.align(heldIn(printer.macros) ?? 'corners') : null
  if (align !== null)
    additions.push({
      after: line,
      rank: 'align',
      lines: [align, phrases.home(['z'])].filter(each => each !== null),
      why: `The gantry of ${printer.name} is aligned before the bed is probed, and Z is homed again afterwards.`,
    })
  const levels = rows.some(({ does }) => does === 'probe' || does === 'levelling')
  if (
    levels ||
    lastModes(script.trace).levelling !== 'unknown' ||
    rows.some(({ does }) => does === 'macro' || does === 'opaque')
  ) {
    // The script sets levelling itself, or has an unknown effect on it.
    if (levels || lastModes(script.trace).levelling === 'on') return additions
  }
  const last = rows.filter(({ does }) => does === 'home').at(-1)?.line ?? line
  const mesh = printer.storedMesh ? phrases.loadMesh(null) : printer.probe ? phrases.probeBed() : null
  const hadNone = !from.printer.probe && !from.printer.storedMesh
  if (mesh !== null)
    additions.push({
      after: last,
      rank: 'levelling',
      lines: [mesh],
      why: `${hadNone ? `${from.printer.name} has no levelling` : 'The script turns no levelling on'}; ${printer.name} ${printer.storedMesh ? 'keeps a mesh' : 'has a probe'}.`,
    })
  return additions
}

/** Whether the target's probe drifts with temperature and the source's does not. */
const settlesFor = (from: Side, to: Side): boolean =>
  to.printer.probe?.kind === 'inductive' && from.printer.probe?.kind !== 'inductive'

/** Whether the script already lets the bed settle: by the material's soak time, or for at least a minute. */
const soaks = ({ lines, trace }: Rehearsed): boolean =>
  lines.some(({ raw }) => asksForSoak(raw.split(';', 1)[0] ?? '')) ||
  Array.from({ length: trace.rows.count }, (_, row) => row).some(row =>
    stepsOfCommand(trace, row).some(({ kind, start, end }) => kind === 'stand' && end - start >= longDwellS),
  )

const asksForSoak = (code: string): boolean => code.includes('@') && /\bsoak\b/.test(code)

/** Shortest dwell that is meant for the bed, s. */
const longDwellS = 60

const soak = (line: number, to: Side): Addition => ({
  after: line - 1,
  rank: 'soak',
  lines: [';? when soak > 0', dwellBy({ to }, '@(soak * 60)', true), ';? end'],
  why: `The probe of ${to.printer.name} gives wrong values on a bed that is still settling: this waits as long as the material needs.`,
})

const allowCold = (line: number, to: Side): Addition[] => {
  const allowed = to.family.phrases.coldExtrusion(true)
  const why = `${to.printer.name} extrudes paste, and its firmware lets no cold nozzle extrude otherwise.`
  return allowed === null ? [] : [{ after: line, rank: 'heat', lines: [allowed], why }]
}

const heat = (line: number, to: Side): Addition => {
  const { heat, waitFor } = to.family.phrases
  const lines = [
    heat('bed', '@bed', null),
    heat('nozzle', '@nozzle', null),
    waitFor('bed', '@bed', null, false),
    waitFor('nozzle', '@nozzle', null, false),
  ]
  return {
    after: line,
    rank: 'heat',
    lines: lines.filter(each => each !== null),
    why: `${to.printer.name} melts what it extrudes.`,
  }
}
