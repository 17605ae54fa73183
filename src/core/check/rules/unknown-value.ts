// A word in place of a number that nothing here fills in, or a formula that can't be worked out.
import type { Checked, Found, Rule } from '../finding.ts'

const beyond = 'What it stands in counts as absent in this rehearsal.'

function check({ lines, resolution, stage, trace }: Checked): Found[] {
  const known = stage.standIns ?? {}
  /** Where the firmware reckons by itself, it is asked what it could not work out. */
  const reckoned = (formula: string) => formula.startsWith('@') || (stage.firmware.flow && formula.startsWith('{'))
  const bracketed = lines.flatMap((line): Found[] => {
    const word = line.command?.words.find(
      ({ formula }) => formula !== null && !reckoned(formula) && !(formula in known),
    )
    if (!word) return []
    return [
      {
        line: line.number,
        message: `“${word.formula}” stands for a number that another program fills in, and is not known yet. ${beyond}`,
      },
    ]
  })
  const ours = resolution.problems
    .filter(({ kind }) => kind === 'unknown' || kind === 'unreadable')
    .map(({ line, why, standIn }) => ({
      line,
      message: `${why} ${standIn === null ? beyond : `It is rehearsed with ${standIn} in its place.`}`,
    }))
  const troubles = trace.troubles.flatMap(({ sort, line, why }): Found[] =>
    sort === 'value'
      ? [{ line, message: why }]
      : sort === 'unseen'
        ? [{ line, message: `${why} Only the real machine can say.`, severity: 'advice' }]
        : [],
  )
  return [...bracketed, ...ours, ...troubles]
}

export const unknownValue: Rule = {
  name: 'unknown-value',
  group: 'values',
  severity: 'warning',
  title: 'A value that we don’t know',
  why: 'A rehearsal needs numbers. Where a word or a formula stands for one and nobody can tell which, the line is rehearsed without it.',
  silentWhen: 'Silent for values of this script’s own settings.',
  example: { text: 'G28\nM420 S1\nM109 S@nozle' },
  check,
}
