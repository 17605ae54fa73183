// A macro saves a state that nothing restores.

import { restoreState, saveState } from '../../firmware/host/macro-commands.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { allMacros, givenFor, linesWith, openMacros } from '../macros.ts'

const nameIn = (text: string): string | null => (/\sNAME=/i.test(text) ? givenFor('NAME', text) : 'default')

function check({ stage }: Checked): Found[] {
  const restores = allMacros(stage).flatMap(macro => linesWith(macro, restoreState))
  const restored = new Set(restores.map(({ text }) => nameIn(text)))
  // A calculated name may be any.
  if (restored.has(null)) return []
  return openMacros(stage).flatMap(macro =>
    linesWith(macro, saveState).flatMap(({ line, text }): Found[] => {
      const name = nameIn(text)
      return name === null || restored.has(name)
        ? []
        : [
            {
              line,
              message: `“${name}” is saved here, and no macro ever restores it. Positions stay absolute or relative, as this macro leaves them.`,
            },
          ]
    }),
  )
}

export const stateNotRestored = {
  name: 'state-not-restored',
  group: 'state',
  severity: 'warning',
  title: 'A saved state that nothing restores',
  why: 'A macro saves the state so that its caller finds everything as before. Without restoring it the print goes on with relative positions, or at a different speed.',
  silentWhen:
    'Checks only macros that are open on the Desk. One of your scripts may restore it; scripts are not searched.',
  example: {
    text: '[gcode_macro PRELUDE]\ngcode:\n  SAVE_GCODE_STATE NAME=before\n  G28\n  BED_MESH_CALIBRATE\n',
    printer: { firmware: { family: 'host', version: '12.0', abilities: {} } },
    opened: { file: null, call: 'PRELUDE' },
  },
  judgesMacros: true,
  check,
} as const satisfies Rule
