// One whole round: a script's text against one printer, material, job and moment, read, rehearsed, checked and explained.
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
 * Reads, rehearses and checks a text: all of a round but its sentences. Never throws, whatever the text. `lines` is the text
 * read already, where it is rehearsed more than once.
 */
export function rehearseAndCheck(
  text: string,
  setting: RehearsalInput,
  lines = read(text),
  told = noProgress,
): Unexplained {
  told('rehearsing')
  const { opened } = setting
  if (opened) return rehearseDocument(text, { ...setting, opened })
  const stage = stageOf(setting)
  const { resolution, trace } = rehearseLines(lines, stage)
  told('checking')
  return analysed(text, lines, resolution, trace, stage)
}

/** A round with its sentences, from all of it but those. */
export function withExplained(text: string, setting: Pick<RehearsalInput, 'opened'>, checked: Unexplained): Round {
  const { lines, resolution, trace, stage } = checked
  const explained = setting.opened
    ? explainDocument(text, setting.opened, lines, resolution, trace, stage)
    : explain(lines, resolution, trace, stage)
  return { ...checked, explained }
}

/** Does everything there is to do with a text. Never throws, whatever the text. */
export function rehearseScript(text: string, setting: RehearsalInput, told = noProgress): Round {
  told('reading')
  const checked = rehearseAndCheck(text, setting, read(text), told)
  told('explaining')
  return withExplained(text, setting, checked)
}
