// Motors on or off, all or some.

import type { EffectOf } from '../firmware/effect.ts'
import { duration, listed } from '../format.ts'
import { type Command, hasLetter, numberOf } from '../gcode/line.ts'
import { axes } from '../model/printer.ts'
import { record } from './record.ts'

/** The axes that a line names where they can be let go apart; all of them where it names none. */
function lettingGo(command: Command, { axesApart }: EffectOf<'motors'>) {
  const named = axesApart ? axes.filter(axis => hasLetter(command, axis.toUpperCase())) : []
  const whole = named.length === 0 && !(axesApart && hasLetter(command, 'E'))
  return { named, whole }
}

export const motors = record<'motors'>({
  movesHead: false,
  book: { sort: 'switches motors', alsoCalled: 'steppers disable enable release' },
  run: (recorder, command, effect) => {
    if (effect.on) {
      recorder.set({ motorsOn: true })
      return
    }
    if (effect.axesApart && hasLetter(command, 'S')) return
    const { named, whole } = lettingGo(command, effect)
    const homed = { ...recorder.modes.homed }
    for (const axis of whole ? axes : named) homed[axis] = false
    recorder.set({ homed, motorsOn: whole ? false : recorder.modes.motorsOn })
  },
  says: ({ command, effect }) => {
    if (effect.on) return 'Motors on.'
    const idle = effect.axesApart ? numberOf(command, 'S') : null
    if (idle !== null)
      return idle > 0
        ? `Motors off once the machine has been idle for ${duration(idle)}.`
        : 'Motors stay on, however long the machine is idle.'
    const { named, whole } = lettingGo(command, effect)
    const letters = [
      ...named.map(axis => axis.toUpperCase()),
      ...(hasLetter(command, 'E') && effect.axesApart ? ['the extruder'] : []),
    ]
    if (!whole) return `Motors of ${listed(letters)} off; the other axes hold.`
    const ignored = !effect.axesApart && command.words.length ? ' (this firmware passes over the letters)' : ''
    return `All motors off${ignored}: the head can be moved by hand, and no axis is homed any more.`
  },
  purpose: ({ effect }) => (effect.on ? 'setup' : 'motors-off'),
})
