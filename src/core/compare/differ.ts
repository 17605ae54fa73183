// Describes the differences between two rehearsed scripts, in words and in totals.
import { duration, listed, plain } from '../format.ts'
import type { Edit } from '../model/script.ts'
import type { rehearseAndCheck } from '../round.ts'
import { blockOf, rangeOf } from '../script/edits/plan.ts'
import type { Passage, PassageKind } from '../script/passages.ts'
import { heavier } from '../script/purposes.ts'
import { commandCounts, lineChanges, type Within } from './line-changes.ts'
import { guardChanges, keepChanges, settingChanges } from './mark-changes.ts'
import { type Match, matchPassages, textOf } from './match.ts'

type Rehearsed = ReturnType<typeof rehearseAndCheck>

/** The name of a passage's kind within a sentence. */
const nouns: Record<PassageKind, string> = {
  setup: 'set-up',
  message: 'message',
  'firmware-check': 'firmware check',
  heat: 'heating',
  'heat-wait': 'heating',
  soak: 'soak',
  home: 'homing',
  align: 'gantry alignment',
  probe: 'probing',
  levelling: 'levelling',
  'z-offset': 'Z offset',
  'purge-line': 'purge line',
  'purge-spot': 'purge',
  wipe: 'wipe',
  prime: 'prime',
  retract: 'retraction',
  park: 'parking',
  present: 'presenting',
  'cool-down': 'cooling',
  'motors-off': 'motors off',
  fan: 'fan',
  limits: 'limits',
  tool: 'tool',
  mix: 'blend',
  origin: 'origin',
  other: 'moves',
}

const nounOf = ({ kind, title }: Passage): string => (kind === 'other' ? `“${title}”` : nouns[kind])

/** Smallest difference in time that is mentioned, s. */
const worthS = 5

type Change = { words: string /** Its own lines are as they were. */; derived: boolean }

/** The changes in a matched passage; empty if only comments differ. */
function changesIn(match: Match, left: Rehearsed, right: Rehearsed, all: Within['all']): Change[] {
  const own = (...words: readonly string[]): Change[] => words.map(each => ({ words: each, derived: false }))
  if (match.left === null)
    return match.right.enabled && !isIn(match.right, right, left) ? own(`with ${calledIn(match.right, right)}`) : []
  if (match.right === null)
    return match.left.enabled && !isIn(match.left, left, right) ? own(`no ${calledIn(match.left, left)}`) : []
  const { left: a, right: b, same, moved } = match
  const noun = nounOf(b)
  if (a.enabled !== b.enabled) {
    if (isIn(a, left, right) && isIn(b, right, left)) return []
    return own(b.enabled ? `${noun} put back` : `${noun} commented out`)
  }
  const place = moved ? own(`${noun} moved`) : []
  if (!a.enabled) return place
  const purposes = same ? null : purposesChanged(a, b, left, right)
  if (purposes) return own(purposes)
  // A setting further up may change what the same lines do.
  const amountTold = Math.abs(a.extrudedMm - b.extrudedMm) >= 0.05
  const amount = `${noun} ${plain(a.extrudedMm, 1)} → ${plain(b.extrudedMm, 1)} mm`
  if (same) return amountTold ? [{ words: amount, derived: true }] : place
  const changes = lineChanges(linesOf(left, a), linesOf(right, b), {
    noun,
    firmware: right.stage.firmware,
    amountTold,
    all,
  })
  return [...own(...(amountTold ? [amount] : []), ...changes), ...(amountTold || changes.length ? [] : place)]
}

/** A whole passage by its purpose if the purpose has a name; one or two lines by their text. */
function calledIn(passage: Passage, script: Rehearsed): string {
  const commands = linesOf(script, passage).filter(({ command }) => command)
  const [only] = commands
  return spokenOf.has(passage.kind) || commands.length !== 1 || !only
    ? nounOf(passage)
    : `“${(only.raw.split(';')[0] ?? '').trim()}”`
}

const linesOf = ({ lines }: Rehearsed, passage: Passage) => {
  const { first, last } = blockOf(passage)
  return lines.slice(first - 1, last)
}

/** Whether all commands of a passage are in the other script too, even if a guard leaves them out. */
function isIn(passage: Passage, from: Rehearsed, to: Rehearsed): boolean {
  const there = new Set(to.lines.flatMap(({ raw, command }) => (command ? [raw.trim()] : [])))
  return linesOf(from, passage).every(({ raw, command }) => !command || there.has(raw.trim()))
}

const partsOf = (passage: Passage): readonly Passage[] => (passage.parts.length ? passage.parts : [passage])

