// Helpers for tests that carry scripts between demo printers.
import { demoJobs, demoMaterials, demoPrinters } from '../../../demo/load.ts'
import { type CarryPlan, type CarryRequest, carryOver } from '../carry/carry.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import type { RehearsalInput } from '../round.ts'

function of<T extends { name: string }>(things: readonly T[], name: string): T {
  const found = things.find(each => each.name === name)
  if (!found) throw new Error(`the demo has no ${name}`)
  return found
}

const job = of(demoJobs(), 'small')
const material = of(demoMaterials(), 'Plain PLA')

/** A demo printer; each test gets its own copy. */
export const named = (name: string): Printer => of(demoPrinters(), name)

/** The demo's small job on this printer. */
export const settingFor = (printer: Printer, moment: Moment): RehearsalInput => ({ printer, job, material, moment })

/** The plan; throws the reason if it is refused. */
export function carried(
  text: string,
  from: Printer,
  to: Printer,
  moment: Moment = 'end',
  asked: Omit<CarryRequest, 'text' | 'from' | 'to'> = {},
): CarryPlan {
  const plan = carryOver({ text, from: settingFor(from, moment), to: settingFor(to, moment), ...asked })
  if (!plan.ok) throw new Error(plan.why)
  return plan
}

/** Joins lines to a text. */
export const asText = (lines: readonly string[]): string => lines.map(line => `${line}\n`).join('')

/** The lines of a text, without blank ones and comments about refused lines. */
export const linesOf = (text: string): string[] =>
  text.split('\n').filter(line => line !== '' && !line.startsWith('; not carried'))

/** Carries lines over, by default at the end of a print. */
export const plan = (
  from: Printer,
  to: Printer,
  lines: readonly string[],
  moment: Moment = 'end',
  answers: Readonly<Record<string, string>> = {},
): CarryPlan => carried(asText(lines), from, to, moment, { answers })

export const textOf = ({ text }: CarryPlan): string[] => linesOf(text)
