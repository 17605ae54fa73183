// A purge uses much more filament than necessary.
import { shareHeater } from '../../firmware/tools.ts'
import { mm, plain } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import type { Step } from '../../machine/trace.ts'
import { changeMoments, momentFacts } from '../../model/moment.ts'
import type { Edit } from '../../model/script.ts'
import { replacePiece, sourceWord } from '../../script/edits/lines.ts'
import { changing, handedOn } from '../changing.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'
import { lineOf } from '../queries.ts'

/** Fills a hot end with a 0.4 mm nozzle several times, mm³; scaled by the area for wider nozzles. */
const plentyMm3 = 180

/** In a tool change, filling a nozzle twice is enough, with a minimum; more than four times that is waste. */
const twice = 2
const leastMm3 = 10
const tooOften = 4

const upToHalf = (mm: number): number => Math.ceil(2 * mm) / 2

const check = (script: Checked): Found[] =>
  momentFacts[script.stage.moment].runs === 'before' ? atStart(script) : atChange(script)

/** A tool with its own nozzle changes no colour: it needs only what it lost while idle. */
function atChange(script: Checked): Found[] {
  const { stage, trace, ooze, steps } = script
  const change = changing(script)
  if (!change || !handedOn(script) || shareHeater(stage.printer, change.from, change.to)) return []
  const tip = trace.beginning.tips[change.to]
  const areaMm2 = toolFilamentAreaMm2(stage.printer, change.to)
  const purged = ooze.extrudedMm3[change.to] ?? 0
  if (!tip) return []
  const lacks = tip.lostMm3 + tip.backMm * areaMm2
  const enough = Math.max(leastMm3, twice * lacks)
  if (purged <= tooOften * enough) return []
  const largest = steps
    .filter(({ command }) => trace.rows.modes[command]?.tool === change.to)
    .reduce((max: Step | null, step) => (step.filamentMm > (max?.filamentMm ?? 0) ? step : max), null)
  const row = largest && script.rows[largest.command]
  if (!largest || !row?.source) return []
  const message = `Purges ${plain(purged, 0)} mm³ from T${change.to}, which has lost about ${plain(lacks, 0)} mm³ during standby. Its nozzle holds no other colour.`
  const less = lessOf(row, largest, (purged - enough) / areaMm2)
  const fixes = less ? [{ title: `Purge ${plain(enough, 0)} mm³`, edits: [less] }] : []
  return [{ line: row.line, message, fixes }]
}

/** Shortens a line's extrusion by this amount, mm; null if it has no plain number in mm, or is too short. */
function lessOf({ source, command, before }: Row, { filamentMm }: Step, tooMuchMm: number): Edit | null {
  const word = source && sourceWord(source, 'E')
  if (!source || !word || word.value === null || numberOf(command, 'E') !== word.value) return null
  if (before.units === 'inch' || before.volumetric[before.tool] || filamentMm <= tooMuchMm) return null
  return replacePiece(source, word, `E${plain(upToHalf(word.value - tooMuchMm))}`)
}

function atStart(script: Checked): Found[] {
  const { steps, stage, rows } = script
  const { printer, material } = stage
  const perTool = new Map<number, { mm: number; line: number; max: number }>()
  for (const step of steps) {
    if (step.filamentMm <= 0) continue
    const tool = rows[step.command]?.after.tool ?? 0
    const { mm: before, line, max } = perTool.get(tool) ?? { mm: 0, line: 0, max: 0 }
    const larger = step.filamentMm > max
    perTool.set(tool, {
      mm: before + step.filamentMm,
      line: larger ? lineOf(script, step) : line,
      max: Math.max(max, step.filamentMm),
    })
  }
  return [...perTool].flatMap(([tool, { mm: extruded, line }]): Found[] => {
    const mm3 = extruded * toolFilamentAreaMm2(printer, tool)
    const inputs = printer.tools[tool]?.mixingInputs ?? 1
    const wider = ((printer.tools[tool]?.nozzleMm ?? 0.4) / 0.4) ** 2
    if (mm3 <= plentyMm3 * inputs * Math.max(1, wider)) return []
    const grams = (mm3 * material.densityGCm3) / 1000
    const message = `Extrudes ${mm(extruded, 0)} of filament before the print begins: ${plain(grams, 1)} g, ${plain((grams * material.pricePerKg) / 10, 0)} ct each time. A third of it fills the nozzle.`
    return [{ line, message }]
  })
}

export const purgeWasteful = {
  name: 'purge-wasteful',
  group: 'filament',
  severity: 'advice',
  title: 'Purges more than needed',
  why: 'A nozzle holds a few cubic millimetres. Purging more than a few times that amount is waste in every print.',
  silentWhen:
    'Silent up to 180 mm³ for each filament of the nozzle, and more for a nozzle wider than 0.4 mm. A change of colour needs more: ignore this there. At a tool change only separate nozzles are checked, in a whole print, where their loss is known as an estimate.',
  example: { text: 'G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y4 Z20 F3000\nG1 E100 F200\nG1 Z1 F600' },
  moments: ['start', ...changeMoments],
  check,
} as const satisfies Rule
