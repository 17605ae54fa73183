// The config and macro files of a printer, by name.
import type { MacroFile, Printer } from './printer.ts'

/** The config's name if the machine gives it no other. */
export const configName = 'printer.cfg'

/** A printer's files by their names on the machine; the main config has an empty name. */
export const filesOf = ({
  macros,
  configFiles,
  macroFiles,
}: Pick<Printer, 'macros' | 'configFiles' | 'macroFiles'>): MacroFile[] => [
  ...(macros === '' ? [] : [{ name: '', text: macros }]),
  ...configFiles,
  ...macroFiles,
]
