// The macros that a config of each family can start with. Kept apart from the families' tables, because few callers
// need them.
import type { Printer } from '../model/printer.ts'
import { macroTexts as ofHosts } from './host/macro-texts.ts'
import type { MacroText } from './spec.ts'

export const macroTexts: Readonly<Partial<Record<Printer['firmware']['family'], readonly MacroText[]>>> = {
  host: ofHosts,
}
