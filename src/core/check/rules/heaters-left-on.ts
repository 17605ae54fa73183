// An end script leaves a heater on.
import { addressOf, heaterOfTool, toolName } from '../../firmware/tools.ts'
import { celsius } from '../../format.ts'
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'

function check(script: Checked): Found[] {
  const { commands, trace, stage } = script
  const { nozzleTargets, bedTarget, chamberTarget } = lastModes(trace)
  const { firmware, printer } = stage
  const { phrases } = firmware
  const line = commands.at(-1)?.line ?? 1
  const several = nozzleTargets.length > 1
  /** Tools that share a heater are reported once. */
  const seen = new Set<number>()
  const found: Found[] = nozzleTargets.flatMap((target, tool): Found[] => {
    const heater = heaterOfTool(printer, tool)
    if (target <= 0 || seen.has(heater)) return []
    seen.add(heater)
    const name = several ? `The nozzle of ${toolName(firmware, printer, tool)}` : 'The nozzle'
    const off = phrases.heat('nozzle', 0, several ? addressOf(firmware, printer, tool) : null)
    const message = `${name} is still on at ${celsius(target)} when the script ends. The filament in it chars, and nobody is watching.`
    return [{ line, message, fixes: atTheEnd(script, off, 'Turn it off') }]
  })
  if (bedTarget > 0) {
    const message = `The bed is still on at ${celsius(bedTarget)} when the script ends, and stays on for as long as the printer does.`
    found.push({ line, message, fixes: atTheEnd(script, phrases.heat('bed', 0, null), 'Turn the bed off') })
  }
  if (chamberTarget !== null && chamberTarget > 0) {
    const message = `The chamber heater is still on at ${celsius(chamberTarget)} when the script ends.`
    found.push({ line, message, fixes: atTheEnd(script, phrases.heat('chamber', 0, null), 'Turn the chamber off') })
  }
  return found
}

export const heatersLeftOn = {
  name: 'heaters-left-on',
  group: 'end',
  severity: 'error',
  title: 'Heaters are left on',
  why: 'A heater that no line turns off stays hot for hours: filament chars in the nozzle, power is wasted, and it is a fire risk.',
  silentWhen: 'Checks nozzles, bed and chamber. A pause may keep them warm.',
  example: { text: 'G91\nG1 Z5 F600\nG90\nG1 X0 Y200 F6000\nM104 S0\nM107\nM84 X Y E', moment: 'end' },
  moments: ['end', 'cancel'],
  judgesEnd: true,
  check,
} as const satisfies Rule
