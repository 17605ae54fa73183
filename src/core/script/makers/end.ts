// Makes the end of a print: filament held back, a lift that never passes the top of the machine, parking, cooling, motors.
import { topOn } from '../../model/job.ts'
import {
  beyondReach,
  type Made,
  type Maker,
  number,
  numberIn,
  type Surroundings,
  type Values,
  written,
} from './maker.ts'

/** A lift smaller than this is not worth a line. */
const leastLiftMm = 0.01

function make(values: Values, { stage, modes }: Surroundings): Made {
  const { printer, job } = stage
  const [x, y] = [numberIn(values, 'x'), numberIn(values, 'y')]
  const why = beyondReach(stage, [
    ['x', x],
    ['y', y],
  ])
  if (why) return { ok: false, why }
  const lift = Math.min(numberIn(values, 'lift'), Math.max(0, printer.reach.z[1] - topOn(job, printer)))
  const back = numberIn(values, 'back')
  const lines = ['M400']
  if (modes.units === 'inch') lines.push('G21')
  lines.push('G91', 'M83')
  if (back > 0) lines.push(`G1 E-${written(back)} F1800`)
  if (lift > leastLiftMm) lines.push(`G1 Z${written(lift)} F600`)
  lines.push('G90', `G1 X${written(x)} Y${written(y)} F6000`, 'M104 S0', 'M140 S0', 'M107')
  if (values.motors === 'all-but-Z') lines.push('M84 X Y E')
  if (values.motors === 'all') lines.push('M84')
  return { ok: true, lines }
}

export const endOfPrint: Maker = {
  name: 'end-of-print',
  title: 'End of print',
  purpose: 'holds the filament back, lifts, parks, cools down and lets the motors go',
  parameters: ({ stage }) => {
    const { reach, bed } = stage.printer
    return [
      number('back', 'Drawn back', 'mm', 0.5, [0, 50], 2),
      number('lift', 'Lift, at most', 'mm', 1, [0, 200], 10),
      number('x', 'Park at X', 'mm', 5, [-500, 2000], Math.max(reach.x[0], bed.x[0])),
      number('y', 'and Y', 'mm', 5, [-500, 2000], Math.min(reach.y[1], bed.y[1])),
      {
        name: 'motors',
        label: 'Motors off',
        kind: 'choice',
        options: ['all-but-Z', 'all', 'none'],
        standard: 'all-but-Z',
      },
    ]
  },
  make,
}
