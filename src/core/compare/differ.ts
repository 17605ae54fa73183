// Two rehearsed scripts told apart: in a few words, and in what they come to.
import { celsius, duration, listed, plain } from '../format.ts'
import type { Command } from '../gcode/line.ts'
import { numberOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import type { Edit } from '../model/script.ts'
import type { rehearseAndCheck } from '../round.ts'
import { blockOf, rangeOf } from '../script/edits/plan.ts'
import type { Passage, PassageKind } from '../script/passages.ts'
import { heavier } from '../script/purposes.ts'
import { type Match, matchPassages, textOf } from './match.ts'

type Rehearsed = ReturnType<typeof rehearseAndCheck>

/** What a passage is called within a sentence. */
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

/** Differences of time smaller than this, s, are not worth a word. */
const worthS = 5

const heats: Record<string, string> = {
  M104: 'nozzle',
  M109: 'nozzle',
  M140: 'bed',
  M190: 'bed',
  M141: 'chamber',
  M191: 'chamber',
}

const commandsIn = (text: string): Command[] =>
  read(text).flatMap(({ kind, command }) => (kind === 'command' && command ? [command] : []))

/** The first temperature that differs between two runs of lines with the same commands, as “nozzle 200 → 210 °C”. */
function heatChange(left: string, right: string): string | null {
  const [before, after] = [commandsIn(left), commandsIn(right)]
  for (const [i, command] of before.entries()) {
    const other = after[i]
    const heater = heats[command.name]
    if (!heater || other?.name !== command.name) continue
    const [a, b] = [numberOf(command, 'S'), numberOf(other, 'S')]
    if (a !== null && b !== null && a !== b) return `${heater} ${plain(a, 0)} → ${celsius(b)}`
  }
  return null
}

function changeIn(match: Match, left: Rehearsed, right: Rehearsed): string | null {
  if (match.left === null) return match.right.enabled ? `with ${nounOf(match.right)}` : null
  if (match.right === null) return match.left.enabled ? `no ${nounOf(match.left)}` : null
  const { left: a, right: b, same, moved } = match
  const noun = nounOf(b)
  if (a.enabled !== b.enabled) return b.enabled ? `${noun} put back` : `${noun} commented out`
  if (!a.enabled) return moved ? `${noun} moved` : null
  const purposes = same ? null : purposesChanged(a, b)
  if (purposes) return purposes
  // A setting further up may change what the same lines do.
  if (Math.abs(a.pushedMm - b.pushedMm) >= 0.05) return `${noun} ${plain(a.pushedMm, 1)} → ${plain(b.pushedMm, 1)} mm`
  if (same) return moved ? `${noun} moved` : null
  const heat = heatChange(textOf(left, a), textOf(right, b))
  if (heat) return heat
  return sameCommands(textOf(left, a), textOf(right, b)) ? null : `${noun} changed`
}

const partsOf = (passage: Passage): readonly Passage[] => (passage.parts.length ? passage.parts : [passage])

/** What a passage of several parts no longer does, or does now. */
function purposesChanged(a: Passage, b: Passage): string | null {
  const does = (passage: Passage) => partsOf(passage).filter(({ enabled }) => enabled)
  const kinds = (parts: readonly Passage[]) => parts.map(({ kind }) => kind)
  const lost = does(a).find(({ kind }) => !kinds(does(b)).includes(kind))
  const gained = does(b).find(({ kind }) => !kinds(does(a)).includes(kind))
  if (lost && (!gained || heavier(lost.kind, gained.kind) === lost.kind))
    return kinds(partsOf(b)).includes(lost.kind) ? `${nounOf(lost)} commented out` : `no ${nounOf(lost)}`
  if (gained) return kinds(partsOf(a)).includes(gained.kind) ? `${nounOf(gained)} put back` : `with ${nounOf(gained)}`
  return null
}

const sameCommands = (left: string, right: string): boolean =>
  JSON.stringify(commandsIn(left)) === JSON.stringify(commandsIn(right))

/** What differs from the first script in the second, one passage a piece: “no probing”, “purge line 40 → 18 mm”. */
export function changesBetween(left: Rehearsed, right: Rehearsed): string[] {
  const all = matchPassages(left, right).flatMap(match => changeIn(match, left, right) ?? [])
  return [...new Set(all)]
}

const mostChanges = 3

/** In a sentence's piece: “no probing; 2 min 40 s shorter”; empty where nothing differs but comments. */
export function differenceInWords(left: Rehearsed, right: Rehearsed): string {
  const changes = changesBetween(left, right)
  const byS = right.durations.totalS - left.durations.totalS
  const time = Math.abs(byS) >= worthS ? `${duration(Math.abs(byS))} ${byS < 0 ? 'shorter' : 'longer'}` : ''
  return [
    ...changes.slice(0, mostChanges),
    changes.length > mostChanges && `${changes.length - mostChanges} more`,
    time,
  ]
    .filter(Boolean)
    .join('; ')
}

/** A name for a variant that says what is different about it: “no probing”, “probing commented out, purge line 18 mm”. */
export function nameForDifference(left: Rehearsed, right: Rehearsed): string {
  const changes = changesBetween(left, right).slice(0, 2)
  const short = changes.map(change => change.replace(/ \S+ → /, ' ').replace(/^(.*) commented out$/, 'without $1'))
  const name = listed(short)
  return name ? name.charAt(0).toUpperCase() + name.slice(1) : 'Changed'
}

/** Takes a passage across: the edit of the right text that makes its passage as the left has it, or puts it in. */
export function takeAcross(from: Rehearsed, to: Rehearsed, match: Match, matches: readonly Match[]): Edit[] {
  // `left` is the side that it comes from.
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
  // Put in where it stands on its own side: before the next passage that both have.
  const next = matches.slice(matches.indexOf(match) + 1).find(each => each.left && each.right)
  const at = next?.right ? there(next.right).from : length
  const open = at === length && end && !end.ending ? ending : ''
  return [{ from: at, to: at, insert: open + ended + (next ? ending : '') }]
}
