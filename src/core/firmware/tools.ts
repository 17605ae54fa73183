// Converts between tools and the numbers that scripts use for them: by the list, or by carriage and position.
import type { Printer } from '../model/printer.ts'
import type { FirmwareFamily } from './spec.ts'

/** The heads of the first carriage are 11, 12 … unless the printer's description says otherwise. */
const firstHead = 11

/** The number that scripts use for a tool. */
export const addressOf = (
  { toolNumbers }: Pick<FirmwareFamily, 'toolNumbers'>,
  { tools }: Pick<Printer, 'tools'>,
  tool: number,
): number => tools[tool]?.address ?? (toolNumbers === 'by-carriage' ? firstHead + tool : tool)

/** The indexes of the tools that a number means: one, all of a carriage (`10`), or none. */
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

/** A tool's name for people: `T1`, or “head 2” if heads are numbered by carriage. */
export function toolName(
  family: Pick<FirmwareFamily, 'toolNumbers'>,
  printer: Pick<Printer, 'tools'>,
  tool: number,
): string {
  const address = addressOf(family, printer, tool)
  return family.toolNumbers === 'by-carriage' ? `head ${address % 10} (T${address})` : `T${address}`
}

/** The tool whose heater a tool uses: its own, or a shared one. A blend uses that of the last tool. */
export const heaterOfTool = ({ tools }: Pick<Printer, 'tools'>, tool: number): number =>
  tools[tool]?.heater ?? Math.min(tool, tools.length - 1)

/** Whether two tools share a heater: two nozzles in one block, or two filaments in one nozzle. */
export const shareHeater = (printer: Pick<Printer, 'tools'>, one: number, other: number): boolean =>
  heaterOfTool(printer, one) === heaterOfTool(printer, other)

/** Whether a tool shares its heater with any other. */
export const sharesHeater = (printer: Pick<Printer, 'tools'>, tool: number): boolean =>
  printer.tools.some((_, other) => other !== tool && shareHeater(printer, tool, other))
