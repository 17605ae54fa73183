// During a tool change the nozzle waits, drops the bed or purges above the print.
import { duration, mm, plain } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import type { Modes } from '../../machine/state.ts'
import { twoTools } from '../../model/example.ts'
import { changeMoments, isChangeMoment, momentFacts } from '../../model/moment.ts'
import { retractionOf } from '../../model/printer.ts'
import { replacePiece, sourceWord } from '../../script/edits/lines.ts'
import { knownBefore, onOneHead, overPrint, refilledMm } from '../changing.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { acrossMm, lineOf, printArea } from '../queries.ts'

/**
 * Thresholds: a drop of ooze that is visible on the print, mm³; an extrusion in place that counts as a purge, mm³; a
 * lift that draws a string, mm.
 */
const seenMm3 = 0.5
const purgeMm3 = 1
const liftMm = 4
/** A nozzle that is retracted by at least this share of its retraction draws no string. */
const retracted = 0.5
/** A move of at least this length comes from outside the print, mm. */
const fixedMm = 20

type Kind = 'purge' | 'wait' | 'lift' | 'back'

/** The events there, each kind at its first occurrence. */
function check(script: Checked): Found[] {
  const found = new Map<Kind, Found>()
  const tell = (kind: Kind, told: Found) => void (found.has(kind) || found.set(kind, told))
  const { stage, steps, trace, ooze } = script
  const refilled = refilledMm(script)
  // A tool that was just selected may still be in its parking position.
  let where = momentFacts[stage.moment].tool !== 'new'
  let tool = trace.beginning.modes.tool
  for (const [i, step] of steps.entries()) {
    const now = trace.rows.modes[step.command]?.tool ?? tool
    const inPlace = step.from.x === step.to.x && step.from.y === step.to.y
    if (now !== tool && !onOneHead(script, now, tool)) where = restsKnown(script, step.command, now)
    if (!inPlace && step.kind !== 'home') where = true
    tool = now
    if (!where || !inPlace || !overPrint(script, step.to)) continue
    const line = lineOf(script, step)
    const before = i > 0 ? (ooze.backMm[i - 1] ?? 0) : (trace.beginning.tips[tool]?.backMm ?? 0)
    const extruded = Math.max(0, step.filamentMm - (refilled[i] ?? 0)) * toolFilamentAreaMm2(stage.printer, tool)
    if (extruded >= purgeMm3) {
      const message = `Purges ${plain(extruded, 0)} mm³ at one position over the print. It stays there as a blob, and the nozzle runs into it.`
      tell('purge', { line, message, fixes: aside(script, line) })
    }
    if (step.kind === 'wait-nozzle' || step.kind === 'wait-bed' || step.kind === 'stand') {
      if (step.end - step.start < 1) continue
      const lost = ooze.spans
        .filter(({ startS, endS }) => startS < step.end && endS > step.start)
        .reduce((sum, { mm3 }) => sum + mm3, 0)
      if (lost < seenMm3) continue
      const message = `Waits ${duration(step.end - step.start)} with the hot nozzle over the print. About ${plain(lost, 1)} mm³ ooze onto it.`
      tell('wait', { line, message, fixes: aside(script, line) })
    }
    const own = retractionOf(stage.printer, tool)
    if (step.kind === 'travel' && step.to.z - step.from.z >= liftMm && before < own * retracted) {
      // A retraction during the lift counts like one before it.
      if ((steps[i + 1]?.filamentMm ?? 0) < 0) continue
      const known = knownBefore(script)
      const unless = known ? '' : ', unless the slicer has retracted already'
      const message = `Lifts ${mm(step.to.z - step.from.z, 0)} straight up from the print without retracting first. It pulls a string from there${unless}.`
      tell('lift', { line, severity: known ? 'warning' : 'advice', message, fixes: retract(script, line, own) })
    }
  }
  const back = fixedPlace(script)
  if (back) tell('back', back)
  return [...found.values()]
}

