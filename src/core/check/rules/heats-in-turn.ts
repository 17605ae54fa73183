// Heaters wait for each other although they could heat together; or the next tool starts heating late in a tool change.
import { shareHeater } from '../../firmware/tools.ts'
import { celsius, duration, plain } from '../../format.ts'
import { read } from '../../gcode/read.ts'
import { changeMoments, isChangeMoment } from '../../model/moment.ts'
import { applyEdits } from '../../model/script.ts'
import { rehearseLines } from '../../resolve/resolve.ts'
import { insertBefore } from '../../script/edits/lines.ts'
import { forEachTool } from '../../script/makers/between.ts'
import { changing } from '../changing.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { type Heating, heatings } from '../queries.ts'

/** Smallest saving that is reported, s. */
const worthS = 20

/** Seconds that a fix saves, by rehearsing both texts. */
function saved({ text, trace, stage }: Checked, { edits }: Fix): number {
  return trace.totalS - rehearseLines(read(applyEdits(text, edits)), stage).trace.totalS
}

/** In a tool change: the smallest delay, and the smallest saving for each change, that are reported, s. */
const lateS = 2
const worthAtChangeS = 1.5

/** The next tool starts heating only after the travel, and is then waited for. */
function heatsLate(script: Checked): Found[] {
  const { rows, stage, trace } = script
  const change = changing(script)
  const [begin] = rows
  if (!change || !begin || shareHeater(script.stage.printer, change.from, change.to)) return []
  const own = heatings(script).filter(({ heater, tool }) => heater === 'nozzle' && tool === change.to)
  const [first] = own
  if (!first || first.row.startS < lateS || !own.some(({ waits }) => waits)) return []
  const ahead = forEachTool({ stage, modes: trace.beginning.modes }, 'to_tool', (tool, address) => [
    stage.firmware.phrases.heat('nozzle', `@(nozzle_later of T${tool})`, address),
  ])
  if (ahead.length === 0) return []
  const fix = {
    title: 'Start to heat it at the beginning',
    edits: [insertBefore(script.lines, begin.line, ahead.join('\n'))],
  }
  const saves = saved(script, fix)
  if (saves < worthAtChangeS) return []
  const message = `T${change.to} starts to heat only here, ${plain(first.row.startS, 1)} s into the change, and then the change waits for it. If it starts at the beginning of the change, each change is ${plain(saves, 1)} s shorter.`
  return [{ line: first.row.line, message, fixes: [fix] }]
}

function check(script: Checked): Found[] {
  const { stage } = script
  if (isChangeMoment(stage.moment)) return heatsLate(script)
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
  // Both may belong to one macro call, on one line of the script.
  const wait = first.row.line === later.row.line ? `for the ${first.heater}` : `on line ${first.row.line}`
  const message = `The ${later.heater} starts to heat only here, after the wait ${wait}. Heating both at once saves ${duration(saves)}${later.heater === 'nozzle' && safeC < later.targetC ? `, even with the nozzle at ${celsius(safeC)} until then, below oozing` : ''}.`
  return [{ line: later.row.line, message, fixes: [fix] }]
}

export const heatsInTurn = {
  name: 'heats-in-turn',
  group: 'heat',
  severity: 'advice',
  title: 'Heats one after the other',
  why: 'Bed and nozzle can warm up at the same time. Waiting for one before the other starts costs minutes in every print.',
  silentWhen:
    'Silent where the printer’s supply feeds only one heater at a time, and where less than 20 s would be saved, or 1.5 s at a tool change. Both orders are rehearsed.',
  example: { text: 'G28\nM420 S1\nM190 S60\nM109 S200' },
  moments: ['start', ...changeMoments],
  check,
} as const satisfies Rule
