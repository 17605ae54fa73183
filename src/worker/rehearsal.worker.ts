// The core in a web worker: a whole round for each text that it is sent, and plans for edits.
import { expose, transfer } from 'comlink'
import { loadWhole, withFixes, withPartsFor } from '../core/bring/for-text.ts'
import type { Finding } from '../core/check/finding.ts'
import type * as Change from '../core/compare/printer-change.ts'
import type * as Compare from '../core/compare/side-by-side.ts'
import { callablesIn } from '../core/documents/calls.ts'
import { callsOf } from '../core/explain/calls.ts'
import { unknownIn } from '../core/explain/unknown.ts'
import type * as Export from '../core/export/export.ts'
import { textOfCommand } from '../core/gcode/line.ts'
import { read, splitLines } from '../core/gcode/read.ts'
import type { GivenFile } from '../core/learn/findings.ts'
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
import type * as Fit from '../core/runs/fit-printer.ts'
import type { Run } from '../core/runs/fits.ts'
import type { EditRequest } from '../core/script/edits/edit.ts'
import { pastedOf } from '../core/script/guess.ts'
import { type ChangedLists, ListsSender } from './changed.ts'
import { Mailbox } from './mailbox.ts'

/** A script this long is a whole print; the Desk works on its beginning. */
const mostLines = 20_000

function beginningOf(text: string): { text: string; cutAt: number | null } {
  if (text.length < mostLines) return { text, cutAt: null }
  const lines = splitLines(text)
  if (lines.length <= mostLines) return { text, cutAt: null }
  return {
    text: lines
      .slice(0, mostLines)
      .map(line => line.raw + line.ending)
      .join(''),
    cutAt: lines.length,
  }
}

/** More of what a config's lines ran as is told to nobody. */
const mostRanAs = 5000

/** What was rehearsed for last; it is sent once, and not with each text. */
let latest: RehearsalInput | null = null

/** Of the Desk's own queue alone: what is asked beside it may be about another. `sent` is null where it is the same as the last time. */
function settingFor(sent: RehearsalInput | null): RehearsalInput {
  const setting = sent ?? latest
  if (!setting) throw new Error('Nothing was said to rehearse for.')
  latest = setting
  return setting
}

/** What is asked now and then, about any printer: loaded then. */
const onDemand =
  <Module, Asked extends unknown[], Answer>(
    load: () => Promise<Module>,
    work: (module: Module, ...asked: Asked) => Answer,
  ) =>
  async (...asked: Asked): Promise<Awaited<Answer>> => {
    const [module] = await Promise.all([load(), loadWhole()])
    return await work(module, ...asked)
  }

/** A text of which what would go wrong is known, and the rest not yet worked out. */
type Found = { given: string; setting: RehearsalInput; checked: Unexplained }
let found: Found | null = null

/** What would go wrong, which is wanted first, and how long that took, ms; `rest` gives all else of the same text. */
function find(given: string, setting: RehearsalInput, told?: (step: RoundStep) => void) {
  const began = performance.now()
  const { text } = beginningOf(given)
  told?.('reading')
  const checked = rehearseAndCheck(text, setting, read(text), told)
  found = { given, setting, checked }
  return { findings: checked.findings, tookMs: performance.now() - began }
}

