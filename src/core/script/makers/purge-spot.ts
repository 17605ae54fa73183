// Makes a purge in place: extrudes while the head stands still, then retracts a little.
import { spotOf } from '../../model/printer.ts'
import { type Made, type Maker, number, numberIn, placed, type Surroundings, type Values } from './maker.ts'

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
  const { phrases } = surroundings.stage.firmware
  const drawn = modes.extrusion === 'relative' ? -back : amount - back
  const lines = [
    phrases.move({ z, f: 600 }),
    phrases.move({ x, y, f: 6000 }),
    phrases.zeroFilament(),
    phrases.move({ e: amount, f: numberIn(values, 'speed') * 60 }),
  ]
  if (back > 0) lines.push(phrases.move({ e: drawn, f: 1800 }))
  return { ok: true, lines: [...lines, phrases.zeroFilament()] }
}

export const purgeSpot: Maker = {
  name: 'purge-spot',
  title: 'Purge in place',
  purpose: 'fills the nozzle where the head stands, as over a bucket',
  aliases: 'prime priming blob fill',
  parameters: ({ stage }) => {
    const { reach, bed } = stage.printer
    const bucket = spotOf(stage.printer, 'bucket')
    return [
      number('x', 'At X', 'mm', 1, [-500, 2000], bucket?.x ?? Math.max(reach.x[0], bed.x[0])),
      number('y', 'At Y', 'mm', 1, [-500, 2000], bucket?.y ?? Math.max(reach.y[0], bed.y[0])),
      number('z', 'Height', 'mm', 1, [0, 2000], bucket?.z ?? 20),
      number('amount', 'Filament', 'mm', 1, [0.1, 500], 20),
      number('speed', 'Speed', 'mm/s', 0.5, [0.1, 60], 3),
      number('back', 'Retraction after', 'mm', 0.5, [0, 50], 1),
    ]
  },
  make,
}
