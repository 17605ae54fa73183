// A purge that takes much more filament than it needs.
import { mm, plain } from '../../format.ts'
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { lineOf } from '../queries.ts'

/** What fills a hot end and its 0.4 mm nozzle several times over, mm³; wider ones by their area. */
const plentyMm3 = 180

function check(script: Checked): Found[] {
  const { steps, stage, rows } = script
  const { printer, material } = stage
  const perTool = new Map<number, { mm: number; line: number; most: number }>()
  for (const step of steps) {
    if (step.filamentMm <= 0) continue
    const tool = rows[step.command]?.after.tool ?? 0
    const { mm: before, line, most } = perTool.get(tool) ?? { mm: 0, line: 0, most: 0 }
    const larger = step.filamentMm > most
    perTool.set(tool, {
      mm: before + step.filamentMm,
      line: larger ? lineOf(script, step) : line,
      most: Math.max(most, step.filamentMm),
    })
  }
  return [...perTool].flatMap(([tool, { mm: pushed, line }]): Found[] => {
    const mm3 = pushed * toolFilamentAreaMm2(printer, tool)
    const inputs = printer.tools[tool]?.mixingInputs ?? 1
    const wider = ((printer.tools[tool]?.nozzleMm ?? 0.4) / 0.4) ** 2
    if (mm3 <= plentyMm3 * inputs * Math.max(1, wider)) return []
    const grams = (mm3 * material.densityGCm3) / 1000
    const message = `Extrudes ${mm(pushed, 0)} of filament before the print begins: ${plain(grams, 1)} g, ${plain((grams * material.pricePerKg) / 10, 0)} ct each time. A third of it fills the nozzle.`
    return [{ line, message }]
  })
}

export const purgeWasteful: Rule = {
  name: 'purge-wasteful',
  group: 'filament',
  severity: 'advice',
  title: 'Purges more than it needs',
  why: 'A nozzle holds a few cubic millimetres. What goes beyond filling it a few times over is thrown away at every print.',
  silentWhen:
    'Silent up to 180 mm³ for each filament that the nozzle takes, and more for a nozzle wider than 0.4 mm. Changing to another colour needs more; ignore this there.',
  example: { text: 'G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y4 Z20 F3000\nG1 E100 F200\nG1 Z1 F600' },
  moments: ['start'],
  check,
}
