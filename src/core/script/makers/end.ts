// Makes the end of a print: filament held back, a lift that never passes the top of the machine, parking, cooling, motors.
import { topOn } from '../../model/job.ts'
import { type Made, type Maker, numberIn, type Surroundings, type Values, written } from './maker.ts'

/** A lift smaller than this is not worth a line. */
const leastLiftMm = 0.01

function make(values: Values, { stage, modes }: Surroundings): Made {
  const { printer, job } = stage
  const [x, y] = [numberIn(values, 'x'), numberIn(values, 'y')]
  for (const [axis, value] of [
    ['x', x],
    ['y', y],
  ] as const) {
    const [low, high] = printer.reach[axis]
    if (value < low || value > high)
      return {
        ok: false,
        why: `Parking at ${axis.toUpperCase()} ${written(value)} is beyond what the head can reach (${low} to ${high} mm).`,
      }
  }
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
      { name: 'back', label: 'Drawn back', kind: 'number', unit: 'mm', step: 0.5, range: [0, 50], standard: 2 },
      { name: 'lift', label: 'Lift, at most', kind: 'number', unit: 'mm', step: 1, range: [0, 200], standard: 10 },
      {
        name: 'x',
        label: 'Park at X',
        kind: 'number',
        unit: 'mm',
        step: 5,
        range: [-500, 2000],
        standard: Math.max(reach.x[0], bed.x[0]),
      },
      {
        name: 'y',
        label: 'and Y',
        kind: 'number',
        unit: 'mm',
        step: 5,
        range: [-500, 2000],
        standard: Math.min(reach.y[1], bed.y[1]),
      },
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
