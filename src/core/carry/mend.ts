// Rehearses the carried script on the target and applies the fixes of errors that only the target has.
import type { Finding } from '../check/finding.ts'
import type { Edit } from '../model/script.ts'
import { maxLines, provenFindings } from '../prove.ts'
import { type Round, rehearseScript } from '../round.ts'
import { type Change, changeAt, type Ends, unwanted, withEdits, writtenOut } from './changes.ts'
import type { Flat } from './flatten.ts'
import type { CarryRequest } from './request.ts'

/** Limit of rounds: later fixes would only undo earlier ones. */
const maxRounds = 3

/**
 * Fixes errors that only the target has. Temperatures become values if requested, or if they were values in a call that
 * was written out.
 */
export function mended(
  changes: Change[],
  ends: Ends,
  { text, from, to, heatsAsValues, refused = [] }: CarryRequest,
  given: Flat['given'],
): Change[] {
  let now = changes
  let written = writtenOut(now, ends)
  let after = rehearseScript(written, to)
  if (after.trace.rows.count > maxLines) return now
  const hasErrors = after.findings.some(({ severity }) => severity === 'error')
  const before = heatsAsValues || hasErrors ? rehearseScript(text, from) : null
  for (let round = 0; before; round++) {
    const errors = newFindings(before, after).filter(({ severity }) => severity === 'error')
    // An error is worse than a warning, and the plan shows both.
    const mends = provenFindings(written, to, after, errors, { mayWarn: true }).flatMap(({ fixes: [fix], message }) => {
      const made = fix && !fix.oneOfSeveral && withEdits(now, ends, fix.edits, `${fix.title}: ${message}`)
      return made ? [made] : []
    })
    const next = round < maxRounds && mends.find(made => !touched(now, made).some(id => refused.includes(id)))
    if (!next) {
      now = mends.reduce((all, made) => withUnwanted(all, made, refused), now)
      break
    }
    now = next
    written = writtenOut(now, ends)
    after = rehearseScript(written, to)
  }
  if (!heatsAsValues && given.size === 0) return now
  const fixed = after.findings.filter(({ rule }) => rule === 'fixed-temperature').slice(0, 1)
  const fix = provenFindings(written, to, after, fixed)[0]?.fixes[0]
  // A value in a call stays a value, whether requested or not.
  const wasValue = (edit: Edit) => {
    const numbers = given.get(changeAt(now, ends, edit.from)?.line ?? 0)
    return numbers?.includes(Number(written.slice(edit.from + 1, edit.to))) ?? false
  }
  const isWanted = ({ from }: Edit) => !refused.includes(changeAt(now, ends, from)?.id ?? '')
  const edits = fix?.edits.filter(edit => isWanted(edit) && (heatsAsValues || wasValue(edit))) ?? []
  return (edits.length > 0 && withEdits(now, ends, edits, 'It follows the material.')) || now
}

/** The ids of the changes that a fix changes or adds. */
const touched = (changes: readonly Change[], mend: readonly Change[]): string[] => {
  const before = new Map(changes.map(({ id, became }) => [id, became.join('\n')]))
  return mend.flatMap(({ id, became }) => (before.get(id) === became.join('\n') ? [] : [id]))
}

/** Adds the refused additions of a fix at their places, so that they can be accepted again. */
function withUnwanted(changes: Change[], mend: readonly Change[], refused: readonly string[]): Change[] {
  const all = [...changes]
  mend.forEach((change, i) => {
    if (change.line !== null || !refused.includes(change.id) || all.some(({ id }) => id === change.id)) return
    const after = mend.slice(i + 1).find(({ id }) => all.some(each => each.id === id))
    all.splice(after ? all.findIndex(({ id }) => id === after.id) : all.length, 0, unwanted(change, ''))
  })
  return all
}

/** For each rule, the findings of the carried script beyond those of the source. */
export function newFindings(before: Round, after: Round): Finding[] {
  const had = new Map<string, number>()
  const keyOf = ({ rule, severity }: Finding) => `${rule} ${severity}`
  for (const finding of before.findings) had.set(keyOf(finding), (had.get(keyOf(finding)) ?? 0) + 1)
  return after.findings.filter(finding => {
    const left = had.get(keyOf(finding)) ?? 0
    had.set(keyOf(finding), left - 1)
    return left <= 0
  })
}
