// Makes a purge on the spot: filament pushed where the head stands still, then drawn back a little.
import { spotOf } from '../../model/printer.ts'
import { type Made, type Maker, number, numberIn, placed, type Surroundings, type Values, written } from './maker.ts'

function make(values: Values, surroundings: Surroundings): Made {
  const { modes } = surroundings
  const [x, y, z] = [numberIn(values, 'x'), numberIn(values, 'y'), numberIn(values, 'z')]
  const why = placed(surroundings, [
    ['x', x],
    ['y', y],
    ['z', z],
  ])
  if (why) return { ok: false, why }
  const [amount, back] = [numberIn(values, 'amount'), numberIn(values, 'back')]
  const drawn = modes.extrusion === 'relative' ? -back : amount - back
  const lines = [
    `G1 Z${written(z)} F600`,
    `G1 X${written(x)} Y${written(y)} F6000`,
    'G92 E0',
    `G1 E${written(amount)} F${written(numberIn(values, 'speed') * 60)}`,
  ]
  if (back > 0) lines.push(`G1 E${written(drawn)} F1800`)
  return { ok: true, lines: [...lines, 'G92 E0'] }
}

export const purgeSpot: Maker = {
  name: 'purge-spot',
  title: 'Purge on the spot',
  purpose: 'fills the nozzle where the head stands, as over a bucket',
  parameters: ({ stage }) => {
    const { reach, bed } = stage.printer
    const bucket = spotOf(stage.printer, 'bucket')
    return [
      number('x', 'At X', 'mm', 1, [-500, 2000], bucket?.x ?? Math.max(reach.x[0], bed.x[0])),
      number('y', 'At Y', 'mm', 1, [-500, 2000], bucket?.y ?? Math.max(reach.y[0], bed.y[0])),
      number('z', 'Height', 'mm', 1, [0, 2000], bucket?.z ?? 20),
      number('amount', 'Filament', 'mm', 1, [0.1, 500], 20),
      number('speed', 'Speed', 'mm/s', 0.5, [0.1, 60], 3),
      number('back', 'Drawn back after', 'mm', 0.5, [0, 50], 1),
    ]
  },
  make,
}
