// Finds what turned levelling off, what could turn it on, and a commented-out line that would.
import { effectOf } from '../firmware/spec.ts'
import { type Line, numberOf } from '../gcode/line.ts'
import { commentedOutCommand } from '../gcode/read.ts'
import type { Checked, Fix } from './finding.ts'
import { putAfter } from './fixes.ts'

/** The last command that turned levelling off, by homing or directly; null if none did. */
export function turnedOff({ rows }: Checked): { line: number; byHoming: boolean } | null {
  let off: { line: number; byHoming: boolean } | null = null
  for (const { line, effect, before, after } of rows) {
    if (after.levelling !== 'off') continue
    if (effect?.does === 'home' && effect.turnsLevellingOff) off = { line, byHoming: true }
    if (effect?.does === 'levelling' && before.levelling !== 'off') off = { line, byHoming: false }
  }
  return off
}

/** Fixes that turn levelling on: loading the saved mesh if there is one, or probing. */
export function levellingFixes(script: Checked, after: number): Fix[] {
  const { printer, firmware } = script.stage
  const { loadMesh, probeBed } = firmware.phrases
  return [
    ...(printer.storedMesh ? putAfter(script, after, loadMesh(null), 'Use the saved mesh') : []),
    ...(printer.probe ? putAfter(script, after, probeBed(), 'Probe the bed') : []),
  ]
}

/** The first commented-out line after `after` that would turn levelling on or probe the bed; null if there is none. */
export function commentedOutLevelling({ lines, stage }: Checked, after: number): { line: Line; inner: Line } | null {
  for (const line of lines.slice(after)) {
    const inner = commentedOutCommand(line)
    const effect = inner?.command && effectOf(stage.firmware, inner.command)
    if (!inner?.command || !effect) continue
    const turnsOn = effect.does === 'levelling' && effect.set !== 'off' && numberOf(inner.command, 'S') !== 0
    const probes = effect.does === 'probe' && stage.printer.probe !== null
    if (turnsOn || probes) return { line, inner }
  }
  return null
}
