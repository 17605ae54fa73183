// Makes a script a macro of its printer: adds it to the config or the macro files, and calls it from the script.
import type { Taken } from '../../../../core/export/export.ts'
import { configOf } from '../../../../core/macros/config.ts'
import { macroStorage, type Printer } from '../../../../core/model/printer.ts'
import { nameKey } from '../../../../core/model/script.ts'
import { api } from '../../../state/api.ts'
import { type Open, useDesk } from '../../../state/desk.ts'
import { showFix } from '../../../state/preview.ts'
import { reloadThings } from '../../../state/rehearsal-requests.ts'

/** Adds a macro to the config file that has most of the printer's macros. Throws if the printer has a macro of this name. */
function withMacro(printer: Printer, text: string): Printer {
  const { macros: known } = configOf(printer)
  const names = [...text.matchAll(/^\[gcode_macro (\w{1,60})\]/gm)].map(found => (found[1] ?? '').toUpperCase())
  const taken = names.find(name => known.has(name))
  if (taken) throw new Error(`${printer.name} has a macro ${taken} already. Change or remove that one first.`)
  const count = (file: string | null) => [...known.values()].filter(macro => macro.file === file).length
  const [max] = printer.configFiles.map(({ name }) => name).sort((a, b) => count(b) - count(a))
  const joined = (before: string) => `${before.trimEnd()}${before.trim() ? '\n\n' : ''}${text.trimEnd()}\n`
  if (max === undefined || count(max) <= count(null)) {
    // The block that the host saved stays at the end.
    const saved = printer.macros.search(/^#\*#/m)
    const [own, rest] = saved < 0 ? [printer.macros, ''] : [printer.macros.slice(0, saved), printer.macros.slice(saved)]
    return { ...printer, macros: joined(own) + (rest && `\n${rest}`) }
  }
  return {
    ...printer,
    configFiles: printer.configFiles.map(file => (file.name === max ? { ...file, text: joined(file.text) } : file)),
  }
}

const withFiles = (printer: Printer, files: readonly Taken[]): Printer => ({
  ...printer,
  macroFiles: [
    ...printer.macroFiles.filter(({ name }) => !files.some(file => nameKey(file.name) === nameKey(name))),
    ...files.map(({ name, text }) => ({ name, text })),
  ],
})

/** Saves the macro with the printer, and previews the script with the call of the macro in place of its lines. */
export async function intoPrinter(open: Open, taken: readonly Taken[]): Promise<void> {
  const kept = useDesk.getState().things?.printers.find(({ id }) => id === open.chosen.printerId)
  const [first] = taken
  if (!kept || !first?.call) throw new Error('There is no macro to put into the printer.')
  const { id, data } = kept
  await api.changePrinter(id, macroStorage(data) === 'config' ? withMacro(data, first.text) : withFiles(data, taken))
  await reloadThings()
  const call = `${first.call}\n`
  await showFix({ title: 'Call it from here', edits: [{ from: 0, to: open.text.length, insert: call }] }, open.text)
}
