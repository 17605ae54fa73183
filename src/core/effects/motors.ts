// Turns motors on or off, all or some.

import type { EffectOf } from '../firmware/effect.ts'
import { duration, listed } from '../format.ts'
import { type Command, hasLetter, numberOf, textOf } from '../gcode/line.ts'
import { type Axis, axes } from '../model/printer.ts'
import { record } from './record.ts'

/** The axis of a motor by its name: `x` for `stepper_x`, `e` for an extruder's; null for other motors. */
export function motorNamed(command: Command, key: string): Axis | 'e' | null {
  const name = textOf(command, key)?.toLowerCase() ?? ''
  const axis = axes.find(each => new RegExp(`^stepper_${each}\\d*$`).test(name))
  return axis ?? (name.startsWith('extruder') ? 'e' : null)
}

/** Whether a line turns motors on. */
const turnsOn = (command: Command, { on, byName }: EffectOf<'motors'>): boolean =>
  byName ? numberOf(command, byName.on) !== 0 : on

/** The axes that a line releases, if they can be released separately; all if it names none. */
function lettingGo(command: Command, { axesApart, byName }: EffectOf<'motors'>) {
  if (byName) {
    const motor = motorNamed(command, byName.motor)
    return { named: axes.filter(axis => axis === motor), extruder: motor === 'e', whole: false }
  }
  const named = axesApart ? axes.filter(axis => hasLetter(command, axis.toUpperCase())) : []
  const extruder = axesApart && hasLetter(command, 'E')
  return { named, extruder, whole: named.length === 0 && !extruder }
}

export const motors = record<'motors'>({
  movesHead: false,
  book: { kind: 'switches motors', alsoCalled: 'steppers disable enable release' },
  run: (recorder, command, effect) => {
    if (turnsOn(command, effect)) {
      recorder.set({ motorsOn: true })
      return
    }
    if (effect.axesApart && !effect.byName && hasLetter(command, 'S')) return
    const { named, whole } = lettingGo(command, effect)
    const homed = { ...recorder.modes.homed }
    for (const axis of whole ? axes : named) homed[axis] = false
    if (whole || named.includes('z')) recorder.aligned = false
    recorder.set({ homed, motorsOn: whole ? false : recorder.modes.motorsOn })
  },
  says: ({ command, effect }) => {
    const [motor, of] = effect.byName
      ? [effect.byName.motor, ` of ${textOf(command, effect.byName.motor)}`]
      : [null, '']
    if (turnsOn(command, effect)) return motor === null ? 'Motors on.' : `Motor${of} on.`
    const idle = effect.axesApart && !effect.byName ? numberOf(command, 'S') : null
    if (idle !== null)
      return idle > 0
        ? `Motors off once the machine has been idle for ${duration(idle)}.`
        : 'Motors stay on, however long the machine is idle.'
    const { named, extruder, whole } = lettingGo(command, effect)
    const letters = [...named.map(axis => axis.toUpperCase()), ...(extruder ? ['the extruder'] : [])]
    if (!whole && letters.length === 0) return `Motor${of} off.`
    if (!whole) return `Motors of ${listed(letters)} off; the other axes hold.`
    const ignored = !effect.axesApart && command.words.length ? ' (this firmware passes over the letters)' : ''
    return `All motors off${ignored}: the head can be moved by hand, and no axis is homed any more.`
  },
  purpose: ({ command, effect }) => (turnsOn(command, effect) ? 'setup' : 'motors-off'),
})
