// Where the template language of hosts is had from, with what a template sees of the printer: only a host's macros need it.
import type { Command } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import type { Macro } from '../macros/config.ts'
import type { render } from '../macros/template/render.ts'
import type { treeOf } from '../macros/template/tree.ts'
import { onDemand } from '../on-demand.ts'

export type Templates = {
  /** The lines that a macro's template makes when this command calls it, at this moment. */
  linesOf: (recorder: Recorder, command: Command, macro: Macro) => ReturnType<typeof render>
  treeOf: typeof treeOf
}

export const [templates, bringTemplates] = onDemand<Templates>('The template language')
