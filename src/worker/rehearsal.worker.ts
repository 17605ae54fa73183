// The core in a web worker: a whole round for each text that it is sent.
import { expose } from 'comlink'
import { splitLines } from '../core/gcode/read.ts'
import { readinessOf } from '../core/machine/readiness.ts'
import { goRound, type Setting } from '../core/runs/round.ts'

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

function rehearse(whole: string, setting: Setting) {
  const { text, cutAt } = beginningOf(whole)
  const { lines: _lines, commands: _commands, stage, ...round } = goRound(text, setting)
  return { ...round, readiness: readinessOf(round.trace, stage), cutAt }
}

/** What the Desk shows of a round. `cutAt` is the number of lines of a text too long to be rehearsed whole, else null. */
export type DeskRound = ReturnType<typeof rehearse>

const rehearser = { rehearse }
export type Rehearser = typeof rehearser
expose(rehearser)
