// All firmware families, by name.
import type { FamilyName } from '../model/family.ts'
import type { Printer } from '../model/printer.ts'
import { board } from './board/board.ts'
import { dispensing } from './dispensing/dispensing.ts'
import { host } from './host/host.ts'
import { macroFile } from './macro-file/macro-file.ts'
import { type FirmwareFamily, specNamed } from './spec.ts'

export const families: Readonly<Record<FamilyName, FirmwareFamily>> = {
  board,
  host,
  'macro-file': macroFile,
  dispensing,
}

/** A printer's family, adapted by the printer's own settings. */
export function familyOf({ firmware, extrudes, homing }: Printer): FirmwareFamily {
  const family = families[firmware.family]
  const { coldestC = null, fattestBeadMm2 = null } = extrudes ?? {}
  const order = homing.order ?? null
  if (coldestC === null && fattestBeadMm2 === null && order === null) return family
  return {
    ...family,
    homingOrder: order ?? family.homingOrder,
    coldestExtrudeC: coldestC ?? family.coldestExtrudeC,
    fattestBeadMm2: fattestBeadMm2 === null ? family.fattestBeadMm2 : () => fattestBeadMm2,
  }
}

/** The other families that have a command with this name. */
export const familiesWith = (name: string, but: FamilyName): FamilyName[] =>
  Object.values(families)
    .filter(family => family.family !== but && specNamed(family, name))
    .map(({ family }) => family)
