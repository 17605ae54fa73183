// The same machine with another firmware.
import type { Printer } from '../model/printer.ts'

/** The printer with this firmware. What another family reads, its macros and files, is nothing to a new one. */
export const refitted = (printer: Printer, firmware: Printer['firmware']): Printer => ({
  ...printer,
  firmware,
  ...(firmware.family !== printer.firmware.family && { macros: '', configFiles: [], macroFiles: [] }),
})
