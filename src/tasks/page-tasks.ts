// Tasks of the pages, run in web workers: comparing, planning edits, exporting and others. Plain data in, plain data out.
import { changedMacros } from '../core/compare/macro-changes.ts'
import { effectsOf } from '../core/compare/printer-change.ts'
import { carriedAcross, compareScripts, tellApart, tellRevisions } from '../core/compare/side-by-side.ts'
import { troublesIn } from '../core/explain/macro.ts'
import { exportScript } from '../core/export/export.ts'
import { learnPrinter } from '../core/learn/learn.ts'
import { applyEdits } from '../core/model/script.ts'
import { type PrintShown, printShown } from '../core/print/shown.ts'
import type { PrintSetting, Scripts } from '../core/print/situation.ts'
import { wholePrint } from '../core/print/whole.ts'
import { JobReader, type PrintFacts } from '../core/printfile/job-reader.ts'
import { type RehearsalInput, rehearseScript, stageOf } from '../core/round.ts'
import { fitPrinter } from '../core/runs/fit-printer.ts'
import type { Run } from '../core/runs/fits.ts'
import { fitting, runAll } from '../core/runs/many.ts'
import { savingsOf } from '../core/runs/savings.ts'
import { type EditRequest, planEdit } from '../core/script/edits/edit.ts'
import { beginningOf, type DeskRound, shownOf } from './desk-round.ts'

type Progress = (share: number) => void

/** Rehearses a text and returns what the Desk shows, as for a preview. */
function rehearse(given: string, setting: RehearsalInput): DeskRound {
  const { text, cutAt } = beginningOf(given)
  return shownOf(rehearseScript(text, setting), cutAt)
}

/** Reads a print file piece by piece, so that it need not fit into memory. `progress` gets the share read, 0 to 1. */
async function readPrintFile(file: File, progress: Progress): Promise<PrintFacts> {
  const reader = new JobReader()
  const decoder = new TextDecoder()
  let done = 0
  const pieces = file.stream().getReader()
  for (let piece = await pieces.read(); !piece.done; piece = await pieces.read()) {
    reader.take(decoder.decode(piece.value, { stream: true }))
    done += piece.value.length
    progress(done / file.size)
  }
  reader.take(decoder.decode())
  return reader.facts()
}

export const pageTasks = {
  rehearse,
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
  /** Rehearses a whole print. `progress` gets the share done, 0 to 1. */
  wholePrint: (setting: PrintSetting, scripts: Scripts, progress: Progress): PrintShown =>
    printShown(wholePrint(setting, scripts, progress), setting),
  /** Rehearses a script for each of the jobs. */
  runAll,
  readPrintFile,
}
export type PageTasks = typeof pageTasks
