// How levelling came to be off, what would turn it on, and which line asleep would have.
import { specOf } from '../firmware/spec.ts'
import { type Line, numberOf } from '../gcode/line.ts'
import { sleeping } from '../gcode/read.ts'
import { insertAfter } from '../script/edits/lines.ts'
import type { Checked, Fix } from './finding.ts'

/** The last command that turned levelling off, by homing or by a command of its own; null where none did. */
export function turnedOff({ rows }: Checked): { line: number; byHoming: boolean } | null {
  let off: { line: number; byHoming: boolean } | null = null
  for (const { line, effect, after } of rows) {
    if (after.levelling !== 'off') continue
    if (effect?.does === 'home' && effect.turnsLevellingOff) off = { line, byHoming: true }
    if (effect?.does === 'levelling' || effect?.does === 'probe-or-mesh') off = { line, byHoming: false }
  }
  return off
}

/** The ways to have levelling on: the kept mesh, where there is one, or a new probing. */
export function levellingFixes({ lines, stage }: Checked, after: number): Fix[] {
  const { printer, firmware } = stage
  const put = (title: string, command: string): Fix => ({
    title: `${title} (${command})`,
    edits: [insertAfter(lines, after, command)],
  })
  return [
    ...(printer.storedMesh ? [put('Use the kept mesh', firmware.phrases.loadMesh)] : []),
    ...(printer.probe ? [put('Probe afresh', firmware.phrases.probeBed)] : []),
  ]
}

/** The first line after `after` that would turn levelling on or probe the bed, if it were awake; null without one. */
export function sleepingLevelling({ lines, stage }: Checked, after: number): { line: Line; inner: Line } | null {
  for (const line of lines.slice(after)) {
    const inner = sleeping(line)
    const effect = inner?.command && specOf(stage.firmware, inner.command.name)?.effect
    if (!inner?.command || !effect) continue
    const turnsOn = effect.does === 'levelling' && effect.set !== 'off' && numberOf(inner.command, 'S') !== 0
    const probes = effect.does === 'probe' && stage.printer.probe !== null
    if (turnsOn || probes) return { line, inner }
  }
  return null
}
