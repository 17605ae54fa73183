// Tools added to a printer and taken from it; what speaks of a tool by its number goes along.
import type { Printer, Tool } from './printer.ts'

/** With one more tool, like the last, in a place that a person will say. */
export function withTool(printer: Printer): Printer {
  const last = printer.tools.at(-1) as Tool
  const name = `nozzle T${printer.tools.length}`
  return { ...printer, tools: [...printer.tools, { ...last, name, address: null }] }
}

/** Without a tool; those behind it take its number, and who shared its heater has one of its own. The last one stays. */
export function withoutTool(printer: Printer, gone: number): Printer {
  if (printer.tools.length === 1) return printer
  const heaterOf = ({ heater }: Tool) =>
    heater === null || heater === gone ? null : heater > gone ? heater - 1 : heater
  const tools = printer.tools.filter((_, i) => i !== gone).map(tool => ({ ...tool, heater: heaterOf(tool) }))
  return { ...printer, tools }
}
