// A word in place of a number that nothing here fills in.
import type { Found, Rehearsed, Rule } from '../finding.ts'

function check({ lines }: Rehearsed): Found[] {
  return lines.flatMap((line): Found[] => {
    const word = line.command?.words.find(each => each.formula !== null)
    if (!word) return []
    return [
      {
        line: line.number,
        message: `“${word.formula}” stands for a number that is filled in elsewhere. We don’t know it yet, so ${word.letter} counts as absent in this rehearsal.`,
      },
    ]
  })
}

export const unknownValue: Rule = {
  name: 'unknown-value',
  group: 'values',
  severity: 'warning',
  title: 'A value that we don’t know',
  why: 'A rehearsal needs numbers. Where a word stands for one and nobody says which, the line is rehearsed without it.',
  check,
}
