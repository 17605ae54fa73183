// The one model of coordinates: G92, work offsets, homing offsets, baby steps and a host's offset. Only this module
// converts the numbers of a command into machine positions and back.
import * as v from 'valibot'
import type { Axis } from '../model/printer.ts'

const mm = v.pipe(v.number(), v.finite())
export const Offset = v.object({ x: mm, y: mm, z: mm })
export type Offset = Readonly<v.InferOutput<typeof Offset>>

/** `G54` to `G59`, and `G59.1` to `G59.3`. */
export const workspaceCount = 9

/**
 * All shifts between a command's number and the machine position, each in mm. Machine position = number + renamed +
 * workspace − homed + fine + probe + host. Machine positions are those of the nozzle in use; the head is shifted from
 * them by the tool's offset.
 */
export const Places = v.object({
  /** Set by `G92`: machine position minus the number. */
  renamed: Offset,
  /** The work offset in use (0 for `G54`), and the origin of each. */
  workspace: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(workspaceCount - 1)),
  workspaces: v.pipe(v.array(Offset), v.length(workspaceCount)),
  /** Homing offset (`M206`). */
  homed: Offset,
  /** Baby steps: they move at once and do not change the position that is reported. */
  fine: Offset,
  /** How much a changed probe offset raised Z = 0 at the last homing of Z, mm. */
  probe: mm,
  /** A host's G-code offset. */
  host: Offset,
  /** Tool offsets set by a script, by tool; null where the printer's own applies. */
  tools: v.array(v.nullable(Offset)),
})
export type Places = Readonly<v.InferOutput<typeof Places>>

export const noOffset: Offset = { x: 0, y: 0, z: 0 }

export const asDescribed: Places = {
  renamed: noOffset,
  workspace: 0,
  workspaces: Array.from({ length: workspaceCount }, () => noOffset),
  homed: noOffset,
  fine: noOffset,
  probe: 0,
  host: noOffset,
  tools: [],
}

/** An offset with some axes changed; null leaves an axis as it is. */
export const withAxes = (offset: Offset, change: Readonly<Partial<Record<Axis, number | null>>>): Offset => ({
  x: change.x ?? offset.x,
  y: change.y ?? offset.y,
  z: change.z ?? offset.z,
})

/** Each shift with its cause, in a person's words, and its size, mm. */
export function shiftsOf(places: Places): { from: keyof Places; by: Offset }[] {
  const { renamed, workspace, workspaces, homed, fine, probe, host } = places
  const all: { from: keyof Places; by: Offset }[] = [
    { from: 'renamed', by: renamed },
    { from: 'workspace', by: workspaces[workspace] ?? noOffset },
    { from: 'homed', by: { x: -homed.x, y: -homed.y, z: -homed.z } },
    { from: 'fine', by: fine },
    { from: 'probe', by: { x: 0, y: 0, z: probe } },
    { from: 'host', by: host },
  ]
  return all.filter(({ by }) => by.x !== 0 || by.y !== 0 || by.z !== 0)
}

/** The sum of all shifts: machine position minus number, mm. */
export const shiftOf = (places: Places): Offset =>
  shiftsOf(places).reduce<Offset>((sum, { by }) => ({ x: sum.x + by.x, y: sum.y + by.y, z: sum.z + by.z }), noOffset)

/** The offset of a tool's nozzle from the head, mm: the script's if it set one, otherwise the printer's. */
export const toolOffset = (places: Places, tools: readonly { offset: Offset }[], tool: number): Offset =>
  places.tools[tool] ?? tools[tool]?.offset ?? noOffset
