// Moves to where the head can't go.
import { mm, plain } from '../../explain/words.ts'
import { modesBefore, stepsOf } from '../../machine/trace.ts'
import { axes } from '../../model/printer.ts'
import { replacePiece, sourceWord } from '../../script/edits/lines.ts'
import type { Fix, Found, Rehearsed, Rule } from '../finding.ts'

const doubtMm = 0.01
const sides = { x: ['left', 'right'], y: ['front', 'back'], z: ['bottom', 'top'] } as const

function check({ lines, commands, trace, stage }: Rehearsed): Found[] {
  const found = new Map<string, Found>()
  for (const step of stepsOf(trace)) {
    if (step.kind === 'home' || step.kind === 'probe') continue
    for (const axis of axes) {
      const [low, high] = stage.printer.reach[axis]
      const [from, to] = [step.from[axis], step.to[axis]]
      const beyond = to < low - doubtMm ? low - to : to > high + doubtMm ? to - high : 0
      if (beyond === 0 || from === to) continue
      const { line } = commands[step.command] as (typeof commands)[number]
      const key = `${line} ${axis}`
      if (found.has(key)) continue
      const letter = axis.toUpperCase()
      const limit = to < low ? low : high
      const side = sides[axis][to < low ? 0 : 1]
      const message = `Goes to ${letter} ${plain(to)}, ${mm(beyond)} beyond the ${side} of the reach (${letter} ${plain(low)} to ${plain(high)} mm). The board cuts the move short, or the head runs into its end.`
      const modes = modesBefore(trace, step.command)
      const plainMove = modes.positioning === 'absolute' && modes.units === 'mm' && modes.shift[axis] === 0
      const source = lines[line - 1]
      const word = source && sourceWord(source, letter)
      const fixes: Fix[] =
        word?.value === to && plainMove && source
          ? [
              {
                title: `Stop at the edge of the reach (${letter}${plain(limit)})`,
                edits: [replacePiece(source, word, letter + plain(limit))],
              },
            ]
          : []
      found.set(key, { line, message, fixes })
    }
  }
  return [...found.values()]
}

export const outsideReach: Rule = {
  name: 'outside-reach',
  group: 'motion',
  severity: 'error',
  title: 'Moves beyond the reach',
  why: 'The head can’t go there. The board cuts the move short, so the line is shorter than planned, or without soft limits the head hits its end.',
  check,
}
