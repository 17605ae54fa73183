// The tool that was left stays at printing temperature while a different one is in use.
import { addressOf, shareHeater, toolName } from '../../firmware/tools.ts'
import { celsius } from '../../format.ts'
import { melts } from '../../machine/heaters.ts'
import { materialOf } from '../../machine/state.ts'
import { lastModes } from '../../machine/trace.ts'
import { twoTools } from '../../model/example.ts'
import { changeMoments } from '../../model/moment.ts'
import { changing, printGoesOn, toolAfter } from '../changing.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { heatings } from '../queries.ts'

/** Tolerance above the ooze-safe temperature, °C. */
const nearC = 10

function check(script: Checked): Found[] {
  const { stage, trace } = script
  const { firmware, printer } = stage
  const change = changing(script)
  if (!change || !printGoesOn(script) || !melts(stage)) return []
  const { from } = change
  if (shareHeater(stage.printer, from, change.to) || toolAfter(script) === from) return []
  const held = lastModes(trace).nozzleTargets[from]
  const { oozeSafeC, name } = materialOf(stage, from)
  // A script without heating leaves temperatures to the slicer.
  const all = heatings(script).filter(({ heater }) => heater === 'nozzle')
  if (held === undefined || held <= oozeSafeC + nearC || all.length === 0) return []
  // An explicit standby temperature is reported by `standby-differs`.
  if (all.some(({ tool, targetC }) => tool === from && targetC === held)) return []
  const formula = `@(ooze_safe of T${from})`
  const cooling = firmware.phrases.heat('nozzle', formula, addressOf(firmware, printer, from))
  const message = `${toolName(firmware, printer, from)} stays at ${celsius(held)} while it stands by; ${name} oozes above ${celsius(oozeSafeC)}. The filament that oozes out is missing from its first line when it is used again.`
  return [
    { line: all[0]?.row.line ?? 1, message, fixes: atTheEnd(script, cooling, 'Cool it to its standby temperature') },
  ]
}

export const toolHotIdle = {
  name: 'tool-hot-idle',
  group: 'change',
  severity: 'advice',
  title: 'An idle tool stays hot',
  why: 'A hot idle tool oozes on the print or into its dock, and the filament in it chars when it is idle for long.',
  silentWhen:
    'Only for scripts that heat a nozzle themselves; otherwise the slicer does. How long the tool will be idle is not known: for a short time, staying hot may be intended.',
  example: {
    text: 'T1\nM109 S200',
    moment: 'tool-change',
    job: { materials: ['Test stuff', 'Test stuff'] },
    printer: { tools: twoTools },
  },
  moments: changeMoments,
  judgesEnd: true,
  check,
} as const satisfies Rule
