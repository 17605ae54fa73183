// Checks that every text gets an answer, and that all numbers in it are finite.
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import { extras, rehearsalAnswer } from '../core/answer.ts'
import { carriedAnswer } from '../core/carry/answer.ts'
import { carryOver } from '../core/carry/carry.ts'
import { exportScript, type Form } from '../core/export/export.ts'
import { ofFirstTool } from '../core/model/job.ts'
import { Moment } from '../core/model/moment.ts'
import type { Printer } from '../core/model/printer.ts'
import { type RehearsalInput, rehearseScript } from '../core/round.ts'
import { guessMoment } from '../core/script/guess.ts'
import { type Chance, oneOf } from './texts.ts'

const [printers, jobs, materials] = [demoPrinters(), demoJobs(), demoMaterials()]

/** A random demo printer with a job, its materials and a moment. */
export function madeSetting(chance: Chance): RehearsalInput {
  const job = oneOf(chance, jobs)
  const its = job.materials.map(name => materials.find(each => each.name === name) ?? oneOf(chance, materials))
  return {
    printer: oneOf(chance, printers),
    job,
    material: ofFirstTool(job, its) ?? oneOf(chance, materials),
    materials: its,
    moment: oneOf(chance, Moment.options),
  }
}

const forms: readonly Form[] = [
  { kind: 'as-it-is' },
  { kind: 'plain' },
  { kind: 'host-macro', vocabularies: [] },
  { kind: 'macro-files', vocabularies: [] },
]

/** The path of the first number that is not finite, such as `state.position.x`; null if there is none. */
export function numberAmiss(value: unknown, path = ''): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : path
  if (value === null || typeof value !== 'object') return null
  for (const [key, inner] of Object.entries(value)) {
    const found = numberAmiss(inner, path ? `${path}.${key}` : key)
    if (found) return found
  }
  return null
}

/** Runs one task that a person asks for, such as an export in one form, and returns its result. A caller may time it. */
export type RunTask = <T>(task: string, run: () => T) => T

const justRun: RunTask = (_, run) => run()

/** Describes a difference between a text carried over with and without its last line break; null if there is none. */
function carriedOtherwise(text: string, setting: RehearsalInput, printer: Printer, runTask: RunTask): string | null {
  const to = { ...setting, printer }
  let end = text.length
  while (text[end - 1] === '\r' || text[end - 1] === '\n') end--
  const plain = text.slice(0, end)
  // A lone `\r` is a line break only in a text without `\n`.
  const lineBreak = plain.includes('\r') && !plain.includes('\n') ? '\r' : '\n'
  const [open, closed] = [plain, plain + lineBreak].map(each =>
    runTask('carry over', () => carryOver({ text: each, from: setting, to })),
  )
  if (!open?.ok || !closed?.ok)
    return open?.ok === closed?.ok ? null : 'is carried over only with a last line break, or without'
  const wrong = numberAmiss(carriedAnswer(open))
  if (wrong) return `carried over, no number: ${wrong}`
  // Compares lines, not line breaks: in a text with mixed line breaks the last one may differ from its neighbours.
  const linesOf = (carried: string) => carried.split(/\r\n|\r|\n/).join('\n')
  return linesOf(open.text) === linesOf(closed.text).replace(/\n$/, '')
    ? null
    : 'carried over otherwise without a last line break'
}

/** Optional work on a text, which takes much longer than rehearsing it. */
export type Besides = { exported: boolean; carriedTo: Printer | null }

/** Exports one text in twenty, and carries one in fifty over to a different printer. */
export const madeBesides = (chance: Chance): Besides => ({
  exported: chance() < 0.05,
  carriedTo: chance() < 0.02 ? oneOf(chance, printers) : null,
})

/** Rehearses, checks and explains a text, and does the further work. Returns a description of the first fault, null if there is none. */
export function amissWith(
  text: string,
  setting: RehearsalInput,
  { exported, carriedTo }: Besides = { exported: true, carriedTo: null },
  runTask: RunTask = justRun,
): string | null {
  try {
    const round = runTask('rehearse', () => rehearseScript(text, setting))
    const wrong = numberAmiss(rehearsalAnswer(round, extras))
    if (wrong) return `no number: ${wrong}`
    const odd = round.findings.find(
      ({ message }) => /\b(?:NaN|Infinity|undefined|null)\b/.test(message) && !/NaN|Infinity|undefined|null/.test(text),
    )
    if (odd) return `words: ${odd.rule}: ${odd.message}`
    const explanation = round.explained.find(
      ({ says }) => /\b(?:NaN|Infinity|undefined)\b/.test(says) && !/NaN|Infinity|undefined/.test(text),
    )
    if (explanation) return `words: line ${explanation.line}: ${explanation.says}`
    guessMoment(text)
    if (exported)
      for (const form of forms)
        runTask(`export ${form.kind}`, () =>
          exportScript(text, [setting], { form, comments: true, ending: 'as-it-is' }),
        )
    return carriedTo && carriedOtherwise(text, setting, carriedTo, runTask)
  } catch (error) {
    return `throws: ${(error as Error).stack?.split('\n').slice(0, 4).join(' | ')}`
  }
}
