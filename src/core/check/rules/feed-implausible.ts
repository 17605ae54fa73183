// A speed that no move can have.
import { specOf } from '../../firmware/spec.ts'
import { numberOf } from '../../gcode/line.ts'
import type { Found, Rehearsed, Rule } from '../finding.ts'

function check({ commands, stage }: Rehearsed): Found[] {
  return commands.flatMap(({ line, command }): Found[] => {
    const does = specOf(stage.firmware, command.name)?.effect.does
    if (does !== 'move' && does !== 'arc') return []
    const feed = numberOf(command, 'F')
    if (feed === null || feed > 0) return []
    return [
      {
        line,
        message: `F${feed} asks for no speed at all. Boards keep the speed from before, and some stop here for ever.`,
      },
    ]
  })
}

export const feedImplausible: Rule = {
  name: 'feed-implausible',
  group: 'motion',
  severity: 'warning',
  title: 'A speed that can’t be meant',
  why: 'F is in millimetres a minute. Zero or less is a typing mistake, and boards differ in what they make of it.',
  check,
}
