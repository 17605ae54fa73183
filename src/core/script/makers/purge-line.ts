// Makes a purge line along an edge of the bed: one or two strokes, a torn-off end that pulls no string towards the print.
import { beadWidthMm, toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { type Made, type Maker, number, numberIn, placed, type Surroundings, type Values, written } from './maker.ts'

const travelMmMin = 6000
const liftMmMin = 600
/** The sideways move after the lift, along the edge, that tears the string off. */
const tearMm = 10

function make(values: Values, surroundings: Surroundings): Made {
  const { stage, modes } = surroundings
  const { printer } = stage
  const upright = values.edge === 'left' || values.edge === 'right'
  const far = values.edge === 'right' || values.edge === 'back'
  const [across, along] = upright ? (['x', 'y'] as const) : (['y', 'x'] as const)
  const [length, height, bead, inset] = [
    numberIn(values, 'length'),
    numberIn(values, 'height'),
    numberIn(values, 'bead'),
    numberIn(values, 'inset'),
  ]
  const strokes = numberIn(values, 'strokes')
  const first = far ? printer.bed[across][1] - inset : printer.bed[across][0] + inset
  const spacing = beadWidthMm(bead, height) * (far ? -1 : 1)
  const begin = printer.bed[along][0] + numberIn(values, 'from')
  const end = begin + length
  const ends = strokes === 2 ? begin : end
  const torn = ends === end ? end - tearMm : begin + tearMm
  const why = placed(surroundings, [
    [across, first],
    [across, first + (strokes - 1) * spacing],
    [along, begin],
    [along, end],
  ])
  if (why) return { ok: false, why }
  const filament = (bead * length) / toolFilamentAreaMm2(printer, modes.tool)
  const pushed = (stroke: number) => written(modes.extrusion === 'relative' ? filament : filament * stroke)
  const [X, Y] = [across.toUpperCase(), along.toUpperCase()]
  const speed = written(numberIn(values, 'speed') * 60)
  const lines = [
    'G92 E0',
    `G1 Z${written(height + numberIn(values, 'lift'))} F${liftMmMin}`,
    `G1 ${X}${written(first)} ${Y}${written(begin)} F${travelMmMin}`,
    `G1 Z${written(height)} F${liftMmMin}`,
    `G1 ${Y}${written(end)} E${pushed(1)} F${speed}`,
  ]
  if (strokes === 2)
    lines.push(`G1 ${X}${written(first + spacing)} F${travelMmMin}`, `G1 ${Y}${written(begin)} E${pushed(2)} F${speed}`)
  lines.push(
    'G92 E0',
    `G1 Z${written(height + numberIn(values, 'lift'))} F${liftMmMin}`,
    `G1 ${Y}${written(torn)} F${travelMmMin}`,
  )
  return { ok: true, lines }
}

export const purgeLine: Maker = {
  name: 'purge-line',
  title: 'Purge line',
  purpose: 'fills the nozzle along an edge of the bed',
  parameters: ({ stage }) => {
    const nozzle = stage.printer.tools[0]?.nozzleMm ?? 0.4
    const longest = Math.min(
      stage.printer.bed.x[1] - stage.printer.bed.x[0],
      stage.printer.bed.y[1] - stage.printer.bed.y[0],
    )
    return [
      { name: 'edge', label: 'Edge', kind: 'choice', options: ['left', 'right', 'front', 'back'], standard: 'left' },
      number('strokes', 'Strokes', '', 1, [1, 2], 2),
      number('inset', 'In from the edge', 'mm', 0.5, [-50, 500], 4),
      number('from', 'Begins at', 'mm', 5, [-50, 1000], 20),
      number('length', 'Length', 'mm', 10, [10, 1000], Math.min(150, Math.floor((longest - 40) / 10) * 10)),
      number('bead', 'Bead', 'mm²', 0.05, [0.01, 10], Number((nozzle * nozzle * 1.9).toFixed(2))),
      number('height', 'Height', 'mm', 0.05, [0.05, 5], Number((nozzle * 0.75).toFixed(2))),
      number('speed', 'Speed', 'mm/s', 1, [1, 500], 17),
      number('lift', 'Lift after', 'mm', 0.5, [0.2, 50], 2),
    ]
  },
  make,
}
