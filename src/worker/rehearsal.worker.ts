// Runs the core in a web worker: rehearses texts, plans edits, and does the other calculations that pages need.
import { expose, transfer } from 'comlink'
import type { Finding } from '../core/check/finding.ts'
import { changedMacros } from '../core/compare/macro-changes.ts'
import { effectsOf } from '../core/compare/printer-change.ts'
import { carriedAcross, compareScripts, tellApart, tellRevisions } from '../core/compare/side-by-side.ts'
import { callablesIn } from '../core/documents/calls.ts'
import { callsOf } from '../core/explain/calls.ts'
import { troublesIn } from '../core/explain/macro.ts'
import { unknownIn } from '../core/explain/unknown.ts'
import { exportScript } from '../core/export/export.ts'
import { textOfCommand } from '../core/gcode/line.ts'
import { read, splitLines } from '../core/gcode/read.ts'
import { learnPrinter } from '../core/learn/learn.ts'
import { readinessOf } from '../core/machine/readiness.ts'
import { applyEdits } from '../core/model/script.ts'
import { provenFinding } from '../core/prove.ts'
import {
  type RehearsalInput,
  type Round,
  rehearseAndCheck,
  rehearseScript,
  stageOf,
  type Unexplained,
  withExplained,
} from '../core/round.ts'
import type { RoundStep } from '../core/round-steps.ts'
import { fitPrinter } from '../core/runs/fit-printer.ts'
import type { Run } from '../core/runs/fits.ts'
import { fitting } from '../core/runs/many.ts'
import { savingsOf } from '../core/runs/savings.ts'
import { type EditRequest, planEdit } from '../core/script/edits/edit.ts'
import { pastedOf } from '../core/script/guess.ts'
import { type ChangedLists, ListsSender } from './changed.ts'

/** A script this long is a whole print; the Desk works on its beginning. */
const maxLines = 20_000

function beginningOf(text: string): { text: string; cutAt: number | null } {
  if (text.length < maxLines) return { text, cutAt: null }
  const lines = splitLines(text)
  if (lines.length <= maxLines) return { text, cutAt: null }
  return {
    text: lines
      .slice(0, maxLines)
      .map(line => line.raw + line.ending)
      .join(''),
    cutAt: lines.length,
  }
}

/** More of what a config's lines ran as is told to nobody. */
const maxRanAs = 5000

/** What was rehearsed for last; it is sent once, and not with each text. */
let latest: RehearsalInput | null = null

/** Of the Desk's own queue alone: what is asked beside it may be about another. `sent` is null where it is the same as the last time. */
function settingFor(sent: RehearsalInput | null): RehearsalInput {
  const setting = sent ?? latest
  if (!setting) throw new Error('Nothing was said to rehearse for.')
  latest = setting
  return setting
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

function rehearse(given: string, setting: RehearsalInput) {
  const { text, cutAt } = beginningOf(given)
  return shownOf(rehearseScript(text, setting), cutAt)
}

/** What the Desk shows of a round. `cutAt` is the number of lines of a text too long to be rehearsed whole, else null. */
function shownOf(whole: Round, cutAt: number | null) {
  const { lines, commands, resolution, stage, ...round } = whole
  return {
    ...round,
    // What ran is worked with here and not shown.
    trace: { ...round.trace, ran: null },
    settings: resolution.settings,
    worths: resolution.worths,
    placeholders: resolution.placeholders,
    absent: resolution.absent,
    unknown: unknownIn(lines, stage),
    readiness: readinessOf(whole),
    calls: callsOf(commands, round.trace, stage),
    /** Of a config or macro file: what can be called in it, and what was. */
    callables: stage.opened ? callablesIn(stage, stage.opened.file) : [],
    called: stage.opened?.call ?? '',
    /** Of its lines, what each ran as and when: a template's may run as something else each time. */
    ranAs: stage.opened
      ? commands.slice(0, maxRanAs).map(({ line, command }, row) => ({
          line,
          text: textOfCommand(command),
          startS: round.trace.rows.start[row] as number,
        }))
      : [],
    cutAt,
    pasted: pastedOf(lines),
  }
}

export type DeskRound = ReturnType<typeof shownOf>

/** Lists of a round of which only what changed crosses; they are long, and one key changes little of them. */
export type RoundLists = Pick<DeskRound, 'explained' | 'strokes' | 'passages' | 'worths' | 'ranAs'>

/** A round on its way to the page; `number` counts them. */
export type Sent = Omit<DeskRound, keyof RoundLists> & { number: number; lists: ChangedLists<RoundLists> }

const sender = new ListsSender<RoundLists>()
let sentNumber = 0

/** `has` is the number of the round that the page has already. */
function onlyChanged({ explained, strokes, passages, worths, ranAs, ...round }: DeskRound, has: number): Sent {
  const anew = has !== sentNumber
  sentNumber++
  const lists = sender.changed({ explained, strokes, passages, worths, ranAs }, anew)
  return { ...round, number: sentNumber, lists }
}

/** A round whose columns are handed over and not copied: nothing here looks at them again. */
function handOver<R extends Pick<DeskRound, 'trace'>>(round: R): R {
  const columns = [...Object.values(round.trace.rows), ...Object.values(round.trace.steps)].flatMap(column =>
    ArrayBuffer.isView(column) ? [column.buffer] : [],
  )
  return transfer(round, [...new Set(columns)])
}

const rehearser = {
  find,
  rest,
  /** Rehearses a text, as for a preview; `rest` still refers to the text that `find` checked. */
  rehearseBeside: (text: string, setting: RehearsalInput) => handOver(rehearse(text, setting)),
  /** Tries the fixes of one finding. */
  prove: (text: string, sent: RehearsalInput | null, findings: readonly Finding[], finding: Finding) =>
    provenFinding(text, settingFor(sent), findings, finding),
  /** Plans an edit and rehearses the text after it; or says why it can't be done. */
  propose(whole: string, setting: RehearsalInput, request: EditRequest) {
    const { text } = beginningOf(whole)
    const plan = planEdit(text, rehearseScript(text, setting), request)
    return plan.ok ? { ...plan, round: rehearse(applyEdits(whole, plan.edits), setting) } : plan
  },
  /** Proposes changes that save time or filament, each rehearsed. */
  savings(whole: string, setting: RehearsalInput) {
    const { text } = beginningOf(whole)
    return savingsOf(text, rehearseScript(text, setting), setting)
  },
  /** The names of the jobs that a text fits on the setting's printer. */
  fits: (text: string, setting: RehearsalInput, runs: readonly Run[]) => fitting({ ...setting, text }, runs),
  /** Calls each of a printer's macros, and returns what can't be calculated in them. */
  macroTroubles: (setting: RehearsalInput) => troublesIn(stageOf(setting)),
  /** The effect of a change of an opened config on the macros that read it. */
  macroEffects: (before: string, after: string, { opened, ...setting }: RehearsalInput) =>
    opened ? changedMacros(before, after, { ...setting, opened }) : [],
  learn: learnPrinter,
  compareScripts,
  tellApart,
  tellRevisions,
  carriedAcross,
  fitPrinter,
  effectsOf,
  exportScript,
}
export type Rehearser = typeof rehearser
expose(rehearser)
// Its first word: from here on its time is counted (state/watched.ts).
postMessage('there')
