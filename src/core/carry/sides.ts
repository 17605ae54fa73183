// Source and target: the two printers that a script is carried between, each with its firmware's phrases.
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

/** Whether source and target are the same machine with different firmware, so that its measured values still apply. */
export const sameMachine = (from: Side, to: Side): boolean => nameKey(from.printer.name) === nameKey(to.printer.name)

/** The target's tool with the same index; null if the target has fewer tools. */
export const toolThere = (to: Side, tool: number): number | null => (tool < to.printer.tools.length ? tool : null)
