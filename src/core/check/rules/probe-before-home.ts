// Probes while an axis has no zero yet.

import { specOf } from '../../firmware/spec.ts'
import { listed } from '../../format.ts'
import { modesBefore } from '../../machine/trace.ts'
import { axes } from '../../model/printer.ts'
import { insertBefore } from '../../script/edits/lines.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines, commands, trace, stage }: Checked): Found[] {
  for (let i = 0; i < trace.rows.count; i++) {
    const { line, command } = commands[i] as (typeof commands)[number]
    if (specOf(stage.firmware, command.name)?.effect.does !== 'probe') continue
    const { homed } = modesBefore(trace, i)
    const unknown = axes.filter(axis => !homed[axis]).map(axis => axis.toUpperCase())
    if (unknown.length === 0) continue
    const message = `Probes the bed before zero has been found on ${listed(unknown)}. The board refuses this, or probes in the wrong place.`
    return [{ line, message, fixes: [{ title: 'Find zero first (G28)', edits: [insertBefore(lines, line, 'G28')] }] }]
  }
  return []
}

export const probeBeforeHome: Rule = {
  name: 'probe-before-home',
  group: 'order',
  severity: 'error',
  title: 'Probes before finding zero',
  why: 'The probe needs to know where it is over the bed. Without zero it may miss the bed and push the nozzle into it.',
  silentWhen: 'Silent once every axis is homed.',
  example: { text: 'G29\nG28' },
  check,
}
