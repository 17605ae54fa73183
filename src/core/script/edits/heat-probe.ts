// Probing without ooze: the nozzle holds only what doesn't ooze until the bed has been probed, and gets its full heat after.
import { heatedTools, heaterOf, heatTarget } from '../../effects/heating.ts'
import type { Effect } from '../../firmware/effect.ts'
import { effectOf } from '../../firmware/spec.ts'
import type { Word } from '../../gcode/line.ts'
import { modesBefore } from '../../machine/trace.ts'
import type { Edit } from '../../model/script.ts'
import { insertAfter, replacePiece, sourceWord } from './lines.ts'
import { writtenLike } from './places.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

/** `cornerLiftMm` above 0 brings the head up over the front left corner while it heats; `settleS` stands there a while. */
export type ProbeCool = { cornerLiftMm: number; settleS: number }

/** The bed's corner is kept clear by this much, mm. */
const cornerInsetMm = 2

/**
 * Lowers every nozzle heating before the last probing that is hotter than the material's ooze-safe temperature, and puts the
 * full heat behind the probing where no later line waits for it.
 */
export function probeWithoutOoze(
  { lines, commands, trace, stage }: Rehearsed,
  { cornerLiftMm, settleS }: ProbeCool,
): Plan {
  const safeC = stage.material.oozeSafeC
  const { phrases } = stage.firmware
  const does = (row: number): Effect | undefined => {
    const command = commands[row]?.command
    return command && effectOf(stage.firmware, command)
  }
  let probe = -1
  for (let row = 0; row < trace.rows.count; row++)
    if (does(row)?.does === 'probe' && trace.rows.end[row] !== trace.rows.start[row]) probe = row
  if (probe < 0) return refuse('This script does not probe the bed.')

  const edits: Edit[] = []
  let fullC = 0
  /** As the script has it: a number or a formula. */
  let full = ''
  let waitsLater = false
  for (let row = 0; row < trace.rows.count; row++) {
    const effect = does(row)
    const { line, command } = commands[row] as Rehearsed['commands'][number]
    const source = lines[line - 1]
    if (effect?.does !== 'heat' || heaterOf(command, effect) !== 'nozzle' || !source) continue
    const inUse = modesBefore(trace, row).tool
    if (!heatedTools(command, effect, inUse, stage).includes(Math.max(0, inUse))) continue
    const aim = heatTarget(command, effect)
    if (row > probe) waitsLater ||= effect.wait && (aim === null || aim.targetC > safeC)
    else if (aim && aim.targetC > safeC) {
      const word: Word | undefined = [...effect.coolingToo, ...effect.targets]
        .map(letter => sourceWord(source, letter))
        .find(each => each !== undefined && (each.value !== null || each.formula !== null))
      if (!word) return refuse(`Line ${line} names its temperature in a way that can’t be lowered here.`)
      if (aim.targetC > fullC) full = word.formula ?? String(aim.targetC)
      fullC = Math.max(fullC, aim.targetC)
      const lowered = word.formula ? `${word.text.charAt(0)}@ooze_safe` : writtenLike(word, word.letter, safeC)
      edits.push(replacePiece(source, word, lowered))
    }
  }
  if (edits.length === 0)
    return refuse(`The nozzle is at ${safeC} °C or less while this script probes. There is nothing to lower.`)
  const after: string[] = []
  const { bed } = stage.printer
  const absolute = modesBefore(trace, probe).positioning === 'absolute' && modesBefore(trace, probe).units === 'mm'
  if (cornerLiftMm > 0 && !absolute)
    return refuse('Positions are relative or in inches at the probing, so the head can’t be sent to the corner there.')
  if (cornerLiftMm > 0)
    after.push(
      phrases.move({ z: cornerLiftMm, f: 600 }),
      phrases.move({ x: bed.x[0] + cornerInsetMm, y: bed.y[0] + cornerInsetMm, f: 6000 }),
    )
  const wait = waitsLater ? null : phrases.waitFor('nozzle', full, null, false)
  if (wait) after.push(wait)
  if (settleS > 0) after.push(phrases.dwell(settleS))
  const at = commands[probe]?.line ?? 1
  const ending = lines[at - 1]?.ending || '\n'
  if (after.length) edits.push(insertAfter(lines, at, after.join(ending)))
  return { ok: true, title: `Probe at ${safeC} °C, full heat after it`, edits }
}
