// Carries formulas over: tools in them get the target's tool numbers.
import { addressOf, toolsAt } from '../firmware/tools.ts'
import type { Ran } from './rewritten.ts'
import { toolThere } from './sides.ts'

/** `@(nozzle of T1)` with the target's tool number; everything else is unchanged. */
export const formulaThere = (formula: string, { from, to }: Pick<Ran, 'from' | 'to'>): string =>
  formula.startsWith('@')
    ? formula.replace(/\bT(\d+)\b/g, (whole, digits: string) => {
        const [tool] = toolsAt(from.family, from.printer, Number(digits))
        const own = tool === undefined ? null : toolThere(to, tool)
        return own === null ? whole : `T${addressOf(to.family, to.printer, own)}`
      })
    : formula
