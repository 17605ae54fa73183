// Restores a saved state: modes of counting, and on request the head's position.
import { listed, mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { named, takeFeed } from './moving.ts'
import { record } from './record.ts'
import { stateName } from './save-state.ts'
import { allAxes, goBack, restore } from './saving.ts'

export const restoreState = record<'restore-state'>({
  movesHead: true,
  book: { kind: 'saves the state', alsoCalled: 'restore pop return position' },
  run: (recorder, command, { by, axes: onlyPlaces, move }) => {
    const saved = recorder.remembered.get(stateName(command, by))
    if (!saved) return
    if (onlyPlaces) {
      const feedMmS = takeFeed(recorder, command)
      const which = named(command)
      goBack(recorder, saved, which.length ? which : allAxes, feedMmS)
      return
    }
    restore(recorder, saved, move !== null)
    if (move !== null && numberOf(command, move) === 1)
      goBack(recorder, saved, allAxes, numberOf(command, 'MOVE_SPEED') ?? (saved.feedMmMin ?? 1500) / 60)
  },
  says: ({ command, effect, steps, before, after }) => {
    const name = stateName(command, effect.by)
    const what =
      name === '' ? 'the saved state' : /^\d+$/.test(name) ? `the position in slot ${name}` : `the state “${name}”`
    const at = steps.at(-1)?.to
    const place = at && !Number.isNaN(at.x + at.y) ? `X ${mm(at.x, 1).replace(' mm', '')} Y ${mm(at.y, 1)}` : null
    if (effect.axes) return place ? `Returns to ${what}: ${place}.` : `Returns to ${what}.`
    const changes = [
      ...(before.positioning === after.positioning ? [] : [`${after.positioning} positions`]),
      ...(before.extrusion === after.extrusion ? [] : [`${after.extrusion} extrusion`]),
      ...(before.shift === after.shift ? [] : ['places as they were called then']),
    ]
    const counted = changes.length ? `: ${listed(changes)} again` : ''
    return `Restores ${what}${counted}${place ? `, and moves back to ${place}` : ''}.`
  },
  purpose: null,
})
