// Tasks of the server's threads: rehearsals, summaries and others. Plain data in, plain data out.
import { type Extra, rehearsalAnswer } from '../core/answer.ts'
import { carryAfter } from '../core/carry/after.ts'
import { carriedAnswer } from '../core/carry/answer.ts'
import { type CarryRequest, carryOver } from '../core/carry/carry.ts'
import { placesInto } from '../core/carry/into.ts'
import { type PlanShown, planShown } from '../core/carry/page.ts'
import { type GivenFile, learnedAnswer, learnPrinter } from '../core/learn/learn.ts'
import { wholePrintAnswer } from '../core/print/answer.ts'
import type { PrintSetting, Scripts } from '../core/print/situation.ts'
import { wholePrint } from '../core/print/whole.ts'
import { rehearseAndProve } from '../core/prove.ts'
import { type RehearsalInput, rehearseScript } from '../core/round.ts'
import { misfit, type Run } from '../core/runs/fits.ts'
import { runOne } from '../core/runs/many.ts'
import type { PassageKind } from '../core/script/passages.ts'
import { type Calls, callsOf } from './calls.ts'

/** Limit of strokes in a thumbnail of the bed. */
const maxStrokes = 60

/** The names of this printer's other jobs for which the script would go wrong. */
function failsFor(text: string, setting: RehearsalInput, others: readonly Run[]): string[] {
  return others
    .filter(({ job }) => misfit(job, setting.printer) === null)
    .filter(run => runOne({ ...setting, text }, run).counts.error > 0)
    .map(({ job }) => job.name)
}

function summarize(text: string, setting: RehearsalInput, others: readonly Run[]) {
  const round = rehearseScript(text, setting)
  return {
    failsFor: failsFor(text, setting, others),
    durationS: round.durations.totalS,
    massG: round.filament.massG,
    probes: round.durations.probingS > 0,
    findings: round.findings.map(({ rule, severity, line, message }) => ({ rule, severity, line, message })),
    strokes: round.strokes.slice(0, maxStrokes).map(stroke => stroke.path),
  }
}

export type Summary = ReturnType<typeof summarize>

/** The public answer (docs/contract.md) as JSON. */
function rehearse(text: string, setting: RehearsalInput, extras: readonly Extra[]): string {
  return JSON.stringify(rehearsalAnswer(rehearseAndProve(text, setting), extras))
}

/** A proposal for a printer (docs/contract.md) as JSON. */
const learn = (files: readonly GivenFile[]): string => JSON.stringify(learnedAnswer(learnPrinter(files)))

/** A plan (docs/contract.md) as JSON, or why there is none. */
function carry(request: CarryRequest): { ok: true; json: string } | { ok: false; why: string } {
  const plan = carryOver(request)
  return plan.ok ? { ok: true, json: JSON.stringify(carriedAnswer(plan)) } : plan
}

/** A plan for its page, or why there is none. */
function planCarry(request: CarryRequest): { ok: true; plan: PlanShown } | { ok: false; why: string } {
  const plan = carryOver(request)
  return plan.ok ? { ok: true, plan: planShown(plan, request.lines?.first) } : plan
}

/** A change of the original merged into the carried script, or why that is impossible. */
function carryChange(request: Omit<CarryRequest, 'text'>, was: string, now: string, mine: string) {
  const after = carryAfter(request, was, now, mine)
  return after.ok ? { ok: true as const, text: after.text, same: after.same, plan: planShown(after.plan) } : after
}

/** A whole print (docs/contract.md) as JSON. */
const print = (setting: PrintSetting, scripts: Scripts): string =>
  JSON.stringify(wholePrintAnswer(wholePrint(setting, scripts)))

/** Possible places for a part in a different script. */
const intoScript = (text: string, setting: RehearsalInput, kind: PassageKind, part: string) =>
  placesInto(rehearseScript(text, setting), kind, part)

/**
 * Public answers are JSON texts: they are sent as they are, and a text passes between threads faster than an object.
 */
export const serverTasks = { rehearse, summarize, learn, carry, planCarry, carryChange, intoScript, print }

/** The tasks as asynchronous functions, wherever they run. */
export type Work = Calls<typeof serverTasks> & {
  /** The same, cancelled when the signal reports that the client has disconnected. */
  until: (signal: AbortSignal) => Work
}

const runHere = (name: keyof typeof serverTasks, given: unknown[]): unknown =>
  (serverTasks[name] as (...all: unknown[]) => unknown)(...given)

/** Runs all tasks synchronously in the server's own thread. */
export const workHere: Work = {
  ...callsOf(serverTasks, async (name, given) => runHere(name, given)),
  until: () => workHere,
}
