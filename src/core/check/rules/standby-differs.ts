// An idle tool is kept hotter than its material's ooze-safe temperature, or tools on a shared heater differ slightly.

import { heatedTools } from '../../effects/heating.ts'
import { shareHeater } from '../../firmware/tools.ts'
import { celsius, plain } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import { materialOf } from '../../machine/state.ts'
import { lastModes } from '../../machine/trace.ts'
import { toolsUsed } from '../../model/job.ts'
import { changeMoments, isChangeMoment } from '../../model/moment.ts'
import { replacePiece, sourceWord } from '../../script/edits/lines.ts'
import { changing } from '../changing.ts'
import type { Checked, Fix, Found, Row, Rule } from '../finding.ts'
import { heatings } from '../queries.ts'

/** Tolerance for thermistors and rounding, °C. */
const nearC = 5

type Standing = { row: Row; tool: number; heldC: number; letter: string }

/** The temperatures of idle tools: set by a standby letter, or when they are left. */
function told({ rows, trace, stage }: Checked): Standing[] {
  const { tool: last } = lastModes(trace)
  return rows.flatMap((row): Standing[] => {
    const { effect, command, before } = row
    if (effect?.does === 'tool-heat') {
      const heldC = numberOf(command, effect.standby)
      const tool = numberOf(command, effect.tool) ?? Math.max(0, before.tool)
      return heldC === null ? [] : [{ row, tool, heldC, letter: effect.standby }]
    }
    if (effect?.does !== 'heat' || effect.heater !== 'nozzle') return []
    if (!isChangeMoment(stage.moment) || effect.tool === null) return []
    const letter = effect.targets.find(each => numberOf(command, each) !== null)
    const targetC = letter === undefined ? null : numberOf(command, letter)
    if (letter === undefined || targetC === null || targetC <= 0) return []
    return heatedTools(command, effect, before.tool, stage)
      .filter(tool => tool !== last)
      .map(tool => ({ row, tool, heldC: targetC, letter }))
  })
}

function fixesFor({ row, tool, letter }: Standing): Fix[] {
  const word = row.source && sourceWord(row.source, letter)
  if (!row.source || !word || word.value === null) return []
  const value = `@(ooze_safe of T${tool})`
  return [
    {
      title: `Take it from the material of T${tool} (${value})`,
      edits: [replacePiece(row.source, word, `${word.text.charAt(0)}${value}`)],
    },
  ]
}

/** Larger differences on a shared heater are two materials' needs, °C. */
const slipC = 5

/** Two tools on one heater with slightly different temperatures: every change waits for the difference. */
function sharedDiffers(script: Checked): Found[] {
  const { trace } = script
  const change = changing(script)
  if (!change || !shareHeater(script.stage.printer, change.from, change.to)) return []
  const held = trace.beginning.modes.nozzleTargets[Math.max(0, trace.beginning.modes.tool)] ?? 0
  const last = heatings(script).findLast(({ heater, waits }) => heater === 'nozzle' && waits)
  const target = last?.targetC ?? null
  if (!last || target === null || held <= 0 || target === held || Math.abs(target - held) > slipC) return []
  const waited = last.row.endS - last.row.startS
  if (waited < 0.05) return []
  const message = `T${change.from} and T${change.to} share one heater, which holds ${celsius(held)}. Waiting for ${celsius(target)} here delays each change by about ${plain(waited, 1)} s.`
  const { source } = last.row
  const fixes: Fix[] =
    source && last.word
      ? [
          {
            title: `Wait for the temperature that it holds already (${celsius(held)})`,
            edits: [replacePiece(source, last.word, `${last.word.text.charAt(0)}${plain(held, 1)}`)],
          },
        ]
      : []
  return [{ line: last.row.line, message, fixes }]
}

function check(script: Checked): Found[] {
  return [...standsByHot(script), ...sharedDiffers(script)]
}

function standsByHot(script: Checked): Found[] {
  const { stage } = script
  const used = toolsUsed(stage.job)
  return told(script).flatMap((each): Found[] => {
    const { row, tool, heldC } = each
    if (!used.includes(tool)) return []
    const { name, oozeSafeC } = materialOf(stage, tool)
    if (heldC <= oozeSafeC + nearC) return []
    const message = `T${tool} stands by at ${celsius(heldC)}; ${name} oozes above ${celsius(oozeSafeC)}. The filament that oozes out while it waits is missing from its first line.`
    return [{ line: row.line, message, fixes: fixesFor(each) }]
  })
}

export const standbyDiffers = {
  name: 'standby-differs',
  group: 'heat',
  severity: 'advice',
  title: 'The tool’s standby temperature does not fit',
  why: 'A tool that waits hot oozes into its dock or over the print, and is empty when it is used again. Tools on one heater whose temperatures differ by a degree stop at every change to adjust it.',
  silentWhen:
    'Silent at or below the temperature at which the material does not ooze, and for tools that the job does not use. The time that a colder tool needs to warm up again is not considered.',
  example: {
    text: 'G28\nG29 S1\nM140 S60\nG10 P0 S200 R190\nM116',
    printer: { firmware: { family: 'macro-file', version: '3.4', abilities: {} } },
  },
  moments: ['start', ...changeMoments],
  judgesEnd: true,
  check,
} as const satisfies Rule
