// A made passage's marker that has no end, or an end without a beginning.
import { madePassages } from '../../script/makers/maker.ts'
import type { Found, Rehearsed, Rule } from '../finding.ts'

const check = ({ lines }: Rehearsed): Found[] =>
  madePassages(lines).loose.map(line => ({
    line,
    message:
      'This marker of a made passage has no partner. The lines are rehearsed as they stand, but the passage can’t be made again from its parameters.',
  }))

export const guardUnclosed: Rule = {
  name: 'guard-unclosed',
  group: 'values',
  severity: 'warning',
  title: 'A marker that is not closed',
  why: 'A made passage stands between two markers. With one of them gone nobody knows where it ends.',
  check,
}
