// Runs a whole round: reads a script's text, rehearses it for one printer, material, job and moment, checks it and
// explains it.
import { rehearseDocument } from './document-round.ts'
import { explainDocument } from './documents/explained.ts'
import { explain } from './explain/explain.ts'
import { read } from './gcode/read.ts'
import { analysed, type RehearsalInput, type Round, stageOf, type Unexplained } from './rehearsal.ts'
import { rehearseLines } from './resolve/resolve.ts'
import type { RoundStep } from './round-steps.ts'

export { type RehearsalInput, type Round, stageOf, type Unexplained } from './rehearsal.ts'

type Told = (step: RoundStep) => void
const noProgress: Told = () => {}

/**
 * Reads, rehearses and checks a text, without explaining its lines. Never throws. `lines` is the text already read, for
 * callers that rehearse it several times.
 */
export function rehearseAndCheck(
  text: string,
  setting: RehearsalInput,
  lines = read(text),
  onProgress = noProgress,
): Unexplained {
  onProgress('rehearsing')
  const { opened } = setting
  if (opened) return rehearseDocument(text, { ...setting, opened })
  const stage = stageOf(setting)
  const { resolution, trace } = rehearseLines(lines, stage)
  onProgress('checking')
  return analysed(text, lines, resolution, trace, stage)
}

/** Adds the sentences for the lines to a round. */
export function withExplained(text: string, setting: Pick<RehearsalInput, 'opened'>, checked: Unexplained): Round {
  const { lines, resolution, trace, stage } = checked
  const explained = setting.opened
    ? explainDocument(text, setting.opened, lines, resolution, trace, stage)
    : explain(lines, resolution, trace, stage)
  return { ...checked, explained }
}

/** Reads, rehearses, checks and explains a text. Never throws. */
export function rehearseScript(text: string, setting: RehearsalInput, onProgress = noProgress): Round {
  onProgress('reading')
  const checked = rehearseAndCheck(text, setting, read(text), onProgress)
  onProgress('explaining')
  return withExplained(text, setting, checked)
}
