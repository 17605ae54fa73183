// The print begins at temperatures that do not match the job's material.
import { celsius } from '../../format.ts'
import { materialOf, type Stage } from '../../machine/state.ts'
import { lastModes } from '../../machine/trace.ts'
import { toolsUsed } from '../../model/job.ts'
import type { Material } from '../../model/material.ts'
import { replacePiece } from '../../script/edits/lines.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'
import { type Heating, heatings, overHighestC } from '../queries.ts'

/** Smaller differences are intended, °C. */
const meantC = 5

function check(script: Checked): Found[] {
  const { trace, stage } = script
  const modes = lastModes(trace)
  // The print continues with the job's first tool, whichever the script leaves in use.
  const tool = stage.job.firstTool
  const material = materialOf(stage, tool)
  const all = heatings(script)
  const look = (heater: 'nozzle' | 'bed', hasC: number, wantedC: number): Found[] => {
    if (hasC <= 0 || wantedC <= 0 || Math.abs(hasC - wantedC) <= meantC) return []
    const last = all.findLast(
      each => each.heater === heater && each.targetC === hasC && (heater === 'bed' || each.tool === tool),
    )
    // A target above the heater's limit is reported by `too-hot`.
    if (!last || overHighestC(last, stage.printer) !== null) return []
    const message = `The ${heater} has ${celsius(hasC)} when the print begins. ${material.name} needs ${celsius(wantedC)}.`
    return [{ line: last.row.line, message, fixes: replaced(material, all, heater, hasC, wantedC) }]
  }
  return [
    ...coldTool(script, all),
    ...look('nozzle', modes.nozzleTargets[tool] ?? 0, material.nozzleC),
    ...look('bed', modes.bedTarget, bedWanted(stage, modes.bedTarget)),
  ]
}

/** The job's first tool is left cold although the script heats a different one. */
function coldTool({ trace, stage }: Checked, all: readonly Heating[]): Found[] {
  const { nozzleTargets } = lastModes(trace)
  const tool = stage.job.firstTool
  const warmed = all.findLast(each => each.heater === 'nozzle' && (each.targetC ?? 0) > 0)
  if (!warmed || nozzleTargets[tool] === undefined || nozzleTargets[tool] > 0) return []
  const message = `Warms T${warmed.tool}, and “${stage.job.name}” begins with T${tool}, whose nozzle stays cold. ${materialOf(stage, tool).name} needs ${celsius(materialOf(stage, tool).nozzleC)}.`
  return [{ line: warmed.row.line, message }]
}

/** The wanted bed temperature: anything between those of the job's materials; otherwise the nearer end. */
function bedWanted(stage: Stage, hasC: number): number {
  const wanted = toolsUsed(stage.job).map(tool => materialOf(stage, tool).bedC)
  return Math.min(Math.max(hasC, Math.min(...wanted)), Math.max(...wanted))
}

/** Replaces every line that heats to `hasC`: with the material's number, or with the value for any material. */
function replaced(material: Material, all: readonly Heating[], heater: string, hasC: number, wantedC: number): Fix[] {
  // A line in a loop runs often, and one that heats several heads counts for each; it is changed once.
  const byWord = new Map(
    all.flatMap(({ row: { source }, heater: which, targetC, word }) =>
      which === heater && targetC === hasC && source && word ? [[word, source] as const] : [],
    ),
  )
  if (byWord.size === 0) return []
  const write = (title: string, number: string): Fix => ({
    title,
    edits: [...byWord].map(([word, source]) => replacePiece(source, word, word.text.charAt(0) + number)),
  })
  return [
    write(`Take it from the material (@${heater})`, `@${heater}`),
    write(`Write the temperature of ${material.name} (${celsius(wantedC)})`, String(wantedC)),
  ]
}

export const temperatureDiffers = {
  name: 'temperature-differs',
  group: 'heat',
  severity: 'warning',
  title: 'Temperature does not match the material',
  why: 'A script with typed-in temperatures fits the material it was written for. With a different material the first layer may not stick, or the print may string.',
  silentWhen:
    'Silent within 5 °C, for heaters that the script does not set, and for tools that the job does not begin with. Heating lines that the slicer adds by itself are not visible here.',
  example: { text: 'M140 S60\nM190 S60\nM109 S200', material: { name: 'Bendy stuff', nozzleC: 225, bedC: 60 } },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
