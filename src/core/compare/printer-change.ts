// The effects of a change to a printer on its scripts: findings that appear and disappear, and time.
import { type RehearsalInput, rehearseAndCheck } from '../round.ts'

export type Effect = {
  id: number
  /** Findings that a script has only after the change, and only before it, with their lines. */
  come: { line: number; message: string; severity: string }[]
  go: { line: number; message: string; severity: string }[]
  beforeS: number
  afterS: number
}

/** Only findings that can spoil a print count, not advice. */
const findingsOf = (round: ReturnType<typeof rehearseAndCheck>) =>
  round.findings
    .filter(({ severity }) => severity !== 'advice')
    .map(({ line, message, severity, rule }) => ({ line, message, severity, key: `${rule} ${line}` }))

/** Rehearses each script with the printer before and after the change. */
export function effectsOf(
  scripts: readonly { id: number; text: string; before: RehearsalInput; after: RehearsalInput }[],
): Effect[] {
  return scripts.map(({ id, text, before, after }) => {
    const [was, is] = [rehearseAndCheck(text, before), rehearseAndCheck(text, after)]
    const [had, has] = [findingsOf(was), findingsOf(is)]
    const without = (list: typeof had, other: typeof had) =>
      list
        .filter(({ key }) => !other.some(each => each.key === key))
        .map(({ line, message, severity }) => ({ line, message, severity }))
    return {
      id,
      come: without(has, had),
      go: without(had, has),
      beforeS: was.durations.totalS,
      afterS: is.durations.totalS,
    }
  })
}
