// A value does not exist at this moment, in this job or on this printer.
import { leavesWordOut } from '../../format.ts'
import type { Checked, Found, Rule } from '../finding.ts'

const check = ({ resolution }: Checked): Found[] =>
  resolution.problems
    .filter(({ kind }) => kind === 'not-now')
    .map(({ line, why, standIn }) => ({
      line,
      message: `${why} ${standIn === null ? leavesWordOut : `It is rehearsed with ${standIn} in its place.`}`,
    }))

export const valueNotNow = {
  name: 'value-not-now',
  group: 'values',
  severity: 'warning',
  title: 'A value that does not exist at this moment',
  why: 'A start script has no layer yet, and a job with one tool has no values for a second. Such a value would be sent as nothing at all.',
  silentWhen: 'Silent at the moments that have the value.',
  example: { text: 'G28\nM420 S1\nM117 Layer @layer' },
  check,
} as const satisfies Rule
