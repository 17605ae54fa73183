// Probing without ooze: the nozzle stays at the ooze-safe temperature until the bed has been probed, and gets its full
// temperature afterwards.
import { heatedTools, heaterOf } from '../../effects/heating.ts'
import { type Effect, effectOf } from '../../firmware/spec.ts'
import { plain } from '../../format.ts'
import { type Command, type Key, numberOf, textOf, type Word, wordOf } from '../../gcode/line.ts'
import type { Stage } from '../../machine/state.ts'
import { modesBefore } from '../../machine/trace.ts'
import type { Edit } from '../../model/script.ts'
import { insertAfter, replacePiece } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'
import { everywhere, onEveryPath, sourceOf } from './ways.ts'

/** With `cornerLiftMm` above 0 the head heats above the front left corner; `settleS` is a dwell. */
export type ProbeCool = { cornerLiftMm: number; settleS: number }

/** Distance from the bed's corner, mm. */
const cornerInsetMm = 2

/** A word or key of a line that sets the nozzle temperature, with its value. */
type Warmth = { piece: Word | Key; targetC: number }

const isWarmth = (effect: Effect | undefined): boolean =>
  effect?.does === 'heat' || effect?.does === 'tool-heat' || effect?.does === 'wait-for-heaters'

/**
 * The letters or keys of a line that set the temperature of the nozzle in use; null if the line heats something else.
 */
function lettersOf(command: Command, effect: Effect, inUse: number, stage: Stage): readonly string[] | null {
  const tool = Math.max(0, inUse)
  if (effect.does === 'heat')
    return heaterOf(command, effect) === 'nozzle' && heatedTools(command, effect, inUse, stage).includes(tool)
      ? [...effect.coolingToo, ...effect.targets]
      : null
  if (effect.does === 'tool-heat') return (numberOf(command, effect.tool) ?? tool) === tool ? [effect.active] : null
  const sensor = effect.does === 'wait-for-heaters' ? textOf(command, 'SENSOR') : null
  return sensor !== null && /^extruder\d*$/i.test(sensor) ? ['MINIMUM'] : null
}

/** A piece's text after its letter or key. */
const written = (piece: Word | Key): string => (piece.kind === 'key' ? piece.value : piece.text.slice(1)).trim()

const withWritten = (piece: Word | Key, text: string): string =>
  (piece.kind === 'key' ? piece.text.slice(0, piece.text.length - piece.value.length) : piece.text.charAt(0)) + text

/**
 * Lowers everything before the last probing that heats the nozzle above the ooze-safe temperature or waits for it, and
 * adds the full temperature, as it was written, after the probing unless a later line sets it.
 */
export function probeWithoutOoze(script: Rehearsed, how: ProbeCool): Plan {
  const safeC = script.stage.material.oozeSafeC
  if (lastProbe(script) < 0) return refuse('This script does not probe the bed.')
  const reach = everywhere(script, effect => isWarmth(effect) || effect?.does === 'probe')
  const edits = onEveryPath(script, reach, way => lowered(way, how))
  if (typeof edits === 'string') return refuse(edits)
  if (edits.length === 0)
    return refuse(`The nozzle is at ${safeC} °C or less while this script probes. There is nothing to lower.`)
  return { ok: true, title: `Probe at ${safeC} °C, full heat after it`, edits }
}

/** The row of the last probing; −1 without any. */
function lastProbe({ commands, trace, stage }: Rehearsed): number {
  for (let row = trace.rows.count - 1; row >= 0; row--) {
    const command = commands[row]?.command
    const probes = command && effectOf(stage.firmware, command)?.does === 'probe'
    if (probes && trace.rows.end[row] !== trace.rows.start[row]) return row
  }
  return -1
}

/** The edits for one path through the script. */
function lowered(way: Rehearsed, { cornerLiftMm, settleS }: ProbeCool): Edit[] | string {
  const { lines, commands, trace, stage } = way
  const { phrases } = stage.firmware
  const safeC = stage.material.oozeSafeC
  const probe = lastProbe(way)
  const edits: Edit[] = []
  let hottest: Warmth | null = null
  let heatsLater = false
  for (let row = 0; row < trace.rows.count; row++) {
    const { line, command } = commands[row] as Rehearsed['commands'][number]
    const effect = effectOf(stage.firmware, command)
    const letters = effect && isWarmth(effect) ? lettersOf(command, effect, modesBefore(trace, row).tool, stage) : null
    if (!effect || !letters) continue
    const targetC = letters.map(letter => numberOf(command, letter)).find(value => value !== null) ?? null
    if (targetC === null) continue
    if (row > probe && probe >= 0) {
      heatsLater ||= targetC > safeC && effect.does === 'heat' && effect.wait
      continue
    }
    const source = sourceOf(way, row)
    const piece = source && pieceFor(source.command, letters)
    if (targetC <= safeC || probe < 0) {
      if (source && piece) edits.push(replacePiece(source.line, piece, piece.text))
      continue
    }
    if (!source) return `Line ${line} calls what heats the nozzle by itself. Lower it there.`
    if (!piece) return `Line ${line} names its temperature in a way that can’t be lowered here.`
    if (targetC > (hottest?.targetC ?? 0)) hottest = { piece, targetC }
    const formula = piece.kind === 'word' ? piece.formula !== null : !Number.isFinite(Number(piece.value))
    const safe = formula ? '@ooze_safe' : plain(safeC, 3)
    edits.push(replacePiece(source.line, piece, withWritten(piece, safe)))
  }
  if (!hottest) return edits
  const after: string[] = []
  const { bed } = stage.printer
  const absolute = modesBefore(trace, probe).positioning === 'absolute' && modesBefore(trace, probe).units === 'mm'
  if (cornerLiftMm > 0 && !absolute)
    return 'Positions are relative or in inches at the probing, so the head can’t be sent to the corner there.'
  if (cornerLiftMm > 0)
    after.push(
      phrases.move({ z: cornerLiftMm, f: 600 }),
      phrases.move({ x: bed.x[0] + cornerInsetMm, y: bed.y[0] + cornerInsetMm, f: 6000 }),
    )
  const wait = heatsLater ? null : phrases.waitFor('nozzle', written(hottest.piece), null, false)
  if (wait) after.push(wait)
  if (settleS > 0) after.push(phrases.dwell(settleS))
  const at = commands[probe]?.line ?? 1
  const ending = lines[at - 1]?.ending || '\n'
  if (after.length) edits.push(insertAfter(lines, at, after.join(ending)))
  return edits
}

const pieceFor = (command: Command, letters: readonly string[]): Word | Key | undefined =>
  letters
    .map(letter => wordOf(command, letter) ?? command.keys.find(({ key }) => key === letter))
    .find(piece => piece !== undefined && (piece.kind === 'key' || piece.value !== null || piece.formula !== null))
