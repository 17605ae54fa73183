// Compares two scripts, each rehearsed for its own printer: passages, motion and totals.

import { readinessOf } from '../machine/readiness.ts'
import { stepsOf } from '../machine/trace.ts'
import { applyEdits } from '../model/script.ts'
import { type RehearsalInput, rehearseAndCheck } from '../round.ts'
import { blockOf } from '../script/edits/plan.ts'
import type { Passage } from '../script/passages.ts'
import { configChanges } from './config-changes.ts'
import { changesBetween, differenceInWords, nameForDifference, takeAcross } from './differ.ts'
import { type Match, matchPassages } from './match.ts'

export type Script = { text: string; setting: RehearsalInput }

/** Lines first…last of a passage with its heading, from 1. */
export type Place = { first: number; last: number }
export type MatchedPassages = {
  title: string
  is: 'same' | 'changed' | 'gone' | 'new'
  moved: boolean
  left: Place | null
  right: Place | null
}

/**
 * The totals of one script: s, g, findings by severity, missing properties at the end; and its paths on the bed, mm.
 */
export type Coming = {
  durationS: number
  heatingS: number
  massG: number
  findings: { rule: string; severity: 'error' | 'warning' | 'advice'; line: number; message: string }[]
  lacking: string[]
  strokes: [number, number][][]
  travels: [number, number][][]
}

export type Compared = { matches: MatchedPassages[]; words: string; changes: string[]; left: Coming; right: Coming }

const maxWays = 400

type Rehearsed = ReturnType<typeof rehearseAndCheck>

function coming(round: Rehearsed): Coming {
  const { trace, durations, filament, findings, strokes } = round
  const travels: [number, number][][] = []
  for (const { from, to, filamentMm } of stepsOf(trace)) {
    if (travels.length >= maxWays) break
    const known = [from.x, from.y, to.x, to.y].every(Number.isFinite)
    if (filamentMm <= 0 && known && (from.x !== to.x || from.y !== to.y))
      travels.push([
        [from.x, from.y],
        [to.x, to.y],
      ])
  }
  return {
    durationS: durations.totalS,
    heatingS: durations.heatingS,
    massG: filament.massG,
    findings: findings.map(({ rule, severity, line, message }) => ({ rule, severity, line, message })),
    lacking: readinessOf(round).flatMap(({ good, says, name }) => (good ? [] : [says ?? name])),
    strokes: strokes.slice(0, maxWays).map(({ path }) => path),
    travels,
  }
}

const placeOf = (passage: Passage): Place => blockOf(passage)

function shown(match: Match): MatchedPassages {
  if (match.left === null)
    return { title: match.right.title, is: 'new', moved: false, left: null, right: placeOf(match.right) }
  if (match.right === null)
    return { title: match.left.title, is: 'gone', moved: false, left: placeOf(match.left), right: null }
  const { left, right, same, moved } = match
  return { title: right.title, is: same ? 'same' : 'changed', moved, left: placeOf(left), right: placeOf(right) }
}

const rehearsed = ({ text, setting }: Script): Rehearsed => rehearseAndCheck(text, setting)

/** Rehearses both scripts and compares them. */
export function compareScripts(left: Script, right: Script): Compared {
  const [a, b] = [rehearsed(left), rehearsed(right)]
  return {
    matches: matchPassages(a, b).map(shown),
    words: wordsBetween(a, b),
    changes: changesBetween(a, b),
    left: coming(a),
    right: coming(b),
  }
}

/**
 * Describes the differences between two texts; for two texts of one config or macro file, changed numbers by name
 * first.
 */
function wordsBetween(a: Rehearsed, b: Rehearsed): string {
  const { opened, firmware } = b.stage
  const same = opened !== undefined && a.stage.opened?.file === opened.file
  const textOf = ({ lines }: Rehearsed) => lines.map(({ raw, ending }) => raw + ending).join('')
  const own = same ? configChanges(textOf(a), textOf(b), !firmware.flow) : ''
  return [own, differenceInWords(a, b)].filter(Boolean).join('; ')
}

/** The difference of the second from the first in a few words, and a name for it. */
export function tellApart(left: Script, right: Script): { words: string; name: string } {
  const [a, b] = [rehearsed(left), rehearsed(right)]
  return { words: wordsBetween(a, b), name: nameForDifference(a, b) }
}

/** The text of script `to` after taking a passage over from the other side; `index` counts the matches. */
export function carriedAcross(left: Script, right: Script, index: number, to: 'left' | 'right'): string {
  const [a, b] = [rehearsed(left), rehearsed(right)]
  const matches = matchPassages(a, b)
  const match = matches[index]
  if (!match) return (to === 'left' ? left : right).text
  if (to === 'right') return applyEdits(right.text, takeAcross(a, b, match, matches))
  const turned = (each: Match): Match =>
    each.left && each.right
      ? { ...each, left: each.right, right: each.left }
      : ({ left: each.right, right: each.left } as Match)
  const back = matches.map(turned)
  return applyEdits(left.text, takeAcross(b, a, back[index] as Match, back))
}

/** A revision's totals, and its changes against the one it was made from; `words` is empty for the first. */
export type RevisionEffect = { id: number; words: string; durationS: number; massG: number; serious: number }

/** Compares each revision with the previous one (`before` by id, null for the first). */
export function tellRevisions(
  revisions: readonly { id: number; text: string; before: number | null }[],
  setting: RehearsalInput,
): RevisionEffect[] {
  const rounds = new Map(revisions.map(({ id, text }) => [id, rehearsed({ text, setting })]))
  return revisions.map(({ id, before }) => {
    const round = rounds.get(id) as Rehearsed
    const earlier = before === null ? undefined : rounds.get(before)
    return {
      id,
      words: earlier ? wordsBetween(earlier, round) || 'only comments' : '',
      durationS: round.durations.totalS,
      massG: round.filament.massG,
      serious: round.findings.filter(({ severity }) => severity !== 'advice').length,
    }
  })
}
