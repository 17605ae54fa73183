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

/** Returns the known name that an unknown word most likely stands for; null for words like `G29` and for unlike words. */
export function meantBy(name: string, stage: Stage): string | null {
  if (!/^[A-Z_]{3}/.test(name) || specNamed(stage.firmware, name) || stage.macros?.has(name)) return null
  if ([...(stage.macros?.values() ?? [])].some(({ renames }) => renames === name)) return null
  return familiesWith(name, stage.firmware.family).length > 0 ? null : nearMiss(name, knownNames(stage))
}
