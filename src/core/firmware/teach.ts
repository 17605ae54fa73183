// Adds taught commands to a family's table.
import type { Printer } from '../model/printer.ts'
import type { TaughtCommand } from '../model/taught.ts'
import type { Effect } from './effect.ts'
import { heat, housekeeping, probing } from './entries.ts'
import type { CommandSpec, FirmwareFamily } from './spec.ts'

function effectFor({ effect, seconds, parameters }: TaughtCommand): Effect {
  const temperature = parameters.find(({ letter }) => ['S', 'TARGET', 'TEMP'].includes(letter))?.letter ?? 'S'
  switch (effect) {
    case 'harmless':
    case 'light-sound-fan':
      return housekeeping
    case 'heats-nozzle':
      return { ...heat('nozzle', false), targets: [temperature], tool: null }
    case 'heats-bed':
      return { ...heat('bed', false), targets: [temperature] }
    case 'waits':
      return { does: 'wait-for-heaters' }
    case 'homes':
      return { does: 'home', turnsLevellingOff: false, file: null }
    case 'levels':
      return probing()
    case 'moves':
    case 'moves-filament':
    case 'opaque':
      return { does: 'opaque', seconds }
    case 'changes-tool':
      return { does: 'tool', by: 'T', staysStill: null, files: false }
    default:
      return effect satisfies never
  }
}

/** A taught command as a row of a table. */
export const taughtSpec = (taught: TaughtCommand): CommandSpec => ({
  name: taught.name,
  title: taught.title,
  letters: taught.parameters.map(({ letter, means }) => ({
    letter,
    means: means || letter,
    unit: 'number',
    number: 'optional',
  })),
  effect: effectFor(taught),
  example: taught.name,
  anyLetter: true,
  taught: true,
})

/**
 * The taught commands for a printer: those for its firmware, then those for this printer alone, which take precedence.
 */
export const taughtFor = (printer: Printer, taught: readonly TaughtCommand[] = []): TaughtCommand[] => [
  ...taught,
  ...printer.taught,
]

/** The family with taught commands added. A taught command replaces ours of the same name. */
export function withTaught(family: FirmwareFamily, taught: readonly TaughtCommand[]): FirmwareFamily {
  const ours = taught.filter(each => each.family === family.family)
  if (ours.length === 0) return family
  return {
    ...family,
    commands: new Map([...family.commands, ...ours.map(each => [each.name, taughtSpec(each)] as const)]),
  }
}
