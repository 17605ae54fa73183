// All firmware families, by name.
import type { Printer } from '../model/printer.ts'
import { board } from './board/board.ts'
import { dispensing } from './dispensing/dispensing.ts'
import { host } from './host/host.ts'
import { macroFile } from './macro-file/macro-file.ts'
import type { FamilyName, FirmwareFamily } from './spec.ts'

export const families: Readonly<Record<FamilyName, FirmwareFamily>> = {
  board,
  host,
  'macro-file': macroFile,
  dispensing,
}

export const familyOf = (printer: Printer): FirmwareFamily => families[printer.firmware.family]
