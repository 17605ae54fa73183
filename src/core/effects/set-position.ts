// Renames the present position (`G92`).
import { listed, mm, plain } from '../format.ts'
import { hasLetter, numberOf } from '../gcode/line.ts'
import { axes } from '../model/printer.ts'
import { scaleOf } from './moving.ts'
import { record } from './record.ts'

export const setPosition = record<'set-position'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'reset zero origin' },
  run: (recorder, command) => {
    const scale = scaleOf(recorder)
    const all = command.words.length === 0 && command.keys.length === 0
    const { places, shift } = recorder.modes
    const renamed = { ...places.renamed }
    for (const axis of axes) {
      const value = all ? 0 : numberOf(command, axis.toUpperCase())
      if (value === null) continue
      // Before homing the position is unknown; the number is taken as the position.
      if (Number.isNaN(recorder.position[axis])) recorder.position[axis] = value * scale + shift[axis]
      else renamed[axis] += recorder.position[axis] - shift[axis] - value * scale
    }
    const filament = all ? 0 : numberOf(command, 'E')
    if (filament !== null) recorder.counter = filament * scale
    if (axes.some(axis => renamed[axis] !== places.renamed[axis])) recorder.setPlaces({ renamed })
  },
  says: ({ command }) => {
    const places = axes.filter(axis => numberOf(command, axis.toUpperCase()) !== null)
    const filament = numberOf(command, 'E')
    const parts: string[] = []
    if (places.length)
      parts.push(
        `Sets this position to ${listed(places.map(axis => `${axis.toUpperCase()} ${plain(numberOf(command, axis.toUpperCase()) as number)}`))}`,
      )
    if (filament !== null) parts.push(filament === 0 ? 'E is reset to 0' : `E counts from ${mm(filament)} here`)
    if (parts.length) return `${parts.join('. ')}.`
    return command.words.length === 0 && command.keys.length === 0
      ? 'Calls this place the origin, and E is reset to 0.'
      : null
  },
  purpose: ({ command }) => (['X', 'Y', 'Z'].some(letter => hasLetter(command, letter)) ? 'origin' : null),
})
