// All firmware families that we have a table for, by name.
import type { Printer } from '../model/printer.ts'
import { board } from './board.ts'
import type { FirmwareFamily } from './spec.ts'

export const families: Readonly<Record<Printer['firmware']['family'], FirmwareFamily>> = { board }

export const familyOf = (printer: Printer): FirmwareFamily => families[printer.firmware.family]
