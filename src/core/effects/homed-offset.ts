// Homing offsets: M206 sets them, M428 sets them from the head's position.
import { listed, mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { withAxes } from '../machine/places.ts'
import { axes } from '../model/printer.ts'
import { record } from './record.ts'

export const homedOffset = record<'homed-offset'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'home offset origin workspace coordinates' },
  run: (recorder, command, { here }) => {
    const { places } = recorder.modes
    if (!here) {
      const [x, y, z] = axes.map(axis => numberOf(command, axis.toUpperCase()))
      recorder.setPlaces({ homed: withAxes(places.homed, { x, y, z }) })
      return
    }
    const { x, y, z } = recorder.position
    if (Number.isNaN(x + y + z)) return
    recorder.setPlaces({ homed: { x: -x, y: -y, z: -z } })
  },
  says: ({ command, effect }) => {
    if (effect.here) return 'Makes this position the origin of all axes.'
    const moved = axes.flatMap(axis => {
      const value = numberOf(command, axis.toUpperCase())
      if (value === null) return []
      if (axis === 'z' && value !== 0)
        return [`Z ${mm(value, 3)}, so every height is ${mm(Math.abs(value), 3)} ${value > 0 ? 'lower' : 'higher'}`]
      return [`${axis.toUpperCase()} ${mm(value, 3)}`]
    })
    return moved.length ? `Home offset: ${listed(moved)}.` : 'Reports the home offset.'
  },
  purpose: 'origin',
})
