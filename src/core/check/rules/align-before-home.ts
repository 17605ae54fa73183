// Aligns the gantry before homing.
import { axes } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  return rowsThat(script, 'align').flatMap(({ line, command, before }): Found[] => {
    const { x, y, z } = before.homed
    if (x && y && z) return []
    const message = `${command.name} moves the probe to the corners before all axes are homed. The firmware refuses it, or the head goes where it should not.`
    return [{ line, message, fixes: putBefore(script, line, script.stage.firmware.phrases.home(axes), 'Home first') }]
  })
}

export const alignBeforeHome = {
  name: 'align-before-home',
  group: 'order',
  severity: 'error',
  title: 'Aligns before homing',
  why: 'Aligning the gantry moves the head to fixed positions over the bed. Until all axes are homed the machine does not know where those are.',
  silentWhen: 'Silent once every axis is homed, by whatever line.',
  example: {
    text: 'QUAD_GANTRY_LEVEL\nG28',
    printer: { firmware: { family: 'host', version: '12.0', abilities: {} } },
  },
  check,
} as const satisfies Rule
