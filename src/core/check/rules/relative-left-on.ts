// Relative positioning is still on when the print continues.
import { lastModes } from '../../machine/trace.ts'
import { goesOnAfter } from '../../model/moment.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  const { trace, stage } = script
  if (lastModes(trace).positioning !== 'relative') return []
  const last = rowsThat(script, 'positioning').findLast(({ after }) => after.positioning === 'relative')
  if (!last) return []
  const note =
    lastModes(trace).extrusion === 'relative' && last.effect?.does === 'positioning' && last.effect.filamentToo
      ? ' On this firmware that makes extrusion absolute too; a print with relative extrusion says so itself.'
      : ''
  const message = `Relative positions are on from here to the end. The print’s first move to “X 100” would then go 100 mm further, not to 100.${note}`
  const back = stage.firmware.phrases.positioning('absolute')
  return [{ line: last.line, message, fixes: atTheEnd(script, back, 'Back to absolute positions') }]
}

export const relativeLeftOn = {
  name: 'relative-left-on',
  group: 'motion',
  severity: 'error',
  title: 'Relative positions are left on',
  why: 'The print’s moves are positions on the bed. Read as distances they send the head into its limits.',
  silentWhen: 'Silent when a later line selects absolute positions again.',
  example: { text: 'G28\nM420 S1\nG91\nG1 Z5 F600' },
  moments: ['start', ...goesOnAfter],
  judgesEnd: true,
  check,
} as const satisfies Rule
