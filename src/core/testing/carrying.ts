// Scripts of the demo's printers carried over, for tests that say what must come of each.
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

/** A printer of the demo; each test has its own. */
export const named = (name: string): Printer => of(demoPrinters(), name)

/** The demo's small job on this printer. */
export const settingFor = (printer: Printer, moment: Moment): RehearsalInput => ({ printer, job, material, moment })

/** The plan; an error with its reason where there is none. */
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

/** Lines as a text. */
export const asText = (lines: readonly string[]): string => lines.map(line => `${line}\n`).join('')

/** The lines of a text, without blank ones and the notes that a refusal leaves. */
export const linesOf = (text: string): string[] =>
  text.split('\n').filter(line => line !== '' && !line.startsWith('; not carried'))

/** Lines carried over, at the end of a print unless said otherwise. */
export const plan = (
  from: Printer,
  to: Printer,
  lines: readonly string[],
  moment: Moment = 'end',
  answers: Readonly<Record<string, string>> = {},
): CarryPlan => carried(asText(lines), from, to, moment, { answers })

export const textOf = ({ text }: CarryPlan): string[] => linesOf(text)
