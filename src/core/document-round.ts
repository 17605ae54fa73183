// Rehearses a printer's config or macro file by a call of one of its macros.
import { usualCall } from './documents/calls.ts'
import { callLine, documentLines, withText } from './documents/open.ts'
import { configProblems } from './documents/problems.ts'
import type { Opened, Stage } from './machine/state.ts'
import { analysed, type RehearsalInput, stageOf, type Unexplained } from './rehearsal.ts'
import { rehearseLines } from './resolve/resolve.ts'
import { asTemplate } from './script/edits/as-template.ts'

/**
 * Rules about our values and placeholders. In a host's template the same brackets mean template expressions, so these
 * rules are skipped there.
 */
const ofOurValues = ['value-not-now', 'value-not-in-vocabulary', 'words-not-taught', 'fixed-temperature']

/** Rehearses a config or macro file by a call. Lines, passages and findings refer to the file, not to the call. */
export function rehearseDocument(text: string, setting: RehearsalInput & { opened: Opened }): Unexplained {
  const base = { ...stageOf({ ...setting, printer: withText(setting.printer, setting.opened, text) }), asSent: true }
  const call = setting.opened.call || (usualCall(base, setting.opened.file)?.call ?? '')
  const opened = { ...setting.opened, call }
  const stage: Stage = { ...base, opened }
  const { resolution, trace } = rehearseLines([callLine(stage, opened)], stage)
  const problems = configProblems(stage)
  // A line that can't be read is reported once, not a second time for being left out.
  const left = trace.troubles.filter(({ kind, line }) => kind !== 'macro' || !problems.some(each => each.line === line))
  trace.troubles.splice(0, trace.troubles.length, ...problems, ...left)
  const lines = documentLines(text, opened, stage, trace)
  const checked = analysed(text, lines, resolution, trace, stage)
  if (stage.firmware.flow) return checked
  const findings = checked.findings
    .filter(({ rule }) => !ofOurValues.includes(rule))
    .map(finding => ({
      ...finding,
      // A fix that writes our values would be wrong in a template.
      fixes: finding.fixes
        .filter(({ edits }) => !edits.some(({ insert }) => insert.includes('@')))
        .map(fix => ({ ...fix, edits: asTemplate(text, fix.edits) })),
    }))
  return { ...checked, findings }
}
