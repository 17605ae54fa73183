// Uses a tool that the printer lacks, or extrudes without a tool in use.
import { heatedTools, heaterOf } from '../../effects/heating.ts'
import { selectedBy, toolNamed } from '../../effects/tool.ts'
import { addressOf, toolsAt } from '../../firmware/tools.ts'
import { listed, plural } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import type { Stage } from '../../machine/state.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'

/** The number if the printer lacks that tool; null otherwise. */
const lacking = (number: number | null, { firmware, printer }: Stage): number | null =>
  number !== null && number >= 0 && toolsAt(firmware, printer, number).length === 0 ? number : null

/** The number of a missing tool that a row names; null otherwise. */
function missing({ command, effect, before }: Row, stage: Stage): number | null {
  switch (effect?.does) {
    case 'tool': {
      const number = toolNamed(command, effect.by)
      return number !== null && !selectedBy(number, stage, before.blends) ? number : null
    }
    case 'heat': {
      if (heaterOf(command, effect) !== 'nozzle') return null
      if (heatedTools(command, effect, before.tool, stage).length > 0) return null
      return effect.tool === null ? null : numberOf(command, effect.tool)
    }
    case 'tool-heat':
    case 'tool-offset':
      return lacking(numberOf(command, effect.tool), stage)
    case 'flow-override':
      return lacking(numberOf(command, 'T'), stage)
    case 'wait-for-heaters':
      return lacking(numberOf(command, 'P'), stage)
    default:
      return null
  }
}

const toolsOf = ({ firmware, printer }: Stage): string =>
  printer.tools.length === 1
    ? `one tool, T${addressOf(firmware, printer, 0)}`
    : `${plural(printer.tools.length, 'tool')}, ${listed(printer.tools.map((_, tool) => `T${addressOf(firmware, printer, tool)}`))}`

function check(script: Checked): Found[] {
  const { rows, stage } = script
  const reported = new Set<number>()
  const found: Found[] = []
  for (const row of rows) {
    const number = missing(row, stage)
    if (number === null || reported.has(number)) continue
    reported.add(number)
    const message = `${stage.printer.name} has no tool ${number}: it has ${toolsOf(stage)}. The firmware ignores the line or stops with an error.`
    found.push({ line: row.line, message })
  }
  const without = rows.find(
    ({ effect, command, after }) =>
      after.tool < 0 && (effect?.does === 'move' || effect?.does === 'arc') && (numberOf(command, 'E') ?? 0) > 0,
  )
  if (!without) return found
  const first = stage.job.firstTool
  const message = `No tool is in use here, so nothing is extruded. After it is switched on this machine has none until a line selects one (T${first}).`
  return [...found, { line: without.line, message }]
}

export const noSuchTool = {
  name: 'no-such-tool',
  group: 'state',
  severity: 'error',
  title: 'A tool that the printer doesn’t have',
  why: 'A line that names a missing tool is ignored or stops the print. Lines meant for that tool then apply to a different one, or to none.',
  silentWhen: 'Uses the tools in your printer’s description. Stored blends count as tools.',
  example: { text: 'G28\nM420 S1\nM104 T3 S200\nM109 S200' },
  check,
} as const satisfies Rule
