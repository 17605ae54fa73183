// A script in a vocabulary's own signs and branch words, in those that every rehearsal reads: `{ … }`, if, elsif, else, endif.
import type { Vocabulary } from '../model/vocabulary.ts'
import { allDelimiters, spansIn } from './syntax.ts'
import { branchOf } from './to-ours.ts'

/** The same script, line for line. Comments stay. */
export function inPlainSyntax(text: string, vocabulary: Vocabulary): string {
  let at = 0
  let plain = ''
  for (const { from, to, inside } of spansIn(text, allDelimiters(vocabulary))) {
    const branch = branchOf(inside.trim(), vocabulary)
    const said =
      branch === null
        ? inside
        : branch.kind === 'when'
          ? `if ${branch.condition}`
          : branch.kind === 'otherwise-when'
            ? `elsif ${branch.condition}`
            : branch.kind === 'otherwise'
              ? 'else'
              : 'endif'
    plain += `${text.slice(at, from)}{${said}}`
    at = to
  }
  return plain + text.slice(at)
}
