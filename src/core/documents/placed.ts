// Adds to findings at a call the position in the machine's own files that they are about.

import { calledLine, isCalled } from '../check/called.ts'
import { check } from '../check/check.ts'
import type { Checked, Finding } from '../check/finding.ts'
import type { Line } from '../gcode/line.ts'
import { oozeOf } from '../machine/ooze.ts'
import { strokesOf } from '../machine/outcome.ts'
import { positionOf, type Whence } from '../macros/blocks.ts'
import { passagesOf } from '../script/passages.ts'

type Script = Omit<Checked, 'statements' | 'rows' | 'steps'>

/** A message without line numbers. */
const withoutLines = (message: string): string => message.replace(/\blines? \d{1,9}/g, 'line')

/**
 * Checks the script again as if each line of its macros followed it as a line of its own. A finding that the same rule
 * repeats there with the same words belongs to that line; other findings stay as they are. A finding of called.ts has
 * its position already.
 */
export function placed(findings: readonly Finding[], script: Script): Finding[] {
  const { lines, trace, stage, commands } = script
  const called = new Set(commands.flatMap(({ line, whence }) => (isCalled(whence, stage) ? [line] : [])))
  const unplaced = ({ line, at }: Finding) => at === undefined && called.has(line)
  if (!findings.some(unplaced)) return [...findings]
  const places = new Map<string, { number: number; place: Whence }>()
  const after: Line[] = []
  const lineOf = Int32Array.from(trace.rows.line)
  const ran = commands.map((command, row) => {
    const { whence } = command
    if (!isCalled(whence, stage)) return command
    const key = `${whence.file} ${whence.line}`
    let known = places.get(key)
    if (!known) {
      known = { number: lines.length + places.size + 1, place: whence }
      places.set(key, known)
      after.push(calledLine(known.number, command.command, script.text.length))
    }
    lineOf[row] = known.number
    return { ...command, line: known.number }
  })
  const apart = { ...trace, ran, rows: { ...trace.rows, line: lineOf } }
  const all = [...lines, ...after]
  const again = check({
    ...script,
    lines: all,
    commands: ran,
    trace: apart,
    strokes: strokesOf(apart, stage),
    ooze: oozeOf(apart, stage),
    passages: passagesOf(all, apart, stage),
  }).findings
  const byNumber = new Map([...places.values()].map(({ number, place }) => [number, place]))
  const unused = again.filter(({ line }) => line > lines.length)
  return findings.map(finding => {
    if (!unplaced(finding)) return finding
    const at = unused.findIndex(
      ({ rule, message }) => rule === finding.rule && withoutLines(message) === withoutLines(finding.message),
    )
    const [found] = at < 0 ? [] : unused.splice(at, 1)
    const place = found && byNumber.get(found.line)
    if (!place) return finding
    const named = (number: number): string => {
      const other = byNumber.get(number)
      if (!other) return `${number} of the script`
      return other.file === place.file ? `${other.line}` : `${other.line} of ${other.file ?? 'the config'}`
    }
    const { file, line } = place
    return { ...finding, at: { file, line }, message: positionOf(place) + withLines(found.message, named) }
  })
}

/** Replaces line numbers in a message by positions in files. */
const withLines = (message: string, named: (line: number) => string): string =>
  message.replace(/\blines? \d{1,9}(?:(?:, | and )\d{1,9}){0,20}/g, lines =>
    lines.replace(/\d{1,9}/g, number => named(Number(number))),
  )
