// Decides whether the target firmware accepts a command unchanged, with the same effect.
import { specOf } from '../firmware/spec.ts'
import { isOlder } from '../firmware/version.ts'
import type { Command } from '../gcode/line.ts'
import type { Side } from './sides.ts'

const sorted = (value: unknown): string =>
  JSON.stringify(value, (_, each) =>
    each && typeof each === 'object' && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([a], [b]) => a.localeCompare(b)))
      : each,
  )

/** Whether the target's table has the same entry, with all letters used, and its version has the command. */
export function takenAsItIs(command: Command, from: Side, to: Side): boolean {
  const [here, there] = [specOf(from.family, command), specOf(to.family, command)]
  if (!here || !there || there.refused || isTooOld(command, to)) return false
  // A command of some machines only may be missing on the target.
  if (there.makersOwn && from.family.family !== to.family.family) return false
  if (there.byMacro && !to.stage.macros?.has(there.name)) return false
  if (sorted(here.effect) !== sorted(there.effect)) return false
  const letters = [...command.words.map(({ letter }) => letter), ...command.keys.map(({ key }) => key)]
  return there.anyLetter || there.text || letters.every(letter => there.letters.some(each => each.letter === letter))
}

/** Whether the printer's firmware is older than the command. */
export function isTooOld(command: Command, { family, printer }: Side): boolean {
  const since = specOf(family, command)?.since
  return since !== undefined && isOlder(printer.firmware.version, since)
}
