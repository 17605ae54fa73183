// The one model of places: G92, work offsets, homed zeros moved, small shifts and a host's offset meet here, and here alone a
// word's number becomes a place of the machine, and back.
import * as v from 'valibot'
import type { Axis } from '../model/printer.ts'

const mm = v.pipe(v.number(), v.finite())
export const Offset = v.object({ x: mm, y: mm, z: mm })
export type Offset = Readonly<v.InferOutput<typeof Offset>>

/** `G54` to `G59`, and `G59.1` to `G59.3`. */
export const workspaceCount = 9

/**
 * Everything that stands between a word and the machine, each in mm. Machine place = word + renamed + workspace − homed + fine +
 * probe + host. Places of the machine are those of the nozzle in use; the head stands its tool's offset away from there.
 */
export const Places = v.object({
  /** What `G92` called otherwise: the machine's place less the word. */
  renamed: Offset,
  /** The work offset in use, 0 for `G54`, and the origin of each. */
  workspace: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(workspaceCount - 1)),
  workspaces: v.pipe(v.array(Offset), v.length(workspaceCount)),
  /** What `M206` adds to the places of the end stops. */
  homed: Offset,
  /** Baby steps: moved at once, and not counted. */
  fine: Offset,
  /** How much higher a probe's changed offset has put zero when Z was last homed; mm along Z. */
  probe: mm,
  /** A host's own offset of all places. */
  host: Offset,
  /** Offsets of the tools that a script has set in place of the printer's, by tool. */
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

/** An offset with some of its axes changed; axes that are given as null stay. */
export const withAxes = (offset: Offset, change: Readonly<Partial<Record<Axis, number | null>>>): Offset => ({
  x: change.x ?? offset.x,
  y: change.y ?? offset.y,
  z: change.z ?? offset.z,
})

/** Where each shift comes from, as a person would name it, with how far it moves all places, mm. */
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

/** All shifts together: the machine's place less the word, mm. */
export const shiftOf = (places: Places): Offset =>
  shiftsOf(places).reduce<Offset>((sum, { by }) => ({ x: sum.x + by.x, y: sum.y + by.y, z: sum.z + by.z }), noOffset)

/** The offset of a tool's nozzle from the head's own place, mm: the script's where it has set one, else the printer's. */
export const toolOffset = (places: Places, tools: readonly { offset: Offset }[], tool: number): Offset =>
  places.tools[tool] ?? tools[tool]?.offset ?? noOffset
