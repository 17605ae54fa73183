// A delayed macro schedules itself again and again, and nothing stops it.

import { setDelayed } from '../../firmware/host/macro-commands.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { allMacros, givenFor, linesWith, openMacros } from '../macros.ts'

function check({ stage }: Checked): Found[] {
  const all = allMacros(stage).flatMap(macro => linesWith(macro, setDelayed))
  const ends = new Set(
    all.flatMap(({ text }) => {
      const duration = givenFor('DURATION', text)
      // A calculated delay may be 0.
      return duration === null || Number(duration) === 0 ? [givenFor('ID', text)?.toUpperCase() ?? ''] : []
    }),
  )
  return openMacros(stage)
    .filter(({ name }) => stage.delayed?.has(name))
    .flatMap(macro =>
      linesWith(macro, setDelayed).flatMap(({ line, text }): Found[] => {
        const id = givenFor('ID', text)?.toUpperCase()
        const conditional = /\{%-?\s{0,4}if/.test(macro.gcode)
        return id !== macro.name || ends.has(id) || conditional
          ? []
          : [
              {
                line,
                message: `${macro.name} schedules itself again each time it runs, and no macro sets its time to 0. It repeats until the machine is switched off.`,
              },
            ]
      }),
    )
}

export const delayedNotStopped = {
  name: 'delayed-not-stopped',
  group: 'state',
  severity: 'warning',
  title: 'A delayed macro that repeats for ever',
  why: 'From then on the macro runs between the lines of every print: a message comes back, a fan turns on again, a move happens in the middle of a layer.',
  silentWhen:
    'Checks only macros that are open on the Desk. Silent where a condition in the macro decides whether it goes on.',
  example: {
    text: '[delayed_gcode REMINDER]\ngcode:\n  SET_DISPLAY_TEXT MSG="still warm"\n  UPDATE_DELAYED_GCODE ID=REMINDER DURATION=60\n[gcode_macro PRELUDE]\ngcode:\n  G28\n  BED_MESH_CALIBRATE\n  UPDATE_DELAYED_GCODE ID=REMINDER DURATION=60\n',
    printer: { firmware: { family: 'host', version: '12.0', abilities: {} } },
    opened: { file: null, call: 'PRELUDE' },
  },
  judgesMacros: true,
  check,
} as const satisfies Rule
