// An end script leaves something hot.
import { celsius } from '../../format.ts'
import { lastModes } from '../../machine/trace.ts'
import { insertAfter, lastUsedLine } from '../../script/edits/lines.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines, commands, trace }: Checked): Found[] {
  const { nozzleTargets, bedTarget } = lastModes(trace)
  const line = commands.at(-1)?.line ?? 1
  const off = (title: string, command: string) => [{ title, edits: [insertAfter(lines, lastUsedLine(lines), command)] }]
  const found: Found[] = nozzleTargets.flatMap((target, tool) => {
    if (target <= 0) return []
    const several = nozzleTargets.length > 1
    const name = several ? `Nozzle ${tool}` : 'The nozzle'
    const command = several ? `M104 T${tool} S0` : 'M104 S0'
    return [
      {
        line,
        message: `${name} is still told to hold ${celsius(target)} when the script ends. It cooks what is in it, and nobody is watching.`,
        fixes: off(`Turn it off (${command})`, command),
      },
    ]
  })
  if (bedTarget > 0)
    found.push({
      line,
      message: `The bed is still told to hold ${celsius(bedTarget)} when the script ends, and will for as long as the printer is on.`,
      fixes: off('Turn the bed off (M140 S0)', 'M140 S0'),
    })
  return found
}

export const heatersLeftOn: Rule = {
  name: 'heaters-left-on',
  group: 'end',
  severity: 'error',
  title: 'Heaters are left on',
  why: 'A heater that nobody turns off stays hot for hours: filament chars in the nozzle, power is wasted, and it is a hazard.',
  silentWhen: 'Speaks of nozzles and bed; a pause may well keep both warm.',
  example: { text: 'G91\nG1 Z5 F600\nG90\nG1 X0 Y200 F6000\nM104 S0\nM107\nM84 X Y E', moment: 'end' },
  moments: ['end', 'cancel'],
  check,
}