/** Whether the position of a carriage just selected is known: the carriage that printed has parked by itself. */
const restsKnown = ({ stage, trace }: Checked, command: number, tool: number): boolean =>
  trace.rows.modes[command]?.carriages === 'auto-park' && (stage.printer.tools[tool]?.parksX ?? null) !== null

/** Returns to a fixed position above the print, although each change continues elsewhere. */
function fixedPlace(script: Checked): Found | null {
  const { stage, steps, rows } = script
  if (!isChangeMoment(stage.moment)) return null
  const last = steps.findLast(step => acrossMm(step) > 0.01)
  const row = last && rows[last.command]
  if (!last || !row?.source || row.effect?.does !== 'move' || row.before.positioning === 'relative') return null
  if (acrossMm(last) < fixedMm || last.filamentMm > 0 || !overPrint(script, last.to)) return null
  const { source } = row
  const words = (['X', 'Y'] as const).flatMap(letter => {
    const word = sourceWord(source, letter)
    return word && word.value !== null && numberOf(row.command, letter) === word.value ? [{ letter, word }] : []
  })
  if (words.length < 2) return null
  const edits = words.map(({ letter, word }) => replacePiece(source, word, `${letter}@next_${letter.toLowerCase()}`))
  const message = `Comes back to X${plain(last.to.x, 0)} Y${plain(last.to.y, 0)}, a fixed position over the print of “${stage.job.name}”. The print continues at a different position after each change, and the path from here to that position crosses the print.`
  return {
    line: row.line,
    severity: 'advice',
    message,
    fixes: [{ title: 'Come back to where the print continues (X@next_x Y@next_y)', edits }],
  }
}

/** Moves to the right of the print, slightly lifted and retracted, and restores the modes afterwards. */
function aside(script: Checked, line: number): Fix[] {
  const { stage } = script
  const { phrases } = stage.firmware
  const { reach } = stage.printer
  const area = printArea(script)
  const beside = 5
  const right = Math.min(reach.x[1], area.right + beside)
  if (right < area.right + 1) return []
  const before = modesAt(script, line)
  const own = retractionOf(stage.printer, before.tool)
  const commands = [
    phrases.countFilament('relative'),
    phrases.move({ e: -own, f: 1800 }),
    phrases.positioning('relative'),
    phrases.move({ z: 1, f: 600 }),
    phrases.positioning('absolute'),
    phrases.move({ x: `@(min(print_right + ${beside}, reach_right))`, f: 9000 }),
    ...(before.positioning === 'relative' ? [phrases.positioning('relative')] : []),
    phrases.countFilament(before.extrusion),
  ]
  return putBefore(script, line, commands.join('\n'), 'Retract and move off the print first')
}

function retract(script: Checked, line: number, own: number): Fix[] {
  const { phrases } = script.stage.firmware
  if (own <= 0) return []
  const retraction = [
    phrases.countFilament('relative'),
    phrases.move({ e: -own, f: 1800 }),
    phrases.countFilament(modesAt(script, line).extrusion),
  ]
  return putBefore(script, line, retraction.join('\n'), 'Retract first')
}

/** The modes before a line. */
const modesAt = ({ rows, trace }: Checked, line: number): Modes =>
  rows.find(row => row.line === line)?.before ?? trace.beginning.modes

export const changeOverPrint = {
  name: 'change-over-print',
  group: 'change',
  severity: 'warning',
  title: 'The change happens over the print',
  why: 'A hot nozzle that waits over the print oozes onto it, and a lift without a retraction pulls a string from it.',
  silentWhen:
    'The print is treated as a box, and the nozzle as being over its back right corner if no line says where it is. The slicer’s own retraction before the script is known only from a print file; without one, a lift is only advice.',
  example: {
    text: 'M104 S0\nG4 S20\nG91\nG1 Z2 F600\nG90\nT1',
    moment: 'tool-change',
    job: { materials: ['Test stuff', 'Test stuff'] },
    printer: { tools: twoTools },
  },
  moments: [...changeMoments, 'at-layer', 'before-layer', 'layer-change'],
  check,
} as const satisfies Rule
