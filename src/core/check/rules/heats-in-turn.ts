// One heater waits for the other although both could warm at once.
import { celsius, duration } from '../../format.ts'
import { read } from '../../gcode/read.ts'
import { applyEdits } from '../../model/script.ts'
import { rehearseLines } from '../../resolve/resolve.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { type Heating, heatings } from '../queries.ts'

/** Less than this is not worth a line. */
const worthS = 20

/** Seconds that a fix would save: both rehearsed. */
function saved({ text, trace, stage }: Checked, { edits }: Fix): number {
  return trace.totalS - rehearseLines(read(applyEdits(text, edits)), stage).trace.totalS
}

function check(script: Checked): Found[] {
  const { stage } = script
  if (!stage.printer.heaters.together) return []
  const all = heatings(script).filter(({ heater }) => heater !== 'chamber')
  const first = all.find(({ waits, row }) => waits && row.endS - row.startS > worthS)
  if (!first) return []
  const begins = (heating: Heating): boolean => {
    const { nozzleTargets, bedTarget } = heating.row.before
    const before = heating.heater === 'bed' ? bedTarget : (nozzleTargets[heating.tool] ?? 0)
    return before === 0 && (heating.targetC ?? 0) > 0
  }
  const later = all.find(each => each.row.row > first.row.row && each.heater !== first.heater && begins(each))
  if (!later?.targetC) return []
  const safeC = Math.min(later.targetC, stage.material.oozeSafeC)
  const command = stage.firmware.phrases.heat(later.heater, later.heater === 'bed' ? later.targetC : safeC, null)
  const [fix] = putBefore(script, first.row.line, command, `Start the ${later.heater} before line ${first.row.line}`)
  if (!fix) return []
  const saves = saved(script, fix)
  if (saves < worthS) return []
  const message = `The ${later.heater} begins to warm only here, after the wait on line ${first.row.line}. Heating both at once saves ${duration(saves)}${later.heater === 'nozzle' && safeC < later.targetC ? `, even with the nozzle at ${celsius(safeC)} until then, below oozing` : ''}.`
  return [{ line: later.row.line, message, fixes: [fix] }]
}

export const heatsInTurn: Rule = {
  name: 'heats-in-turn',
  group: 'heat',
  severity: 'advice',
  title: 'Heats one after the other',
  why: 'Bed and nozzle can warm at the same time. Waiting for one before the other begins costs minutes at every print.',
  silentWhen:
    'Silent where the printer’s supply feeds one heater at a time, and where less than 20 s would be saved. Both ways are rehearsed.',
  example: { text: 'G28\nM420 S1\nM190 S60\nM109 S200' },
  moments: ['start'],
  check,
}