/** Null where this worker was begun after the text had been given to another. */
function rest(told?: (step: RoundStep) => void) {
  if (!found) return null
  told?.('explaining')
  const { given, setting, checked } = found
  const { text, cutAt } = beginningOf(given)
  return shownOf(withExplained(text, setting, checked), cutAt)
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
      ? commands.slice(0, mostRanAs).map(({ line, command }, row) => ({
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
export type FoundFirst = ReturnType<typeof find>

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

/** A text whose findings are wanted, by a bare message: the number of the question, and the memory that they are put into besides. */
export type FindAsked = {
  find: number
  text: string
  sent: RehearsalInput | null
  memory: SharedArrayBuffer | undefined
}

/** The answer to the question of this number, or why there is none. */
export type FindAnswered = { found: number } & (
  | { answer: FoundFirst; trouble?: never }
  | { answer?: never; trouble: string }
)

addEventListener('message', async ({ data: asked }: MessageEvent<Partial<FindAsked>>) => {
  const { find: found, text, sent = null, memory } = asked
  if (found === undefined || text === undefined) return
  const said = (answered: FindAnswered) => postMessage(answered)
  try {
    const setting = settingFor(sent)
    const answer = await withPartsFor(text, setting, () => find(text, setting))
    if (memory) new Mailbox(memory).put(found, answer)
    said({ found, answer })
  } catch (error) {
    said({ found, trouble: (error as Error).message })
  }
})

const edits = () => import('../core/script/edits/edit.ts')
const compare = () => import('../core/compare/side-by-side.ts')
const exporting = () => import('../core/export/export.ts')

/** Loads what will be asked for, so that it is there although the server may be gone by then. */
async function loadAhead(): Promise<void> {
  await Promise.all([loadWhole(), compare(), edits(), exporting()])
}

const rehearser = {
  loadAhead,
  /** For a text so long that one is told what it is at. */
  find: async (text: string, sent: RehearsalInput | null, told: (step: RoundStep) => void) => {
    const setting = settingFor(sent)
    return withPartsFor(text, setting, () => find(text, setting, told))
  },
  rest: async (has: number, told?: (step: RoundStep) => void) => {
    const round = found && (await withPartsFor(found.given, found.setting, () => rest(told)))
    return round && handOver(onlyChanged(round, has))
  },
  rehearseBeside: async (text: string, setting: RehearsalInput) => {
    return handOver(await withPartsFor(text, setting, () => rehearse(text, setting)))
  },
  prove: async (text: string, sent: RehearsalInput | null, findings: readonly Finding[], finding: Finding) => {
    const setting = settingFor(sent)
    return withPartsFor(withFixes(text, finding), setting, () => provenFinding(text, setting, findings, finding))
  },
  /** A plan for an edit, with the rehearsal of what it would make of the text; or the reason why there is none. */
  propose: onDemand(edits, ({ planEdit }, whole: string, setting: RehearsalInput, request: EditRequest) => {
    const { text } = beginningOf(whole)
    const plan = planEdit(text, rehearseScript(text, setting), request)
    return plan.ok ? { ...plan, round: rehearse(applyEdits(whole, plan.edits), setting) } : plan
  }),
  /** Where the script could save time or filament, each way rehearsed. */
  savings: onDemand(
    () => import('../core/runs/savings.ts'),
    ({ savingsOf }, whole: string, setting: RehearsalInput) => {
      const { text } = beginningOf(whole)
      return savingsOf(text, rehearseScript(text, setting), setting)
    },
  ),
  /** The names of the jobs that a text fits on the setting's printer. */
  fits: onDemand(
    () => import('../core/runs/many.ts'),
    ({ fitting }, text: string, setting: RehearsalInput, runs: readonly Run[]) => fitting({ ...setting, text }, runs),
  ),
  /** A proposal for a printer from files. */
  learn: onDemand(
    () => import('../core/learn/learn.ts'),
    ({ learnPrinter }, files: readonly GivenFile[]) => learnPrinter(files),
  ),
  /** What in a printer's macros can't be worked out, each of them called by itself. */
  macroTroubles: onDemand(
    () => import('../core/explain/macro.ts'),
    ({ troublesIn }, setting: RehearsalInput) => troublesIn(stageOf(setting)),
  ),
  /** What a change of an open config does to the macros that read it. */
  macroEffects: onDemand(
    () => import('../core/compare/macro-changes.ts'),
    ({ changedMacros }, before: string, after: string, { opened, ...setting }: RehearsalInput) =>
      opened ? changedMacros(before, after, { ...setting, opened }) : [],
  ),
  compareScripts: onDemand(compare, (all, ...asked: Parameters<typeof Compare.compareScripts>) =>
    all.compareScripts(...asked),
  ),
  tellApart: onDemand(compare, (all, ...asked: Parameters<typeof Compare.tellApart>) => all.tellApart(...asked)),
  tellRevisions: onDemand(compare, (all, ...asked: Parameters<typeof Compare.tellRevisions>) =>
    all.tellRevisions(...asked),
  ),
  carriedAcross: onDemand(compare, (all, ...asked: Parameters<typeof Compare.carriedAcross>) =>
    all.carriedAcross(...asked),
  ),
  fitPrinter: onDemand(
    () => import('../core/runs/fit-printer.ts'),
    (all, ...asked: Parameters<typeof Fit.fitPrinter>) => all.fitPrinter(...asked),
  ),
  effectsOf: onDemand(
    () => import('../core/compare/printer-change.ts'),
    (all, ...asked: Parameters<typeof Change.effectsOf>) => all.effectsOf(...asked),
  ),
  exportScript: onDemand(exporting, (all, ...asked: Parameters<typeof Export.exportScript>) =>
    all.exportScript(...asked),
  ),
}
export type Rehearser = typeof rehearser
expose(rehearser)
// Its first word: from here on its time is counted (state/watched.ts).
postMessage('there')
