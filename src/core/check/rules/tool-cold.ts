// The print continues with a tool that is still heating up.

import { addressOf, shareHeater } from '../../firmware/tools.ts'
import { celsius, duration } from '../../format.ts'
import { melts } from '../../machine/heaters.ts'
import { materialOf } from '../../machine/state.ts'
import { segmentAt, temperatureAt } from '../../machine/temperature.ts'
import { lastModes } from '../../machine/trace.ts'
import { twoTools } from '../../model/example.ts'
import { toolsUsed } from '../../model/job.ts'
import { changeMoments, momentFacts } from '../../model/moment.ts'
import { changing, handedOn, printGoesOn } from '../changing.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { heatings } from '../queries.ts'

/** A nozzle prints within this of its target, °C. */
const nearC = 10

function check(script: Checked): Found[] {
  return momentFacts[script.stage.moment].runs === 'before' ? leftCold(script) : changedTo(script)
}

/** Tools of the job that a start script never heats: the slicer or a tool change may heat them later. */
function leftCold(script: Checked): Found[] {
  const { stage, trace } = script
  if (!melts(stage)) return []
  const heated = heatings(script).filter(({ heater }) => heater === 'nozzle')
  const line = heated.at(-1)?.row.line
  if (line === undefined) return []
  const { nozzleTargets } = lastModes(trace)
  return toolsUsed(stage.job).flatMap((tool): Found[] => {
    const shares = heated.some(each => shareHeater(stage.printer, each.tool, tool))
    if (tool === stage.job.firstTool || shares || !trace.nozzles[tool] || (nozzleTargets[tool] ?? 0) > 0) return []
    const message = `Nothing heats T${tool}, which “${stage.job.name}” prints with later. That is right only if the tool change or the slicer heats it and waits.`
    return [{ line, severity: 'advice', message }]
  })
}

function changedTo(script: Checked): Found[] {
  const { trace, stage, rows } = script
  const change = changing(script)
  if (!change || !printGoesOn(script) || !melts(stage) || rows.length === 0) return []
  const modes = lastModes(trace)
  const tool = modes.tool
  const history = trace.nozzles[tool]
  if (!history) return []
  const now = temperatureAt(history, trace.totalS)
  const target = modes.nozzleTargets[tool] ?? 0
  const { phrases } = stage.firmware
  const named = stage.printer.tools.length > 1 ? addressOf(stage.firmware, stage.printer, tool) : null
  const last = heatings(script).findLast(each => each.heater === 'nozzle' && each.tool === tool)
  const line = last?.row.line ?? rows.at(-1)?.line ?? 1
  if (target > now + nearC) {
    // A target set before this script belongs to the tool itself.
    const segment = segmentAt(history, trace.totalS)
    const left = Number.isFinite(segment.reachS) ? segment.at + segment.reachS - trace.totalS : 0
    const wait = phrases.waitFor('nozzle', target, named, false)
    const message = `T${change.to} has ${celsius(now)} when the print goes on, and is on its way to ${celsius(target)} for about ${duration(left)} more. Nothing waits for it.`
    // If the temperature is the tool's own, the slicer may wait for it.
    const severity = last || handedOn(script) ? 'warning' : 'advice'
    return [{ line, severity, message, fixes: atTheEnd(script, wait, 'Wait for it') }]
  }
  const { nozzleC, nozzleLaterC, name } = materialOf(stage, change.to)
  if (last?.targetC === undefined && !handedOn(script))
    return last || script.stage.firmware.toolsStandBy ? [] : [unheated(change.to, line)]
  if (now > Math.min(nozzleLaterC, nozzleC) - 2 * nearC) return []
  const message = `T${change.to} stays at ${celsius(now)} when the print goes on; ${name} is printed at ${celsius(nozzleLaterC)}. That is right only if the slicer heats it.`
  return [{ line, severity: last ? 'warning' : 'advice', message }]
}

const unheated = (tool: number, line: number): Found => ({
  line,
  severity: 'advice',
  message: `No line here heats T${tool}. It may be cold or in standby when the print goes on, unless the slicer heats it and waits.`,
})

export const toolCold = {
  name: 'tool-cold',
  group: 'change',
  severity: 'warning',
  title: 'The next tool is not warm yet',
  why: 'A tool that was in standby is cooler than its printing temperature. The first line after the change is thin or missing, or the board refuses to extrude.',
  silentWhen:
    'Silent within 10 °C of its target. Where no line heats the tool it is advice only: a later script or the slicer may heat it.',
  example: {
    text: 'T1\nM104 S200',
    moment: 'tool-change',
    job: { materials: ['Test stuff', 'Test stuff'] },
    printer: { tools: twoTools },
  },
  moments: [...changeMoments, 'start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
