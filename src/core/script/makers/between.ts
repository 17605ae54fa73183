// Shared by makers of passages within a print: lines in relative extrusion, lines for each tool, and lifts limited by
// the reach.
import type { Phrases } from '../../firmware/phrases.ts'
import { addressOf } from '../../firmware/tools.ts'
import { toolsUsed } from '../../model/job.ts'
import { withinPrint } from '../../model/moment.ts'
import { placed, type Surroundings } from './maker.ts'

type Counting = Pick<Surroundings, 'modes' | 'stage'>

/** Why a passage with the print's values can't be inserted here: the script, or the modes; null if it can. */
export function notWithin(surroundings: Surroundings): string | null {
  return withinPrint.includes(surroundings.stage.moment)
    ? placed(surroundings, [])
    : 'Only a script that runs within the print knows its layer and its place. Choose another “When” above first.'
}

/** Absolute positioning with relative extrusion, in every firmware. */
export const placesAgain = (phrases: Phrases): string[] => [
  phrases.positioning('absolute'),
  phrases.countFilament('relative'),
]

/** Restores the extrusion mode from before the passage. */
export const asBefore = ({ modes, stage }: Counting): string[] =>
  modes.extrusion === 'absolute' ? [stage.firmware.phrases.countFilament('absolute')] : []

/** A lift by a height, limited by the room above the print, in relative positioning. */
export const liftWords = (mm: number): string => `@(min(${mm}, reach_top - height))`
export const lowerWords = (mm: number): string => `@(0 - min(${mm}, reach_top - height))`

/** A line for each tool, guarded by the value being that tool's number. */
export function forEachTool(
  { stage }: Counting,
  value: 'from_tool' | 'to_tool' | 'first_tool',
  said: (tool: number, address: number) => (string | null)[],
): string[] {
  const { printer, firmware, job } = stage
  const tools = [...new Set([...printer.tools.keys(), ...toolsUsed(job)])]
  const branches = tools.flatMap(tool => {
    const lines = said(tool, tool < printer.tools.length ? addressOf(firmware, printer, tool) : tool).filter(
      each => each !== null,
    )
    return lines.length ? [{ tool, lines }] : []
  })
  if (branches.length === 0) return []
  return [
    ...branches.flatMap(({ tool, lines }, i) => [
      `${i === 0 ? ';? when' : ';? otherwise when'} ${value} is ${tool}`,
      ...lines.flatMap(line => line.split('\n')),
    ]),
    ';? end',
  ]
}
