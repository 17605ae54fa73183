// Finds the known word that an unknown word of a script most likely stands for.
import { familiesWith } from '../firmware/families.ts'
import { nearMiss } from '../firmware/near-miss.ts'
import { specNamed } from '../firmware/spec.ts'
import type { Stage } from '../machine/state.ts'

/** All words that a script may begin a line with on this printer. */
function* knownNames({ firmware, macros }: Stage): Generator<string> {
  yield* firmware.commands.keys()
  for (const { name, renames } of macros?.values() ?? []) {
    yield name
    if (renames) yield renames
  }
}

/** Whether no family and no macro of the printer has the name. */
export const isUnknown = (name: string, { firmware, macros }: Stage): boolean =>
  // Checked first, because nearly all names are in the family's table.
  !specNamed(firmware, name) &&
  !macros?.has(name) &&
  // A command replaced by a macro can still be called by the name that the macro gave it.
  ![...(macros?.values() ?? [])].some(({ renames }) => renames === name) &&
  familiesWith(name, firmware.family).length === 0

/** Returns the known name that an unknown word most likely stands for; null for words like `G29` and for unlike words. */
export const meantBy = (name: string, stage: Stage): string | null =>
  /^[A-Z_]{3}/.test(name) && isUnknown(name, stage) ? nearMiss(name, knownNames(stage)) : null
