// A first guess at the moment that a pasted script is for; the person can say otherwise.

import { families } from '../firmware/families.ts'
import { specNamed } from '../firmware/spec.ts'
import { numberOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import type { Moment } from '../model/script.ts'

/** An end script turns heaters off and heats nothing; whatever else is taken for a start script. */
export function guessMoment(text: string): Moment {
  const commands = read(text.slice(0, 200_000)).flatMap(line => line.command ?? [])
  const targets = commands
    .filter(({ name }) => Object.values(families).some(family => specNamed(family, name)?.effect.does === 'heat'))
    .map(command => numberOf(command, 'S') ?? numberOf(command, 'R'))
  return targets.includes(0) && !targets.some(target => target === null || target > 0) ? 'end' : 'start'
}
