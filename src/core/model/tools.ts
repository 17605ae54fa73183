// Adds tools to a printer and removes them, and renumbers everything that refers to a tool.
import type { Printer, Tool } from './printer.ts'

/** Adds a tool like the last one; the person then sets its position. */
export function withTool(printer: Printer): Printer {
  const last = printer.tools.at(-1) as Tool
  const name = `nozzle T${printer.tools.length}`
  return { ...printer, tools: [...printer.tools, { ...last, name, address: null }] }
}

/**
 * Removes a tool. Later tools move up one number, and tools that shared its heater get their own. The last tool can't
 * be removed.
 */
export function withoutTool(printer: Printer, gone: number): Printer {
  if (printer.tools.length === 1) return printer
  const heaterOf = ({ heater }: Tool) =>
    heater === null || heater === gone ? null : heater > gone ? heater - 1 : heater
  const tools = printer.tools.filter((_, i) => i !== gone).map(tool => ({ ...tool, heater: heaterOf(tool) }))
  return { ...printer, tools }
}
