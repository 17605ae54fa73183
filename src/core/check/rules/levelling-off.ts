// The print begins with bed levelling off although this printer has a measured bed shape.
import { specOf } from '../../firmware/spec.ts'
import { numberOf } from '../../gcode/line.ts'
import { sleeping } from '../../gcode/read.ts'
import { lastModes, modesAfter } from '../../machine/trace.ts'
import { insertAfter, wake } from '../../script/edits/lines.ts'
import type { Fix, Found, Rehearsed, Rule } from '../finding.ts'

function check({ lines, commands, trace, stage }: Rehearsed): Found[] {
  if (lastModes(trace).levelling !== 'off') return []
  const { printer, firmware } = stage
  let off: { line: number; byHoming: boolean } | null = null
  for (let i = 0; i < trace.rows.count; i++) {
    const { line, command } = commands[i] as (typeof commands)[number]
    const effect = specOf(firmware, command.name)?.effect
    if (modesAfter(trace, i).levelling !== 'off') continue
    if (effect?.does === 'home' && effect.turnsLevellingOff) off = { line, byHoming: true }
    if (effect?.does === 'levelling' || effect?.does === 'probe-or-mesh') off = { line, byHoming: false }
  }
  if (!off) return []
  for (const line of lines.slice(off.line)) {
    const inner = sleeping(line)
    const effect = inner?.command && specOf(firmware, inner.command.name)?.effect
    if (!inner?.command || effect?.does !== 'levelling' || effect.set === 'off' || numberOf(inner.command, 'S') === 0)
      continue
    const message = `This line would turn bed levelling on, but it is asleep behind a “;”. The print begins without levelling: homing on line ${off.line} turned it off.`
    return [{ line: line.number, message, fixes: [{ title: 'Wake this line', edits: [wake(line, inner)] }] }]
  }
  const fixes: Fix[] = []
  if (printer.storedMesh)
    fixes.push({
      title: `Use the kept mesh (${firmware.phrases.loadMesh})`,
      edits: [insertAfter(lines, off.line, firmware.phrases.loadMesh)],
    })
  if (printer.probe)
    fixes.push({
      title: `Probe afresh (${firmware.phrases.probeBed})`,
      edits: [insertAfter(lines, off.line, firmware.phrases.probeBed)],
    })
  const message = off.byHoming
    ? 'Homing turns bed levelling off here, and nothing after it turns it on again. The first layer will follow a flat bed that this bed is not.'
    : 'Bed levelling is turned off here and stays off for the print.'
  return [{ line: off.line, message, fixes }]
}

export const levellingOff: Rule = {
  name: 'levelling-off',
  group: 'order',
  severity: 'error',
  title: 'Levelling is off when the print begins',
  why: 'A bed is never quite flat. Without levelling the first layer is too high in one place and scrapes in another.',
  moments: ['start'],
  check,
}
