// Sets or changes a host's G-code offset, and moves there if requested.
import { listed, mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { axes } from '../model/printer.ts'
import { goTo } from './moving.ts'
import { record } from './record.ts'

export const hostOffset = record<'host-offset'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'babystep nozzle height offset z' },
  run: (recorder, command) => {
    const { places } = recorder.modes
    const host = { ...places.host }
    for (const axis of axes) {
      const letter = axis.toUpperCase()
      host[axis] = (numberOf(command, letter) ?? host[axis]) + (numberOf(command, `${letter}_ADJUST`) ?? 0)
    }
    const moves = numberOf(command, 'MOVE') === 1
    const { x, y, z } = recorder.position
    const target = { x: x + host.x - places.host.x, y: y + host.y - places.host.y, z: z + host.z - places.host.z }
    recorder.setPlaces({ host })
    if (moves)
      goTo(recorder, target, numberOf(command, 'MOVE_SPEED') ?? (recorder.modes.feedMmMin ?? 1500) / 60, 0, false)
  },
  says: ({ before, after, command }) => {
    const moved = axes.flatMap(axis => {
      const by = after.places.host[axis]
      return by === before.places.host[axis] ? [] : [`${axis.toUpperCase()} ${mm(by, 3)}`]
    })
    const named = command.keys.some(({ key }) => /^[XYZ]$/.test(key))
    if (moved.length === 0 && !named) return 'Leaves the G-code offset as it is.'
    const when = numberOf(command, 'MOVE') === 1 ? ', and moves there' : ''
    const zero = axes.every(axis => after.places.host[axis] === 0)
    return zero ? `Resets the G-code offset to zero${when}.` : `G-code offset: ${listed(moved)}${when}.`
  },
  purpose: 'z-offset',
})
