// A purge lies in the area of this job's print.
import { mm } from '../../format.ts'
import { crosses } from '../../machine/beyond.ts'
import { beadWidthMm } from '../../machine/outcome.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { andMore, printArea } from '../queries.ts'

function check(script: Checked): Found[] {
  const { strokes, stage } = script
  const area = printArea(script)
  const inside = strokes.filter(({ path, crossSectionMm2, to }) => {
    const half = beadWidthMm(crossSectionMm2, to[2]) / 2
    const reach = {
      left: area.left - half,
      right: area.right + half,
      front: area.front - half,
      back: area.back + half,
    }
    return path.slice(1).some(([x, y], i) => {
      const [fromX, fromY] = path[i] ?? [x, y]
      return crosses(reach, { from: { x: fromX, y: fromY, z: 0 }, to: { x, y, z: 0 } })
    })
  })
  const first = inside[0]
  if (!first) return []
  const { job } = stage
  const size = `${mm(area.right - area.left, 0).replace(' mm', '')} × ${mm(area.back - area.front, 0)}`
  const message = `For “${job.name}” (${size}) this purge is inside the print’s area. A smaller print leaves room for it.${andMore(inside.map(({ line }) => line))}`
  return [{ line: first.line, message }]
}

export const purgeInPrintArea = {
  name: 'purge-in-print-area',
  group: 'filament',
  severity: 'warning',
  title: 'The purge is inside the print',
  why: 'The first layer is printed over the purge line: there is a ridge under the print, and nothing sticks there.',
  silentWhen:
    'Only found with jobs whose area reaches the purge: choose a job that fills the bed to see it. Skirt and brim are not known.',
  example: {
    text: 'G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200',
    job: { name: 'whole bed', area: { kind: 'whole-bed', marginMm: 2 } },
  },
  moments: ['start'],
  check,
} as const satisfies Rule
