// Makes a wipe: moves the nozzle over the brush and back a few times.
import { spotOf } from '../../model/printer.ts'
import { type Made, type Maker, number, numberIn, placed, type Surroundings, type Values } from './maker.ts'

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
  const { move } = surroundings.stage.firmware.phrases
  const f = numberIn(values, 'speed') * 60
  const strokes = Math.round(numberIn(values, 'strokes'))
  const lines = [move({ z: z + lift, f: 600 }), move({ x: left, y, f: 6000 }), move({ z, f: 600 })]
  for (let stroke = 0; stroke < strokes; stroke++) lines.push(move({ x: stroke % 2 ? left : right, f }))
  return { ok: true, lines: [...lines, move({ z: z + lift, f: 600 })] }
}

export const brushWipe: Maker = {
  name: 'wipe',
  title: 'Brush wipe',
  purpose: 'draws the nozzle over a brush a few times',
  aliases: 'clean nozzle brush',
  parameters: ({ stage }) => {
    const { reach, bed } = stage.printer
    const brush = spotOf(stage.printer, 'brush')
    const left = brush?.x ?? Math.max(reach.x[0], bed.x[0] - 10)
    return [
      number('left', 'From X', 'mm', 1, [-500, 2000], left),
      number('right', 'to X', 'mm', 1, [-500, 2000], left + 30),
      number('y', 'at Y', 'mm', 1, [-500, 2000], brush?.y ?? reach.y[1]),
      number('z', 'Height', 'mm', 0.5, [0, 2000], brush?.z ?? 2),
      number('strokes', 'Strokes', '', 1, [1, 50], 6),
      number('speed', 'Speed', 'mm/s', 10, [1, 500], 100),
      number('lift', 'Lift', 'mm', 1, [0, 100], 5),
    ]
  },
  make,
}
