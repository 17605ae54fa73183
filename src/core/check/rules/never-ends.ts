// The rehearsal was stopped, because the script would wait or run for ever, or for weeks.

import type { Checked, Found, Rule } from '../finding.ts'
import { linesWith, openMacros } from '../macros.ts'
import { heatings, overHighestC } from '../queries.ts'

function check(script: Checked): Found[] {
  const { stopped } = script.trace
  if (!stopped) return callsItself(script)
  // A wait above the heater's limit is reported by `too-hot`.
  const tooHot = heatings(script).some(
    heating => heating.row.line === stopped.line && overHighestC(heating, script.stage.printer) !== null,
  )
  return tooHot ? [] : [{ line: stopped.line, message: stopped.why }]
}

/** A macro that calls itself, even if it is not called here. */
const callsItself = ({ stage }: Checked): Found[] =>
  openMacros(stage).flatMap(macro =>
    linesWith(macro, macro.name).map(({ line }) => ({
      line,
      message: `${macro.name} calls itself. The host ends that with an error.`,
    })),
  )

export const neverEnds = {
  name: 'never-ends',
  group: 'order',
  severity: 'error',
  title: 'Never ends',
  why: 'A wait for something that never happens keeps the machine hot until somebody switches it off.',
  silentWhen: 'Uses the heaters in your printer’s description: a stronger heater may reach the temperature.',
  example: {
    text: 'M191 S50',
    printer: {
      heaters: {
        nozzle: { highestC: 260, secondsTo200: 100, secondsCooling200To50: 240 },
        bed: { highestC: 110, secondsTo60: 120, secondsTo100: 300, settleMin: 0, secondsCooling60To30: 600 },
        chamber: { highestC: 60, secondsTo40: 900, secondsCooling40To30: 900, heated: false, bedShare: 0.25 },
        together: true,
      },
    },
  },
  judgesMacros: true,
  check,
} as const satisfies Rule
