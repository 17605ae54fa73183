// A guard or a made passage has only one of its two markers.
import { madePassages } from '../../script/makers/maker.ts'
import type { Checked, Found, Rule } from '../finding.ts'

const check = ({ lines, resolution }: Checked): Found[] => [
  ...madePassages(lines).loose.map(line => ({
    line,
    message:
      'This marker of a made passage has no partner. The lines are rehearsed as they stand, but the passage can’t be made again from its parameters.',
  })),
  ...resolution.problems.filter(({ kind }) => kind === 'guard').map(({ line, why }) => ({ line, message: why })),
]

export const guardUnclosed = {
  name: 'guard-unclosed',
  group: 'values',
  severity: 'warning',
  title: 'A guard or a marker that is not closed',
  why: 'A guard and a made passage each have a line at their beginning and one at their end. If one is missing, nobody can tell where they end.',
  silentWhen: 'Silent for comments that only look like a guard.',
  example: { text: 'G28\nM420 S1\n;? when highest bed > 85\nM109 S200' },
  check,
} as const satisfies Rule
