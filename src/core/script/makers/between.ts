// What makers of passages within a print share: lines in relative extrusion, lines for each tool, lifts with room above.
import type { Phrases } from '../../firmware/phrases.ts'
import { addressOf } from '../../firmware/tools.ts'
import { toolsUsed } from '../../model/job.ts'
import { withinPrint } from '../../model/moment.ts'
import { placed, type Surroundings } from './maker.ts'

type Counting = Pick<Surroundings, 'modes' | 'stage'>

/** Why a passage of the print’s own values can’t stand here, in this script or as things are counted; null where it can. */
export function notWithin(surroundings: Surroundings): string | null {
  return withinPrint.includes(surroundings.stage.moment)
    ? placed(surroundings, [])
    : 'Only a script that runs within the print knows its layer and its place. Choose another “When” above first.'
}

/** Absolute places, after which filament is counted relative, whatever this firmware makes of it. */
export const placesAgain = (phrases: Phrases): string[] => [
  phrases.positioning('absolute'),
  phrases.countFilament('relative'),
]

/** Filament counted as it was before the passage. */
export const asBefore = ({ modes, stage }: Counting): string[] =>
  modes.extrusion === 'absolute' ? [stage.firmware.phrases.countFilament('absolute')] : []

/** Up by so much, or as far as there is room over the print, from a head that counts relative. */
export const liftWords = (mm: number): string => `@(min(${mm}, reach_top - height))`
export const lowerWords = (mm: number): string => `@(0 - min(${mm}, reach_top - height))`

/** A line for each tool, run where the value is that tool’s number. */
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
