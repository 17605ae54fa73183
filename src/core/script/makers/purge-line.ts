// Makes a purge line along an edge of the bed: one or two strokes, with an end that pulls no string towards the print.
import { beadWidthMm, toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { Layer, type Point, tearMm } from './laying.ts'
import {
  choice,
  type Made,
  type Maker,
  number,
  numberIn,
  onlyFor,
  placed,
  type Surroundings,
  type Values,
} from './maker.ts'

function make(values: Values, surroundings: Surroundings): Made {
  const { stage, modes } = surroundings
  const { printer } = stage
  const upright = values.edge === 'left' || values.edge === 'right'
  const far = values.edge === 'right' || values.edge === 'back'
  const [across, along] = upright ? (['x', 'y'] as const) : (['y', 'x'] as const)
  const [length, startMm, endMm, inset, lift, strokes] = [
    numberIn(values, 'length'),
    numberIn(values, 'height'),
    numberIn(values, 'end'),
    numberIn(values, 'inset'),
    numberIn(values, 'lift'),
    numberIn(values, 'strokes'),
  ]
  const areaMm2 =
    values.measure === 'filament'
      ? (numberIn(values, 'amount') * toolFilamentAreaMm2(printer, modes.tool)) / (length * strokes)
      : numberIn(values, 'bead')
  const first = far ? printer.bed[across][1] - inset : printer.bed[across][0] + inset
  const second = first + beadWidthMm(areaMm2, Math.min(startMm, endMm)) * (far ? -1 : 1)
  const low = printer.bed[along][0] + numberIn(values, 'from')
  const [begin, end] = values.starts === 'far' ? [low + length, low] : [low, low + length]
  const last = strokes === 2 ? begin : end
  const torn = last + (last === low ? tearMm : -tearMm)
  const clear = Math.max(startMm, endMm) + lift
  const why = placed(surroundings, [
    [across, first],
    [across, strokes === 2 ? second : first],
    [along, low],
    [along, low + length],
    ['z', clear],
  ])
  if (why) return { ok: false, why }
  const at = (a: number, l: number): Point => (upright ? [a, l] : [l, a])
  const bead = { startMm, endMm, areaMm2, speedMmS: numberIn(values, 'speed') }
  const layer = new Layer(surroundings)
  layer.approach(at(first, begin), startMm, clear)
  layer.lay({ ...bead, way: [at(first, begin), at(first, end)] })
  if (strokes === 2) {
    layer.step(at(second, end))
    layer.lay({ ...bead, startMm: endMm, way: [at(second, end), at(second, begin)] })
  }
  layer.leave(numberIn(values, 'back'), clear, at(strokes === 2 ? second : first, torn))
  return { ok: true, lines: layer.lines }
}

export const purgeLine: Maker = {
  name: 'purge-line',
  title: 'Purge line',
  purpose: 'fills the nozzle along an edge of the bed',
  aliases: 'prime priming intro line start fill prepare',
  parameters: ({ stage }) => {
    const nozzle = stage.printer.tools[0]?.nozzleMm ?? 0.4
    const longest = Math.min(
      stage.printer.bed.x[1] - stage.printer.bed.x[0],
      stage.printer.bed.y[1] - stage.printer.bed.y[0],
    )
    const height = Number((nozzle * 0.75).toFixed(2))
    return [
      choice('edge', 'Edge', 'left', 'right', 'front', 'back'),
      number('strokes', 'Strokes', '', 1, [1, 2], 2),
      number('inset', 'In from the edge', 'mm', 0.5, [-50, 500], 4),
      number('from', 'From', 'mm', 5, [-50, 1000], 20),
      number('length', 'Length', 'mm', 10, [10, 1000], Math.min(150, Math.floor((longest - 40) / 10) * 10)),
      choice('starts', 'Starts at the end', 'near', 'far'),
      choice('measure', 'Measured by its', 'bead', 'filament'),
      onlyFor('measure', 'bead', number('bead', 'Bead', 'mm²', 0.05, [0.01, 10], beadFor(nozzle))),
      onlyFor('measure', 'filament', number('amount', 'Filament', 'mm', 1, [0.1, 500], 30)),
      number('height', 'Height', 'mm', 0.05, [0.05, 5], height),
      number('end', 'Height at its end', 'mm', 0.05, [0.05, 5], height),
      number('speed', 'Speed', 'mm/s', 1, [1, 500], 17),
      number('back', 'Retraction after', 'mm', 0.5, [0, 20], 0),
      number('lift', 'Lift after', 'mm', 0.5, [0.2, 50], 2),
    ]
  },
  make,
}

/**
 * A bead that sticks and comes off in one piece: about twice as wide as the nozzle, at three quarters of its diameter
 * in height.
 */
export const beadFor = (nozzleMm: number): number => Number((nozzleMm * nozzleMm * 1.9).toFixed(2))
