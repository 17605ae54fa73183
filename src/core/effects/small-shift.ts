// A baby step: moves the nozzle slightly without changing the reported position.
import { listed, mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { axes } from '../model/printer.ts'
import { goTo } from './moving.ts'
import { record } from './record.ts'

export const smallShift = record<'small-shift'>({
  movesHead: true,
  book: { kind: 'moves the head', alsoCalled: 'babystep nozzle height offset live z' },
  run: (recorder, command, { also }) => {
    const { places } = recorder.modes
    const to = numberOf(command, 'R') === 0
    const fine = { ...places.fine }
    for (const axis of axes) {
      const value = numberOf(command, axis.toUpperCase()) ?? (axis === 'z' && also ? numberOf(command, also) : null)
      if (value !== null) fine[axis] = to ? value : fine[axis] + value
    }
    const { x, y, z } = recorder.position
    const target = { x: x + fine.x - places.fine.x, y: y + fine.y - places.fine.y, z: z + fine.z - places.fine.z }
    recorder.setPlaces({ fine })
    goTo(recorder, target, recorder.stage.printer.highestSpeedMmS.z, 0, false)
  },
  says: ({ before, after }) => {
    const moved = axes.flatMap(axis => {
      const by = after.places.fine[axis] - before.places.fine[axis]
      if (Math.abs(by) < 1e-9) return []
      if (axis === 'z') return [`${mm(Math.abs(by), 3)} ${by > 0 ? 'higher' : 'lower'}`]
      return [`${mm(Math.abs(by), 3)} along ${axis.toUpperCase()}`]
    })
    return moved.length ? `Baby step: everything is ${listed(moved)} from here on.` : 'Baby step of 0.'
  },
  purpose: 'z-offset',
})
