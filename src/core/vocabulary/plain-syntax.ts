// Rewrites a vocabulary's delimiters and branch words to those that every rehearsal reads: `{ … }`, if, elsif, else,
// endif.
import type { Vocabulary } from '../model/vocabulary.ts'
import { allDelimiters, spansIn } from './syntax.ts'
import { branchOf } from './to-ours.ts'

/** Rewrites a script line by line. Comments stay unchanged. */
export function inPlainSyntax(text: string, vocabulary: Vocabulary): string {
  let at = 0
  let plain = ''
  for (const { from, to, inside } of spansIn(text, allDelimiters(vocabulary))) {
    const branch = branchOf(inside.trim(), vocabulary)
    const written =
      branch === null
        ? inside
        : branch.kind === 'when'
          ? `if ${branch.condition}`
          : branch.kind === 'otherwise-when'
            ? `elsif ${branch.condition}`
            : branch.kind === 'otherwise'
              ? 'else'
              : 'endif'
    plain += `${text.slice(at, from)}{${written}}`
    at = to
  }
  return plain + text.slice(at)
}
