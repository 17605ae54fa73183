// Sets the points of the next probing: ranges with a spacing, or a number of points.
import { numbersOf } from '../gcode/line.ts'
import { record } from './record.ts'
import { furtherLetters, withMore } from './table-words.ts'

export const probeGrid = record<'probe-grid'>({
  movesHead: false,
  book: { kind: 'settings', alsoCalled: 'mesh grid points spacing' },
  run: (recorder, command) => {
    const [x, y, spacing, points] = ['X', 'Y', 'S', 'P'].map(letter => numbersOf(command, letter)) as [
      number[],
      number[],
      number[],
      number[],
    ]
    const along = (range: number[], which: 0 | 1): number | null => {
      const count = points[which] ?? points[0]
      if (count) return count
      const step = spacing[which] ?? spacing[0]
      const [low, high] = range
      return step && low !== undefined && high !== undefined
        ? Math.max(2, Math.floor((high - low) / step + 1e-6) + 1)
        : null
    }
    const [across, deep] = [along(x, 0), along(y, 1)]
    if (across && deep) recorder.set({ grid: { x: Math.round(across), y: Math.round(deep) } })
  },
  says: ({ command, spec, stage, after }) =>
    after.grid
      ? withMore(
          `The next probing takes ${after.grid.x} × ${after.grid.y} points.`,
          furtherLetters(command, spec, stage, 'P'),
        )
      : null,
})
