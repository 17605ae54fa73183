// A speed or an acceleration that no move can have.
import { numberOf } from '../../gcode/line.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ rows }: Checked): Found[] {
  return rows.flatMap(({ line, command, effect }): Found[] => {
    switch (effect?.does) {
      case 'move':
      case 'arc': {
        const feed = numberOf(command, 'F')
        if (feed === null || feed > 0) return []
        const message = `F${feed} asks for no speed at all. Boards keep the speed from before, and some stop here for ever.`
        return [{ line, message }]
      }
      case 'limits':
      case 'move-acceleration':
        return command.words.flatMap(({ text, value }) => belowZero(line, text, value))
      case 'overall-limits':
        return [effect.speed, effect.acceleration].flatMap(key =>
          belowZero(line, `${key}=${numberOf(command, key)}`, numberOf(command, key)),
        )
      default:
        return []
    }
  })
}

function belowZero(line: number, text: string, value: number | null): Found[] {
  if (value === null || value > 0) return []
  const message = `${text} can’t be: a speed or acceleration is more than 0. The rehearsal keeps the one before; a board may never move again.`
  return [{ line, message }]
}

export const feedImplausible: Rule = {
  name: 'feed-implausible',
  group: 'motion',
  severity: 'warning',
  title: 'A speed that can’t be meant',
  why: 'F is in millimetres a minute. Zero or less is a typing mistake, and boards differ in what they make of it.',
  silentWhen: 'Says nothing of speeds that are merely odd.',
  example: { text: 'G28\nM420 S1\nG1 X50 F0' },
  check,
}
