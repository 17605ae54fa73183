// The rehearsal had to be stopped: the script would wait or run for ever, or for weeks.
import type { Checked, Found, Rule } from '../finding.ts'

const check = ({ trace }: Checked): Found[] =>
  trace.stopped ? [{ line: trace.stopped.line, message: trace.stopped.why }] : []

export const neverEnds: Rule = {
  name: 'never-ends',
  group: 'order',
  severity: 'error',
  title: 'Never comes to an end',
  why: 'A wait for something that never comes holds the machine, hot, until somebody switches it off.',
  silentWhen: 'Reckons with your printer’s heaters as described: a stronger one may get there.',
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
  check,
}
