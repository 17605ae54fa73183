// A macro has the name of a host command without declaring that it replaces the command.
import { specNamed } from '../../firmware/spec.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { openMacros } from '../macros.ts'

function check({ stage }: Checked): Found[] {
  return openMacros(stage).flatMap(({ name, renames, line }): Found[] => {
    // A host selects tools by macros with these names.
    if (/^T\d+$/.test(name)) return []
    const spec = renames === null && !stage.delayed?.has(name) ? specNamed(stage.firmware, name) : undefined
    if (!spec || spec.taught) return []
    const message = `The host has a command ${name}. Without “rename_existing” the host does not start, or the command is lost.`
    return [{ line, message }]
  })
}

export const hidesCommand = {
  name: 'hides-command',
  group: 'firmware',
  severity: 'error',
  title: 'A macro that hides a command',
  why: 'A macro with the name of a command replaces that command for every script. The host wants to know under which name the original stays available.',
  silentWhen: 'Checks only macros that are open on the Desk. Silent for commands that are unknown.',
  example: {
    text: '[gcode_macro M109]\ngcode:\n  M104 S200\n[gcode_macro PRELUDE]\ngcode:\n  G28\n  BED_MESH_CALIBRATE\n',
    printer: { firmware: { family: 'host', version: '12.0', abilities: {} } },
    opened: { file: null, call: 'PRELUDE' },
  },
  check,
} as const satisfies Rule
