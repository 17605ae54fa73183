// The Desk's worker: rehearses the Desk's text in two steps, findings first. It also runs the tasks of the pages.
import { expose, transfer } from 'comlink'
import type { Finding } from '../core/check/finding.ts'
import { read } from '../core/gcode/read.ts'
import { provenFinding } from '../core/prove.ts'
import { type RehearsalInput, rehearseAndCheck, type Unexplained, withExplained } from '../core/round.ts'
import type { RoundStep } from '../core/round-steps.ts'
import { beginningOf, type DeskRound, shownOf } from '../tasks/desk-round.ts'
import { pageTasks } from '../tasks/page-tasks.ts'
import { type ChangedLists, ListsSender } from './changed.ts'

/** The input of the last rehearsal of the Desk. A printer with its macros is far longer than a script: it is sent once. */
let lastSetting: RehearsalInput | null = null

/** The given input, or the last one if `sent` is null. */
function settingFor(sent: RehearsalInput | null): RehearsalInput {
  lastSetting = sent ?? lastSetting
  if (!lastSetting) throw new Error('The worker has no printer to rehearse for.')
  return lastSetting
}

/** The text that `find` checked last; `rest` calculates everything else about it. */
let found: { given: string; setting: RehearsalInput; checked: Unexplained } | null = null

/** Rehearses and checks a text. Returns its findings, because the page shows these first. */
function find(given: string, sent: RehearsalInput | null, onStep?: (step: RoundStep) => void): Finding[] {
  const setting = settingFor(sent)
  const { text } = beginningOf(given)
  onStep?.('reading')
  const checked = rehearseAndCheck(text, setting, read(text), onStep)
  found = { given, setting, checked }
  return checked.findings
}

/**
 * Calculates everything else about the text that `find` checked last. Returns null if `find` has not run in this worker.
 * `has` is the number of the round that the page has: only the differences from that round are sent.
 */
function rest(has: number, onStep?: (step: RoundStep) => void): Sent | null {
  if (!found) return null
  onStep?.('explaining')
  const { given, setting, checked } = found
  const { text, cutAt } = beginningOf(given)
  return handOver(onlyChanged(shownOf(withExplained(text, setting, checked), cutAt), has))
}

/** Lists of a round that are sent as differences: they are long, and a keystroke changes little of them. */
export type RoundLists = Pick<DeskRound, 'explained' | 'strokes' | 'passages' | 'worths' | 'ranAs'>

/** A round as it is sent to the page; `number` counts the rounds. */
export type Sent = Omit<DeskRound, keyof RoundLists> & { number: number; lists: ChangedLists<RoundLists> }

const sender = new ListsSender<RoundLists>()
let sentNumber = 0

/** The differences from the round with the number `has`; all of it if the page has a different one. */
function onlyChanged({ explained, strokes, passages, worths, ranAs, ...round }: DeskRound, has: number): Sent {
  const anew = has !== sentNumber
  sentNumber++
  const lists = sender.changed({ explained, strokes, passages, worths, ranAs }, anew)
  return { ...round, number: sentNumber, lists }
}

/** Transfers the memory of a round's columns to the page instead of copying it: the worker does not use them again. */
function handOver<R extends Pick<DeskRound, 'trace'>>(round: R): R {
  const columns = [...Object.values(round.trace.rows), ...Object.values(round.trace.steps)].flatMap(column =>
    ArrayBuffer.isView(column) ? [column.buffer] : [],
  )
  return transfer(round, [...new Set(columns)])
}

const desk = {
  ...pageTasks,
  find,
  rest,
  rehearse: (text: string, setting: RehearsalInput) => handOver(pageTasks.rehearse(text, setting)),
  /** Tries the fixes of one finding of the text that `find` checked last. */
  prove: (text: string, sent: RehearsalInput | null, findings: readonly Finding[], finding: Finding) =>
    provenFinding(text, settingFor(sent), findings, finding),
}
export type DeskWorker = typeof desk
expose(desk)
// Tells the page that the worker has loaded: its time is counted from here (state/watched-worker.ts).
postMessage('there')
