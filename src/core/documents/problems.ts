// Reports errors in an open config that would keep a host from loading it, or that it would read differently.

import type { Stage } from '../machine/state.ts'
import type { Trouble } from '../machine/trace.ts'
import { configOf } from '../macros/config.ts'
import { treeOf } from '../macros/template/tree.ts'
import { macrosIn } from './open.ts'

/** All templates in the open file are parsed, whether they are called or not. */
export function configProblems(stage: Stage): Trouble[] {
  const { opened, printer, firmware } = stage
  if (!opened || firmware.flow) return []
  const configOfPrinter = configOf(printer)
    .problems.filter(({ file = null }) => file === opened.file)
    .map(({ line, why }): Trouble => ({ kind: 'config', line, why }))
  const broken = macrosIn(stage, opened.file).flatMap(({ name, gcode, gcodeLine }): Trouble[] => {
    const tree = treeOf(gcode)
    if (tree.ok) return []
    const why = `The template of ${name} can’t be read: ${tree.why} The host would not start.`
    return [{ kind: 'config', line: gcodeLine + tree.line - 1, why }]
  })
  return [...configOfPrinter, ...broken]
}
