// The config and macro files of a printer, by their names.
import type { MacroFile, Printer } from './printer.ts'

/** What a config is called where the machine gives it no other name. */
export const configName = 'printer.cfg'

/** The files of a printer by their names there; the config itself has none. */
export const filesOf = ({
  macros,
  configFiles,
  macroFiles,
}: Pick<Printer, 'macros' | 'configFiles' | 'macroFiles'>): MacroFile[] => [
  ...(macros === '' ? [] : [{ name: '', text: macros }]),
  ...configFiles,
  ...macroFiles,
]
