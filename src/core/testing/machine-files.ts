// Helpers for tests with the configs and macro files of demo printers.
import { demoPrinters } from '../../../demo/load.ts'
import { textOfDocument } from '../documents/open.ts'
import { job, material } from '../model/example.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import { type Round, rehearseScript } from '../round.ts'

const named = (name: string): Printer => {
  const printer = demoPrinters().find(each => each.name === name)
  if (!printer) throw new Error(`no ${name}`)
  return printer
}
export const curlew = named('Curlew')
export const avocet = named('Avocet')

/** A document of a printer, rehearsed by a call. */
export function opened(
  printer: Printer,
  file: string | null,
  call: string,
  moment: Moment = 'start',
  text?: string,
): Round {
  const kept = text ?? textOfDocument(printer, file)
  if (kept === null) throw new Error(`no ${file}`)
  return rehearseScript(kept, { printer, job, material, moment, opened: { file, call } })
}
export const says = (round: Round, line: number) => round.explained.find(each => each.line === line)?.says
/** The line of a file with this start, from 1. */
export function lineOf(printer: Printer, file: string, begins: string): number {
  const lines = textOfDocument(printer, file)?.split('\n') ?? []
  const at = lines.findIndex(line => line.trim().startsWith(begins))
  if (at < 0) throw new Error(`no ${begins}`)
  return at + 1
}
export const config = (...lines: string[]): Printer => ({ ...curlew, macros: lines.join('\n'), configFiles: [] })
