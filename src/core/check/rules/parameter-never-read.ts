// A macro accepts a parameter and does nothing with it.

import type { Checked, Found, Rule } from '../finding.ts'
import { linesOf, openMacros } from '../macros.ts'

function check({ stage }: Checked): Found[] {
  return openMacros(stage).flatMap(macro =>
    linesOf(macro).flatMap(({ line, text }): Found[] => {
      const [, name, key] = /^\{%-?\s{0,4}set\s+(\w{1,60})\s{0,4}=\s{0,4}params\.(\w{1,60})/.exec(text) ?? []
      if (!name || !key) return []
      const uses = macro.gcode.match(new RegExp(`(?<![\\w.])${name}(?!\\w)`, 'g')) ?? []
      return uses.length > 1
        ? []
        : [
            {
              line,
              message: `${macro.name} reads ${key.toUpperCase()} as “${name}” and never uses it. Its value in the call makes no difference.`,
            },
          ]
    }),
  )
}

export const parameterNeverRead = {
  name: 'parameter-never-read',
  group: 'values',
  severity: 'warning',
  title: 'A parameter that nothing uses',
  why: 'A person who calls the macro believes that the value matters. Often the line that used it was changed to a fixed number.',
  silentWhen: 'Checks only macros that are open on the Desk. Silent where the name appears anywhere else in the macro.',
  example: {
    text: '[gcode_macro PRELUDE]\ngcode:\n  {% set bed = params.BED|default(60)|float %}\n  M140 S60\n  G28\n  BED_MESH_CALIBRATE\n  M190 S60\n',
    printer: { firmware: { family: 'host', version: '12.0', abilities: {} } },
    opened: { file: null, call: 'PRELUDE BED=80' },
  },
  check,
} as const satisfies Rule
