// Makes a brush wipe: the nozzle drawn over a brush and back a few times.
import { type Made, type Maker, numberIn, placed, type Surroundings, type Values, written } from './maker.ts'

function make(values: Values, surroundings: Surroundings): Made {
  const [left, right, y, z] = ['left', 'right', 'y', 'z'].map(name => numberIn(values, name)) as [
    number,
    number,
    number,
    number,
  ]
  const lift = numberIn(values, 'lift')
  const why = placed(surroundings, [
    ['x', left],
    ['x', right],
    ['y', y],
    ['z', z],
    ['z', z + lift],
  ])
  if (why) return { ok: false, why }
  const speed = written(numberIn(values, 'speed') * 60)
  const strokes = Math.round(numberIn(values, 'strokes'))
  const lines = [`G1 Z${written(z + lift)} F600`, `G1 X${written(left)} Y${written(y)} F6000`, `G1 Z${written(z)} F600`]
  for (let stroke = 0; stroke < strokes; stroke++) lines.push(`G1 X${written(stroke % 2 ? left : right)} F${speed}`)
  return { ok: true, lines: [...lines, `G1 Z${written(z + lift)} F600`] }
}

export const brushWipe: Maker = {
  name: 'wipe',
  title: 'Brush wipe',
  purpose: 'draws the nozzle over a brush a few times',
  parameters: ({ stage }) => {
    const { reach, bed } = stage.printer
    const left = Math.max(reach.x[0], bed.x[0] - 10)
    return [
      { name: 'left', label: 'From X', kind: 'number', unit: 'mm', step: 1, range: [-500, 2000], standard: left },
      { name: 'right', label: 'to X', kind: 'number', unit: 'mm', step: 1, range: [-500, 2000], standard: left + 30 },
      { name: 'y', label: 'at Y', kind: 'number', unit: 'mm', step: 1, range: [-500, 2000], standard: reach.y[1] },
      { name: 'z', label: 'Height', kind: 'number', unit: 'mm', step: 0.5, range: [0, 2000], standard: 2 },
      { name: 'strokes', label: 'Strokes', kind: 'number', unit: '', step: 1, range: [1, 50], standard: 6 },
      { name: 'speed', label: 'Speed', kind: 'number', unit: 'mm/s', step: 10, range: [1, 500], standard: 100 },
      { name: 'lift', label: 'Lift', kind: 'number', unit: 'mm', step: 1, range: [0, 100], standard: 5 },
    ]
  },
  make,
}
