// Finds what turned levelling off, what could turn it on, and a commented-out line that would.
import { isUnknown } from '../effects/meant-by.ts'
import { effectOf, specOf } from '../firmware/spec.ts'
import { type Line, numberOf } from '../gcode/line.ts'
import { commentedOutCommand } from '../gcode/read.ts'
import type { Checked, Fix, Row } from './finding.ts'
import { putAfter } from './fixes.ts'
import { knownMeshes } from './meshes.ts'
import { firstExtrusionS } from './queries.ts'

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

/**
 * The first command after a line that may level the bed in a way that only this machine knows: a maker's own command
 * such as `G80`, or an unknown word such as `PROBE_PLATE`; null if there is none.
 */
export function mayLevel({ rows, stage }: Checked, after: number): Row | null {
  const asks = ({ line, command, effect }: Row) =>
    line > after &&
    (specOf(stage.firmware, command)?.mayLevel === true ||
      (effect === null && /MESH|LEVEL|PROBE/.test(command.name) && isUnknown(command.name, stage)))
  return rows.find(asks) ?? null
}

/** Asks whether a command levels the bed. */
export const askWhetherLevels = ({ command, line }: Row): string =>
  `Line ${line}, ${command.name}, may do it on this machine: if it does, teach it.`

/** The last wait for the bed after a line and before filament is extruded: a mesh is right for the bed's temperature. */
function warmBedAfter(script: Checked, after: number): number {
  const untilS = firstExtrusionS(script)
  const waits = script.rows.filter(
    ({ line, startS, effect }) =>
      line > after && startS < untilS && effect?.does === 'heat' && effect.heater === 'bed' && effect.wait,
  )
  return waits.at(-1)?.line ?? after
}

/** The saved meshes that a line can load: by name if the config names them, otherwise the usual one (null). */
function savedMeshes({ stage }: Checked): (string | null)[] {
  if (!stage.printer.storedMesh) return []
  const known = knownMeshes(stage)
  return known === null || known.has('default') ? [null] : [...known].slice(0, maxMeshes)
}

/** Limit of meshes that are offered. */
const maxMeshes = 3

/** Fixes that turn levelling on: loading the saved mesh if there is one, or probing once the bed is warm. */
export function levellingFixes(script: Checked, after: number): Fix[] {
  const warm = warmBedAfter(script, after)
  const { printer, firmware } = script.stage
  const { loadMesh, probeBed } = firmware.phrases
  return [
    ...savedMeshes(script).flatMap(mesh => putAfter(script, after, loadMesh(mesh), 'Use the saved mesh')),
    ...(printer.probe ? putAfter(script, warm, probeBed(), 'Probe the bed') : []),
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
