// Probes before all axes are homed.

import { families } from '../../firmware/families.ts'
import { effectOf } from '../../firmware/spec.ts'
import { listed } from '../../format.ts'
import type { Command } from '../../gcode/line.ts'
import { modesBefore } from '../../machine/trace.ts'
import { axes } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'

function check(script: Checked): Found[] {
  const { commands, trace, stage } = script
  for (let i = 0; i < trace.rows.count; i++) {
    const { line, command } = commands[i] as (typeof commands)[number]
    const effect = effectOf(stage.firmware, command)
    // A probing command of a different family counts, too.
    const probes = effect ? effect.does === 'probe' : elsewhere(command)
    if (!probes || stage.macros?.has(command.name)) continue
    const { homed } = modesBefore(trace, i)
    const unknown = axes.filter(axis => !homed[axis]).map(axis => axis.toUpperCase())
    if (unknown.length === 0) continue
    const message = `Probes the bed before homing ${listed(unknown)}. The board refuses this, or probes in the wrong place.`
    return [{ line, message, fixes: putBefore(script, line, stage.firmware.phrases.home(axes), 'Home first') }]
  }
  return []
}

/** Whether the command probes the bed in a different family. */
const elsewhere = (command: Command): boolean =>
  Object.values(families).some(family => effectOf(family, command)?.does === 'probe')

export const probeBeforeHome = {
  name: 'probe-before-home',
  group: 'order',
  severity: 'error',
  title: 'Probes before homing',
  why: 'The probe needs to know where it is over the bed. Before homing it may miss the bed and press the nozzle into it.',
  silentWhen: 'Silent once every axis is homed.',
  example: { text: 'G29\nG28' },
  check,
} as const satisfies Rule
