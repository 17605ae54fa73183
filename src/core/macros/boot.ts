// The global variables that a board's config.g makes before any script runs.
import { read } from '../gcode/read.ts'
import { fileNamed, type Printer } from '../model/printer.ts'
import { evaluateHere } from './expression.ts'
import { membersOf, type Value } from './values.ts'

type Files = Pick<Printer, 'macroFiles'>

const known = new WeakMap<Files['macroFiles'], Readonly<Record<string, Value>>>()

/** Variables by name; a value that can't be calculated beforehand is null. */
export function globalsAtStart(printer: Files): Readonly<Record<string, Value>> {
  const before = known.get(printer.macroFiles)
  if (before) return before
  const made = new Map<string, Value>()
  for (const { command } of read(fileNamed(printer, 'config.g')?.text ?? '')) {
    const [, name, body = ''] = /^\s*([A-Za-z_]\w*)\s*=\s*(.*)$/.exec(command?.message ?? '') ?? []
    if (command?.name !== 'GLOBAL' || !name || made.has(name)) continue
    const worked = evaluateHere(body, root => (root === 'global' ? membersOf(other => made.get(other)) : undefined))
    made.set(name, worked.ok ? worked.value : null)
  }
  const globals = Object.fromEntries(made)
  known.set(printer.macroFiles, globals)
  return globals
}
