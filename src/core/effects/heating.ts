// Reads heating commands: target, heater, tools.
import type { EffectOf, Heater } from '../firmware/effect.ts'
import { toolsAt } from '../firmware/tools.ts'
import { type Command, numberOf, textOf } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'

type Heat = EffectOf<'heat'>

/** The target of a heating command, °C, and whether its wait includes cooling; null if it has no target. */
export function heatTarget(command: Command, effect: Heat): { targetC: number; coolingToo: boolean } | null {
  const find = (letters: readonly string[]) =>
    letters.map(letter => numberOf(command, letter)).find(value => value !== null) ?? null
  const either = find(effect.coolingToo)
  const target = either ?? find(effect.targets)
  return target === null ? null : { targetC: Math.max(0, target), coolingToo: either !== null || effect.both }
}

/** The heater of a line: by the table, or by a `HEATER` key; `other` for an unknown heater. */
export function heaterOf(command: Command, effect: Heat): Heater | 'other' {
  const named = textOf(command, 'HEATER')?.toLowerCase()
  if (named === undefined) return effect.heater
  if (named.includes('bed')) return 'bed'
  if (named.includes('chamber')) return 'chamber'
  return /^extruder\d*$/.test(named) ? 'nozzle' : 'other'
}

/**
 * The tools that a line heats: by its letter, by a `HEATER` key such as `extruder1`, or the tool in use. Empty if it
 * names a tool that does not exist.
 */
export function heatedTools(
  command: Command,
  effect: Heat,
  inUse: number,
  { firmware, printer }: Pick<Stage, 'firmware' | 'printer'>,
): number[] {
  const heater = textOf(command, 'HEATER')
  const named = heater
    ? Number(/(?<!\d)\d+$/.exec(heater)?.[0] ?? 0)
    : effect.tool === null
      ? null
      : numberOf(command, effect.tool)
  return named === null ? [Math.max(0, inUse)] : toolsAt(firmware, printer, named)
}
