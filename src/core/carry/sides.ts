// The two printers that a script is carried between, each with its firmware's way to say things.
import type { FirmwareFamily } from '../firmware/spec.ts'
import type { Stage } from '../machine/state.ts'
import type { Printer } from '../model/printer.ts'
import { nameKey } from '../model/script.ts'
import { type RehearsalInput, stageOf } from '../round.ts'

export type Side = { input: RehearsalInput; stage: Stage; printer: Printer; family: FirmwareFamily }

export function sideOf(input: RehearsalInput): Side {
  const stage = stageOf(input)
  return { input, stage, printer: input.printer, family: stage.firmware }
}

/** Whether it is the same machine with another firmware, whose own figures stay true. */
export const sameMachine = (from: Side, to: Side): boolean => nameKey(from.printer.name) === nameKey(to.printer.name)

/** The tool there that stands for one here: the same in the list; null where there are fewer. */
export const toolThere = (to: Side, tool: number): number | null => (tool < to.printer.tools.length ? tool : null)
