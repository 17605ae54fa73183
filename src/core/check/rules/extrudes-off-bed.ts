// A line of filament is laid beside the bed.
import { mm } from '../../format.ts'
import { offBedMm } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { andMore } from '../queries.ts'

/** Tolerance: a bead on the very edge still sticks, mm. */
const edgeMm = 0.5
/** Above this height it is a purge into something, not a line, mm. */
const layingMm = 2
const nearSpotMm = 20

function check({ strokes, stage }: Checked): Found[] {
  const { printer } = stage
  const beyond = (x: number) => x < printer.reach.x[0] || x > printer.reach.x[1]
  const off = strokes.flatMap(({ line, path, to }) => {
    if (to[2] > layingMm) return []
    const far = path.reduce((max, [x, y]) => Math.max(max, offBedMm(printer, x, y)), 0)
    const atSpot = path.some(([x, y]) => printer.spots.some(spot => Math.hypot(spot.x - x, spot.y - y) <= nearSpotMm))
    // If the head can't even reach it, `outside-reach` reports it.
    return far > edgeMm && !atSpot && !path.some(([x]) => beyond(x)) ? [{ line, far }] : []
  })
  const first = off[0]
  if (!first) return []
  const message = `Extrudes filament up to ${mm(first.far, 1)} beside the bed. It has nothing to stick to there, and the nozzle drags it along.${andMore(off.map(({ line }) => line))}`
  return [{ line: first.line, message }]
}

export const extrudesOffBed = {
  name: 'extrudes-off-bed',
  group: 'motion',
  severity: 'warning',
  title: 'Extrudes beside the bed',
  why: 'Beside the bed the filament falls into the machine, or sticks to the nozzle and is dragged into the print.',
  silentWhen: 'Silent near a spot such as a bucket, above 2 mm, and within half a millimetre of the edge.',
  example: {
    text: 'G28\nM420 S1\nM109 S200\nM83\nG1 X-3 Y20 Z0.3 F3000\nG1 Y120 E12 F1200',
    printer: { reach: { x: [-5, 200], y: [0, 200], z: [0, 200] } },
  },
  check,
} as const satisfies Rule
