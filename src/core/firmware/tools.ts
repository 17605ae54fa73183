// Tools by the numbers that scripts call them by: as they are listed, or by carriage and place on it.
import type { Printer } from '../model/printer.ts'
import type { FirmwareFamily } from './spec.ts'

/** The first carriage's heads are 11, 12 … where a printer says nothing else. */
const firstHead = 11

/** The number that scripts call a tool by. */
export const addressOf = (
  { toolNumbers }: Pick<FirmwareFamily, 'toolNumbers'>,
  { tools }: Pick<Printer, 'tools'>,
  tool: number,
): number => tools[tool]?.address ?? (toolNumbers === 'by-carriage' ? firstHead + tool : tool)

/** The tools that a number means, by their place in the list: one, all of a carriage (`10`), or none. */
export function toolsAt(
  family: Pick<FirmwareFamily, 'toolNumbers'>,
  printer: Pick<Printer, 'tools'>,
  address: number,
): number[] {
  const all = printer.tools.map((_, tool) => tool)
  const whole = family.toolNumbers === 'by-carriage' && address >= 10 && address % 10 === 0
  return all.filter(tool => {
    const own = addressOf(family, printer, tool)
    return whole ? Math.floor(own / 10) === address / 10 : own === address
  })
}

/** A tool as people call it: `T1`, or “head 2” where heads are counted by carriage. */
export function toolName(
  family: Pick<FirmwareFamily, 'toolNumbers'>,
  printer: Pick<Printer, 'tools'>,
  tool: number,
): string {
  const address = addressOf(family, printer, tool)
  return family.toolNumbers === 'by-carriage' ? `head ${address % 10} (T${address})` : `T${address}`
}

/** The tool whose heater a tool has: its own, or that which it shares. A blend has that of the last one. */
export const heaterOfTool = ({ tools }: Pick<Printer, 'tools'>, tool: number): number =>
  tools[tool]?.heater ?? Math.min(tool, tools.length - 1)

/** Whether two tools hang on one heater: two nozzles in one block, or two filaments in one nozzle. */
export const shareHeater = (printer: Pick<Printer, 'tools'>, one: number, other: number): boolean =>
  heaterOfTool(printer, one) === heaterOfTool(printer, other)

/** Whether a tool hangs on one heater with any other. */
export const sharesHeater = (printer: Pick<Printer, 'tools'>, tool: number): boolean =>
  printer.tools.some((_, other) => other !== tool && shareHeater(printer, tool, other))