/** Purposes that people mention by name; for others the changed lines say more. */
const spokenOf: ReadonlySet<PassageKind> = new Set([
  'home',
  'align',
  'probe',
  'levelling',
  'purge-line',
  'purge-spot',
  'wipe',
  'prime',
  'park',
  'present',
  'cool-down',
])

/** The purposes that a passage of several parts lost or gained. */
function purposesChanged(a: Passage, b: Passage, left: Rehearsed, right: Rehearsed): string | null {
  const does = (passage: Passage) => partsOf(passage).filter(({ enabled }) => enabled)
  const kinds = (parts: readonly Passage[]) => parts.map(({ kind }) => kind)
  const only = (these: readonly Passage[], others: readonly Passage[], from: Rehearsed, to: Rehearsed) =>
    these.find(part => spokenOf.has(part.kind) && !kinds(others).includes(part.kind) && !isIn(part, from, to))
  const lost = only(does(a), does(b), left, right)
  const gained = only(does(b), does(a), right, left)
  if (lost && (!gained || heavier(lost.kind, gained.kind) === lost.kind))
    return kinds(partsOf(b)).includes(lost.kind) ? `${nounOf(lost)} commented out` : `no ${nounOf(lost)}`
  if (gained) return kinds(partsOf(a)).includes(gained.kind) ? `${nounOf(gained)} put back` : `with ${nounOf(gained)}`
  return null
}

/** The differences, one passage each: “no probing”, “purge line 40 → 18 mm”. */
export function changesBetween(left: Rehearsed, right: Rehearsed): string[] {
  const all = { left: commandCounts(left.lines), right: commandCounts(right.lines) }
  const passages = matchPassages(left, right).flatMap(match => changesIn(match, left, right, all))
  const sentences = [
    ...passages.filter(({ derived }) => !derived).map(({ words }) => words),
    ...guardChanges(left, right, nounOf),
    ...keepChanges(left, right),
  ]
  const derived = passages.filter(each => each.derived).map(({ words }) => words)
  return [...new Set(sentences.length > 0 ? sentences : derived.length > 0 ? derived : settingChanges(left, right))]
}

const maxChanges = 3

/** The differences in one text: “no probing; 2 min 40 s shorter”; empty if only comments differ. */
export function differenceInWords(left: Rehearsed, right: Rehearsed): string {
  const changes = changesBetween(left, right)
  const byS = right.durations.totalS - left.durations.totalS
  const time = Math.abs(byS) >= worthS ? `${duration(Math.abs(byS))} ${byS < 0 ? 'shorter' : 'longer'}` : ''
  return [...changes.slice(0, maxChanges), changes.length > maxChanges && `${changes.length - maxChanges} more`, time]
    .filter(Boolean)
    .join('; ')
}

/** A name for a variant by its differences: “no probing”, “probing commented out, purge line 18 mm”. */
export function nameForDifference(left: Rehearsed, right: Rehearsed): string {
  const changes = changesBetween(left, right).slice(0, 2)
  const short = changes.map(change => change.replace(/ \S+ → /, ' ').replace(/^(.*) commented out$/, 'without $1'))
  const name = listed(short)
  return name ? name.charAt(0).toUpperCase() + name.slice(1) : 'Changed'
}

/** The edit of the right text that makes a passage equal to the left one, or inserts it. */
export function takeAcross(from: Rehearsed, to: Rehearsed, match: Match, matches: readonly Match[]): Edit[] {
  // `left` is the source of the passage.
  const { left, right } = match
  const there = (passage: Passage) => rangeOf(to.lines, blockOf(passage).first, blockOf(passage).last)
  if (left === null) return right ? [{ ...there(right), insert: '' }] : []
  const end = to.lines.at(-1)
  const ending = to.lines.find(line => line.ending)?.ending ?? '\n'
  const text = textOf(from, left).replace(/\r\n|\r|\n/g, ending)
  const length = end ? end.from + end.raw.length + end.ending.length : 0
  const ended = /[\r\n]$/.test(text) || text === '' ? text : text + ending
  if (right) {
    const place = there(right)
    return [{ ...place, insert: place.to === length && !end?.ending ? ended.trimEnd() : ended }]
  }
  // Inserted at its position in the source: before the next passage that both have.
  const next = matches.slice(matches.indexOf(match) + 1).find(each => each.left && each.right)
  const at = next?.right ? there(next.right).from : length
  const open = at === length && end && !end.ending ? ending : ''
  return [{ from: at, to: at, insert: open + ended + (next ? ending : '') }]
}
